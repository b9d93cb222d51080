<?php

declare(strict_types=1);

// Measures the core on a class of submissions, and the size of what a student's browser loads first. Prints ratios within this
// run: how long each stage takes beside reading the same documents from JSON, and how it grows with the bars.

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Statements;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Random\Engine\Mt19937;
use Random\Randomizer;

$root = dirname(__DIR__, 2);
if (!is_file("$root/vendor/autoload.php")) {
    fwrite(\STDERR, "Run bin/start or bin/test first; they install what this needs.\n");
    exit(1);
}
require "$root/vendor/autoload.php";

/** @param array<int, array<int, int>> $rows step => velocity, by row */
function pattern(array $rows, int $bars): Pattern
{
    $meter = Meter::of(4, 4);
    $instruments = Instrument::cases();
    $made = [];
    foreach ($rows as $row => $steps) {
        $hits = array_map(static fn (int $step, int $velocity): Hit => Hit::of(240 * $step, $velocity), array_keys($steps), $steps);
        $made[] = Row::of($instruments[$row], $hits);
    }

    return Pattern::of('Bench', $meter, Tempo::of(96, '4'), [Section::of('A', $bars, $made, $meter)]);
}

/**
 * A target on twelve rows, and a class of 35 with the mistakes that people make: a row late, a row left out, hits missing and too many.
 *
 * @return array{string, list<string>} JSON documents
 */
function schoolClass(int $bars): array
{
    $random = new Randomizer(new Mt19937(35));
    $steps = 16 * $bars;
    $target = array_map(
        static fn (int $row): array => array_map(static fn (int $step): int => 28 + 30 * ($step % 4), array_filter(
            range(0, $steps - 1),
            static fn (int $step): bool => 0 === ($step + $row) % (2 + $row % 5),
        )),
        range(0, 11),
    );
    $without = static fn (array $hits, int $from, int $count): array => array_diff_key($hits, array_slice($hits, $from, $count, true));
    $class = [];
    for ($student = 0; $student < 35; ++$student) {
        $played = $target;
        $row = $random->getInt(0, 11);
        match ($student % 4) {
            0 => $played[$row] = array_diff_key(
                array_combine(array_map(static fn (int $step): int => $step + 1, array_keys($played[$row])), $played[$row]),
                [$steps => 0],
            ),
            1 => $played[$row] = [],
            2 => $played[$row] = $without($played[$row], $random->getInt(0, 1), 2),
            default => $played[$row] += array_fill(0, $steps, 58),
        };
        $played[($row + 5) % 12] = $without($played[($row + 5) % 12], $random->getInt(0, 2), 1);
        $class[] = PatternWriter::write(pattern($played, $bars));
    }

    return [PatternWriter::write(pattern($target, $bars)), $class];
}

/** Milliseconds of the fastest of three runs. */
function fastest(Closure $work): float
{
    $best = \INF;
    for ($run = 0; $run < 3; ++$run) {
        $start = hrtime(true);
        $work();
        $best = min($best, (hrtime(true) - $start) / 1e6);
    }

    return $best;
}

echo "A class of 35 on twelve rows, in milliseconds (times reading the same documents from JSON)\n";
echo "bars  strokes   read       strokes       pairing    statements       aspects  groups, picture     all of it\n";
$policy = Policy::of();
$growth = [];
foreach ([1, 2, 4, 8, 16] as $bars) {
    [$targetJson, $class] = schoolClass($bars);
    $target = PatternReader::read($targetJson);
    $read = array_map(PatternReader::read(...), $class);
    $written = array_map(Strokes::written(...), $read);
    $asked = Strokes::written($target);
    $pairs = array_map(static fn (array $strokes): array => Pairing::of($asked, $strokes, $policy->tolerance)->pairs, $written);
    $results = array_map(static fn (Pattern $one): array => Comparison::of($target, $one, $policy)->toData(), $read);
    $placed = static fn (array $of): Placement => Placement::of($target, $of, [], $policy, $target->ticks());
    $named = array_combine(array_map(static fn (int $i): string => "beat $i", array_keys($results)), $results);
    $key = static fn (array $one): string => Statement::fromData($one)->key();
    $said = static fn (array $results): array => array_map(
        static fn (array $result): array => array_map($key, $result['statements']),
        $results,
    );
    $reading = fastest(static fn () => array_map(PatternReader::read(...), $class));
    $line = sprintf('%4d  %7d %6.1f', $bars, array_sum(array_map(count(...), $written)), $reading);
    foreach ([
        // As new: what is written out is remembered as long as its pattern is there.
        static fn () => array_map(static fn (Pattern $one): array => Strokes::written(clone $one), $read),
        static fn () => array_map(static fn (array $strokes): Pairing => Pairing::of($asked, $strokes, $policy->tolerance), $written),
        static fn () => array_map(
            static fn (Pattern $one, array $of): array => Statements::of($target, $one, $of, $policy, $target->ticks())[0],
            $read,
            $pairs,
        ),
        static fn () => array_map(
            static fn (Pattern $one, array $of): Aspects => Aspects::of(
                $target,
                $one,
                $of,
                $placed($of),
                $policy,
                $target->ticks(),
            ),
            $read,
            $pairs,
        ),
        static fn () => [ClassPicture::groups($said($named)), ClassPicture::of($named)],
        static function () use ($target, $read, $policy, $said): array {
            $all = [];
            foreach ($read as $i => $one) {
                $all["beat $i"] = Comparison::of($target, clone $one, $policy)->toData();
            }

            return [ClassPicture::groups($said($all)), ClassPicture::of($all)];
        },
    ] as $stage) {
        $time = fastest($stage);
        $line .= sprintf('  %6.1f (%4.1f)', $time, $time / $reading);
    }
    $growth[$bars] = $time;
    echo $line, "\n";
}
echo 'From 1 to 16 bars all of it grows ', number_format($growth[16] / $growth[1], 1), " times.\n";

