<?php

declare(strict_types=1);

namespace Pulsanda\App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    /** Beside the other data of this instance, so that the tests' application leaves a running one's cache alone. */
    public function getCacheDir(): string
    {
        $data = $_SERVER['PULSANDA_DATA'] ?? null;

        return (\is_string($data) ? $data : $this->getProjectDir().'/var').'/cache/'.$this->environment;
    }
}
