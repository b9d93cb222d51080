<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Pattern\Stroke;

/** How two rows of ticks lie on one another. */
final readonly class Fit
{
    /**
     * @param list<Stroke|Played> $row
     *
     * @return list<int>
     */
    public static function ticks(array $row): array
    {
        $ticks = [];
        foreach ($row as $one) {
            $ticks[] = $one->tick;
        }

        return $ticks;
    }

    /**
     * @param list<int> $asked  ticks
     * @param list<int> $played
     *
     * @return int strokes that have no other within the grace, when what was played is put so much earlier
     */
    public static function misfit(array $asked, array $played, int $grace, int $by = 0): int
    {
        return \count($asked) + \count($played) - 2 * Likeness::common($asked, $played, $grace, $by);
    }

    /**
     * @param list<int> $asked  ticks
     * @param list<int> $played
     *
     * @return int ticks by which those that have one another lie apart then
     */
    public static function rest(array $asked, array $played, int $grace, int $by): int
    {
        [$i, $j, $rest] = [0, 0, 0];
        while (isset($asked[$i], $played[$j])) {
            $late = $played[$j] - $by - $asked[$i];
            if (abs($late) <= $grace) {
                $rest += abs($late);
            }
            $i += $late >= -$grace ? 1 : 0;
            $j += $late <= $grace ? 1 : 0;
        }

        return $rest;
    }
}
