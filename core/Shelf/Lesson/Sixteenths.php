<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Sixteenths
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'sixteenths',
            [
                ['kind' => 'hits-between', 'instrument' => 'all', 'low' => 16, 'high' => 40, 'per' => 'bar'],
                ['kind' => 'starts-with', 'instrument' => 'kick'],
            ],
            <<<'GROOVES'
                = Rain on Slate | 4/4 | 76 | 1
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                closed-hat  xsss|xsss|xsss|xsss
                claims backbeat

                = Two Hands | 4/4 | 84 | 2
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                closed-hat  xsss|.xss|xsss|.xss
                claims alone closed-hat snare

                = Gallop on the Sand | 4/4 | 96 | 2
                kick        x...|x...|x...|x...
                snare       ....|X...|....|X...
                closed-hat  x.ss|x.ss|x.ss|x.ss
                claims lengths closed-hat 480 240 240

                = Backwards Gallop | 4/4 | 92 | 2
                kick        x...|....|x..x|....
                snare       ....|X...|....|X...
                closed-hat  xss.|xss.|xss.|xss.
                claims lengths closed-hat 240 240 480

                = Shaker Crew | 4/4 | 100 | 2
                kick        x..x|..x.|x..x|..x.
                clap        ....|x...|....|x...
                shaker      ssss|ssss|ssss|ssss
                claims backbeat, even shaker

                = Fine Mesh | 4/4 | 88 | 3
                kick        x...|..x.|.x..|...x
                snare       ....|X..g|.g..|X...
                closed-hat  x.ss|x.ss|x.ss|x.ss
                claims includes kick 16
                GROOVES,
        );
    }
}
