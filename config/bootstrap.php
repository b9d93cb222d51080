<?php

declare(strict_types=1);

// Boots for the web and the command line alike. Settings are environment variables; bin/start keeps those of an instance in app.env.

use Pulsanda\App\Kernel;
use Symfony\Component\Dotenv\Dotenv;

$root = dirname(__DIR__);
if (!is_file($root.'/vendor/autoload.php')) {
    fwrite(\STDERR, "The PHP packages are not installed yet; run bin/start (or bin/test) first.\n");
    exit(1);
}
require_once $root.'/vendor/autoload.php';

$_SERVER['PULSANDA_DATA'] ??= is_file($root.'/release') ? dirname($root, 2) : $root.'/var';
$settings = $_SERVER['PULSANDA_DATA'].'/app.env';
// Read rather than asked about: what may be read by a capability alone is called unreadable.
$lines = @file_get_contents($settings);
if (false !== $lines) {
    $dotenv = new Dotenv();
    $dotenv->populate($dotenv->parse($lines, $settings));
}

return new Kernel($_SERVER['APP_ENV'] ?? 'prod', (bool) ($_SERVER['APP_DEBUG'] ?? false));
