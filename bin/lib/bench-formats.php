<?php

declare(strict_types=1);

// Measures how long files of every kind take, out and in, beside reading the same beat as JSON: sixteen bars of twelve rows, half full.

use Pulsanda\App\Format\PatternFiles;
use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Random\Engine\Mt19937;
use Random\Randomizer;

require dirname(__DIR__, 2).'/vendor/autoload.php';

/** Milliseconds, the median of five. */
$time = static function (Closure $do): float {
    $times = [];
    for ($i = 0; $i < 5; ++$i) {
        $start = hrtime(true);
        $do();
        $times[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);

    return $times[2];
};
$random = new Randomizer(new Mt19937(4));
$meter = Meter::of(4, 4);
$rows = [];
foreach (array_slice(Instrument::cases(), 0, 12) as $instrument) {
    $steps = $random->pickArrayKeys(array_fill(0, 256, true), 128);
    $rows[] = Row::of($instrument, array_map(static fn (int $step): Hit => Hit::of(240 * $step, $random->getInt(20, 127)), $steps));
}
$section = Section::of('A', 16, $rows, $meter);
$pattern = Pattern::of('Large', $meter, Tempo::of(100, '4'), [$section]);
$json = PatternWriter::write($pattern);
$reading = $time(static fn (): Pattern => PatternReader::read($json));
printf("\nFiles of 16 bars of 12 rows, %d hits (reading it as JSON: %.0f ms)\n", $pattern->hitCount(), $reading);
foreach (['mid', 'musicxml', 'mxl', 'csv', 'ods', 'xlsx', 'txt'] as $ending) {
    $bytes = '';
    $out = $time(static function () use (&$bytes, $pattern, $ending): void {
        [$bytes] = PatternFiles::write($pattern, "beat.$ending");
    });
    $in = $time(static fn () => PatternFiles::read($bytes, "beat.$ending"));
    printf("%-9s out %4.0f ms (%4.1f times), in %4.0f ms (%4.1f times)\n", $ending, $out, $out / $reading, $in, $in / $reading);
}
$staff = $time(static fn (): array => Staff::bars($section, $meter));
printf("%-9s     %4.0f ms (%4.1f times)\n", 'staff', $staff, $staff / $reading);
