<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Snap;

/** Which grid a row that comes from elsewhere is shown on. */
final readonly class Grids
{
    private const SNAPS = [Snap::Sixteenth, Snap::EighthTriplet, Snap::ThirtySecond, Snap::SixteenthTriplet, Snap::ThirtySecondTriplet];

    /**
     * The coarsest grid that all stand on; where there is none, the finest.
     *
     * @param array<int> $ticks
     * @param int        $near  ticks that one may lie beside it
     */
    public static function coarsest(array $ticks, int $near = 0): Snap
    {
        foreach (self::SNAPS as $snap) {
            $step = $snap->ticks();
            $off = array_filter($ticks, static fn (int $tick): bool => abs($tick - $step * (int) round($tick / $step)) > $near);
            if ([] === $off) {
                return $snap;
            }
        }

        return Snap::SixtyFourth;
    }
}
