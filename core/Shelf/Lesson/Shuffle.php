<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Shuffle
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'shuffle',
            [['kind' => 'swing-between', 'low' => 56, 'high' => 72], ['kind' => 'starts-with', 'instrument' => 'kick']],
            <<<'GROOVES'
                = Slow Boat | 4/4 | 78 | 1 | swing 66.67/8
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                ride        x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Rolling Barrels | 4/4 | 96 | 2 | swing 66.67/8
                kick        x.x.|..x.|x.x.|..x.
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Lantern Shuffle | 4/4 | 104 | 2 | swing 64/8
                kick        x...|x...|x...|x...
                snare       s.g.|X.g.|s.g.|X.g.
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims swings, accents snare backbeat

                = Half Speed | 4/4 | 72 | 3 | swing 66.67/16
                kick        X...|..x.|....|.x..
                snare       ...g|.g..|X..g|.g..
                closed-hat  x.sx|x.sx|x.sx|x.sx
                claims swings, accents-at snare 9

                = Barely Swung | 4/4 | 100 | 2 | swing 57/16
                kick        x...|..x.|..x.|....
                snare       ....|X...|....|X...
                closed-hat  xsxs|xsxs|xsxs|xsxs
                claims swings

                = Ride Watch | 4/4 | 132 | 2 | swing 64/8
                kick        s...|s...|s...|s...
                ride        x...|x.s.|x...|x.s.
                pedal-hat   ....|x...|....|x...
                claims swings, at pedal-hat 5 13
                GROOVES,
        );
    }
}
