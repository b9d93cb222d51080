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
}
