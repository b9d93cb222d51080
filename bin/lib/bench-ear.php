<?php

declare(strict_types=1);

// How well the core hears what happened to a beat: mistakes are made in plausible beats, and a judge that knows nothing of the search
// reads the list of statements. Sound: every statement is true and every difference is said once. Short: no more is said than was done.
// Exact: what is said is what was done, kind by kind.

use Pulsanda\Tests\Core\Ear\Beat;
use Pulsanda\Tests\Core\Ear\Hearing;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$options = getopt('', ['seed:', 'cases:', 'show:', 'case:']);
[$seed, $cases, $show] = array_map(
    static fn (string $name, int $usual): int => (int) ($options[$name] ?? $usual),
    ['seed', 'cases', 'show'],
    [1, 4000, 0],
);

/** A beat as numbers: the tick of each hit, and its push. */
function written(Beat $beat): string
{
    $text = '';
    foreach ($beat->rows as $row => $hits) {
        $ticks = array_map(static fn (array $hit): string => $hit[0].(0 === $hit[1] ? '' : sprintf('%+d', $hit[1])), $hits);
        $text .= "   $row: ".implode(' ', $ticks)."\n";
    }

    return $text;
}

if (isset($options['case'])) {
    $hearing = Hearing::of($seed, (int) $options['case']);
    $target = $hearing->target;
    echo implode(', ', $hearing->made), " in $target->meter, $target->bars bars\n", written($target);
    echo "was played in {$hearing->played->bars} bars\n", written($hearing->played);
    echo implode("\n", $hearing->sentences()), "\n", $hearing->objection() ?? 'no objection', "\n";
    exit;
}
$rates = [];
$start = hrtime(true);
for ($case = 0; $case < $cases; ++$case) {
    $hearing = Hearing::of($seed, $case);
    $objection = $hearing->objection();
    [$sound, $short] = [null === $objection, $hearing->isShort()];
    foreach (['all', count($hearing->made).' causes', ...$hearing->made] as $group) {
        $rates[$group] ??= [0, 0, 0, 0, 0];
        foreach ([true, $hearing->isExact(), $sound, $short, $sound && $short] as $i => $is) {
            $rates[$group][$i] += $is ? 1 : 0;
        }
    }
    if ((!$sound || !$short) && $show-- > 0) {
        echo "\ncase $case: ", implode(', ', $hearing->made), $short ? '' : ' - too long', $sound ? '' : " - $objection", "\n";
        echo '   ', implode("\n   ", $hearing->sentences()), "\n";
    }
}
printf("%d beats of seed %d, %.1f ms each, with making and judging them\n", $cases, $seed, (hrtime(true) - $start) / 1e6 / $cases);
printf("%-20s %6s %8s %8s %8s %9s\n", '', 'beats', 'exact', 'sound', 'short', 'accepted');
ksort($rates);
foreach (['all' => $rates['all']] + $rates as $group => [$count, $exact, $sound, $short, $both]) {
    $percent = array_map(static fn (int $of): string => sprintf('%7.2f%%', 100 * $of / $count), [$exact, $sound, $short, $both]);
    printf("%-20s %6d %s %s %s  %s\n", $group, $count, ...$percent);
}
