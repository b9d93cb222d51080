<?php

declare(strict_types=1);

// Reads a list of patterns and prints what sounds in some passes of each, for the browser part's own tests.

use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Sound\Mix\Soundings;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$all = [];
foreach ((array) json_decode((string) stream_get_contents(\STDIN)) as $data) {
    $pattern = PatternReader::fromData($data);
    $all[] = array_map(static fn (int $pass): array => Soundings::of($pattern, $pass), [1, 2, 3]);
}
echo json_encode($all, \JSON_THROW_ON_ERROR);
