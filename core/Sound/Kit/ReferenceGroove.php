<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** The beat by which kits are brought to one loudness. */
final readonly class ReferenceGroove
{
    /** LUFS: what a kit is brought to with it. */
    public const LOUDNESS = -20.0;

    public static function pattern(): Pattern
    {
        $meter = Meter::of(4, 4);
        $groove = <<<'GRID'
            kick       X...|..x.|x.x.|....|X...|..x.|x...|....
            snare      ..g.|X..g|.g..|X...|..g.|X..g|.g.x|X.xx
            closed-hat X.x.|X.x.|X.x.|X...|X.x.|X.x.|X.x.|X.x.
            open-hat   ....|....|....|..x.|....|....|....|....
            floor-tom  ....|....|....|....|....|....|....|..x.
            high-tom   ....|....|....|....|....|....|....|x...
            GRID;

        return Pattern::of('Reference', $meter, Tempo::of(100, '4'), [TextGrid::section($groove, $meter, 2)]);
    }
}
