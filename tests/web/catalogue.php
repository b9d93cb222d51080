<?php

declare(strict_types=1);

// Prints the catalogue as the server sends it, for the browser part's own tests.

use Pulsanda\App\Api\School\CatalogueController;
use Pulsanda\App\Sound\BuiltKits;
use Symfony\Component\HttpFoundation\Request;

require dirname(__DIR__, 2).'/vendor/autoload.php';

echo (new CatalogueController())->catalogue(new Request(), new BuiltKits(sys_get_temp_dir().'/no-kits'))->getContent();
