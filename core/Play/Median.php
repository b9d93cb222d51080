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

    /**
     * How far from it half of them lie at most: the median of all ways to it.
     *
     * @param list<float|int> $values
     */
    public static function spread(array $values): float
    {
        $median = self::of($values);

        return self::of(array_map(static fn (float|int $one): float => abs($one - $median), $values));
    }
}
