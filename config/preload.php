<?php

declare(strict_types=1);

// Read once when php-fpm starts: the classes that every request needs stay in memory. The container names its own; what Doctrine and
// the application make by name alone is beside.

$root = dirname(__DIR__);
$data = $_SERVER['PULSANDA_DATA'] ?? getenv('PULSANDA_DATA') ?: $root.'/var';
foreach (glob((is_file($root.'/release') ? $root : $data).'/cache/prod/*.preload.php') ?: [] as $file) {
    require_once $file;
}
$named = '/^(Doctrine\\\\DBAL\\\\(Types|Driver\\\\PDO|Connection|Query|SQL|Platforms\\\\(PostgreSQL|AbstractPlatform))'
    .'|Symfony\\\\Bridge\\\\Doctrine\\\\Types|Doctrine\\\\ORM\\\\(Internal\\\\Hydration|Persisters|Query\\\\(Exec|AST)|Mapping|Proxy)'
    .'|Pulsanda\\\\(App\\\\(Database|Entity|Http|Api|Security)|Core))\\\\?/';
foreach (require $root.'/vendor/composer/autoload_classmap.php' as $class => $file) {
    if (1 === preg_match($named, $class)) {
        class_exists($class);
    }
}
