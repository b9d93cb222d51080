<?php

declare(strict_types=1);

namespace Pulsanda\Core\Play;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Row;

/** How hard the strokes of a row are. */
final readonly class Dynamics
{
    /** @return array{softest: int, loudest: int, median: int} velocities; of a row with strokes */
    public static function ofRow(Row $row): array
    {
        $velocities = array_map(static fn (Hit $hit): int => $hit->velocity, $row->hits);

        return [
            'softest' => [] === $velocities ? 0 : min($velocities),
            'loudest' => [] === $velocities ? 0 : max($velocities),
            'median' => (int) round(Median::of($velocities)),
        ];
    }
}
