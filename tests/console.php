<?php

declare(strict_types=1);

use Pulsanda\App\Kernel;
use Symfony\Bundle\FrameworkBundle\Console\Application;

require dirname(__DIR__).'/vendor/autoload.php';

return new Application(new Kernel('test', false));
