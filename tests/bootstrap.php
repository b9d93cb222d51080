<?php

declare(strict_types=1);

require dirname(__DIR__).'/vendor/autoload.php';

// The container is built once a run: without debug it would not notice a changed source.
(new Symfony\Component\Filesystem\Filesystem())->remove(dirname(__DIR__).'/var/cache/test');
