<?php

declare(strict_types=1);

// Prints the catalogue as the server sends it, for the browser part's own tests.

use Pulsanda\App\Api\School\CatalogueController;
use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\Tests\Core\Spoken;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$data = CatalogueController::data(new BuiltKits(sys_get_temp_dir().'/no-kits'), Spoken::voice());
echo json_encode($data, \JSON_THROW_ON_ERROR);
