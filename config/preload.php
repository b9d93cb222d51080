<?php

declare(strict_types=1);

// Read once when php-fpm starts: the classes that every request needs stay in memory.

$data = $_SERVER['PULSANDA_DATA'] ?? getenv('PULSANDA_DATA') ?: dirname(__DIR__).'/var';
foreach (glob($data.'/cache/prod/*.preload.php') ?: [] as $file) {
    require_once $file;
}
