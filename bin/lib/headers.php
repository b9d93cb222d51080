<?php

declare(strict_types=1);

// Prints the headers of every answer as nginx wants them. With "hide": those that it leaves out of the application's answers, since it
// adds them itself.

use Pulsanda\App\Http\HeaderListener;

require dirname(__DIR__, 2).'/vendor/autoload.php';

foreach (HeaderListener::HEADERS as $name => $value) {
    echo 'hide' === ($argv[1] ?? '') ? "fastcgi_hide_header $name;\n" : "add_header $name \"$value\" always;\n";
}
