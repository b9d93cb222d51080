<?php

declare(strict_types=1);

namespace Pulsanda\Core\Play;

/** The one in the middle; of an even number, what lies between the two there. */
final readonly class Median
{
    /** @param list<float|int> $values */
    public static function of(array $values): float
    {
        if ([] === $values) {
            return 0;
        }
        sort($values);
        $last = \count($values) - 1;

        return ($values[intdiv($last, 2)] + $values[intdiv($last + 1, 2)]) / 2;
    }
}