/** A beat that has nothing to do with any other. */
function unlike(Randomizer $random, int $rows, int $bars): Pattern
{
    $hits = [];
    foreach (range(0, $rows - 1) as $row) {
        $steps = $random->pickArrayKeys(array_fill(0, 16 * $bars, true), $random->getInt(3 * $bars, 8 * $bars));
        $hits[$row] = array_fill_keys($steps, 90);
    }

    return pattern($hits, $bars);
}

echo "\nBeats that have nothing in common, two bars, in milliseconds\n";
foreach ([12, 32] as $rows) {
    $random = new Randomizer(new Mt19937($rows));
    $times = $second = [];
    for ($i = 0; $i < 40; ++$i) {
        [$target, $beat, $other] = [unlike($random, $rows, 2), unlike($random, $rows, 2), unlike($random, $rows, 2)];
        $start = hrtime(true);
        Comparison::of($target, $beat, $policy);
        $times[] = (hrtime(true) - $start) / 1e6;
        $start = hrtime(true);
        Comparison::withEach([$target, $other], $target, $policy);
        $second[] = (hrtime(true) - $start) / 1e6;
    }
    sort($times);
    sort($second);
    printf(
        "%d rows: median %.0f, 95th percentile %.0f; a like and an unlike target together: median %.0f\n",
        $rows,
        $times[20],
        $times[38],
        $second[20],
    );
}

echo "\nThe largest beats, one comparison each, in seconds and megabytes\n";
foreach (['12 rows of 8 bars' => [12, 8, 1, 1], '32 rows of 16 bars' => [32, 16, 1, 1], 'rolls on 8 rows of 16 bars' => [8, 16, 1, 8],
    '12 rows of 16 bars, four times' => [12, 16, 4, 1]] as $what => [$rows, $bars, $times, $roll]) {
    $random = new Randomizer(new Mt19937($rows));
    $make = static function () use ($random, $rows, $bars, $times, $roll): Pattern {
        $hits = [];
        foreach (range(0, $rows - 1) as $row) {
            $steps = (array) $random->pickArrayKeys(array_fill(0, 16 * $bars, true), 6 * $bars);
            $made = array_map(static fn (int $step): Hit => Hit::of(240 * $step, roll: $roll), $steps);
            $hits[] = Row::of(Instrument::cases()[$row], $made);
        }
        $meter = Meter::of(4, 4);

        return Pattern::of('Bench', $meter, Tempo::of(96, '4'), [Section::of('A', $bars, $hits, $meter)], [OrderEntry::of('A', $times)]);
    };
    [$target, $beat] = [$make(), $make()];
    $other = $target->withSections(array_map(static fn (Section $one): Section => Section::of(
        $one->name,
        $one->bars,
        array_map(
            static fn (Row $row, Row $next): Row => $row->withHits($next->hits),
            $one->rows,
            $random->shuffleArray($one->rows),
        ),
        $target->meter,
    ), $target->sections));
    foreach (['unlike' => $beat, 'its rows exchanged' => $other] as $how => $one) {
        memory_reset_peak_usage();
        $start = hrtime(true);
        Comparison::of($target, $one, $policy);
        printf("%s, %s: %.2f s, %d MB\n", $what, $how, (hrtime(true) - $start) / 1e9, memory_get_peak_usage() / 1e6);
    }
}

$manifestFile = (getenv('PULSANDA_DATA') ?: "$root/var")."/build/.vite/manifest.json";
if (!is_file($manifestFile)) {
    exit("\nThe browser part is not built; run bin/start to have its size printed.\n");
}
/** @var array<string, array{file: string, css?: list<string>, imports?: list<string>}> $manifest */
$manifest = json_decode((string) file_get_contents($manifestFile), true);
$gather = static function (string $key, array $seen) use (&$gather, $manifest): array {
    if (isset($seen[$key])) {
        return $seen;
    }
    $seen[$key] = true;
    foreach ($manifest[$key]['imports'] ?? [] as $import) {
        $seen = $gather($import, $seen);
    }

    return $seen;
};
echo "\nScript and style, gzipped\n";
$screens = [];
foreach (['en-US', 'de', 'ar'] as $tag) {
    $screens["first screen, $tag"] = ['web/main.tsx', "virtual:words/$tag/frame"];
    $words = array_map(static fn (string $place): string => "virtual:words/$tag/$place", ['beat', 'form', 'edit']);
    $screens["with the Bench, $tag"] = [...$screens["first screen, $tag"], 'web/bench/BenchPage.tsx', ...$words];
}
foreach ($screens as $what => $keys) {
    $files = [];
    foreach (array_keys(array_merge(...array_map(static fn (string $key): array => $gather($key, []), $keys))) as $key) {
        $files = [...$files, $manifest[$key]['file'], ...$manifest[$key]['css'] ?? []];
    }
    $bytes = array_sum(
        array_map(
            static fn (string $file): int => strlen(
                (string) gzencode((string) file_get_contents((getenv('PULSANDA_DATA') ?: "$root/var")."/build/$file"), 9),
            ),
            array_unique($files),
        ),
    );
    printf("%-26s %5.1f kB\n", $what, $bytes / 1000);
}
