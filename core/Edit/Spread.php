<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Input\Range;

/** So many hits as evenly as the steps allow: the gaps between neighbours differ by one step at most. */
final readonly class Spread
{
    /**
     * Place i stands at ⌊i · steps / count⌋ (Clough and Douthett, "Maximally even sets"), then everything is turned by $start.
     *
     * @param int $count hits, 0 to $steps
     * @param int $steps 1–1024
     * @param int $start the step of the first hit, from 0
     *
     * @return list<int> steps from 0, rising
     *
     * @throws \Pulsanda\Core\Input\InvalidInput
     */
    public static function over(int $count, int $steps, int $start = 0): array
    {
        Range::check('steps', $steps, 1, 1024);
        Range::check('count', $count, 0, $steps);
        Range::check('start', $start, 0, $steps - 1);
        $places = [];
        for ($i = 0; $i < $count; ++$i) {
            $places[] = ($start + intdiv($i * $steps, $count)) % $steps;
        }
        sort($places);

        return $places;
    }
}
