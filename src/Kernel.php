<?php

declare(strict_types=1);

namespace Pulsanda\App;

use Symfony\Bundle\FrameworkBundle\Kernel\MicroKernelTrait;
use Symfony\Component\HttpKernel\Kernel as BaseKernel;

final class Kernel extends BaseKernel
{
    use MicroKernelTrait;

    /**
     * What runs from a release has its cache in it, so that no version meets what another has compiled. Elsewhere it is beside the other
     * data of the instance: the tests' application leaves a running one's cache alone.
     */
    public function getCacheDir(): string
    {
        $project = $this->getProjectDir();
        $data = $_SERVER['PULSANDA_DATA'] ?? null;
        $data = \is_string($data) ? $data : $project.'/var';

        return (is_file($project.'/release') ? $project : $data).'/cache/'.$this->environment;
    }
}
