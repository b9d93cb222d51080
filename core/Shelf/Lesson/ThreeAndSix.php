<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class ThreeAndSix
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'three-and-six',
            [['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'instruments-at-least', 'number' => 2]],
            <<<'GROOVES'
                = Dance Floor | 3/4 | 108 | 1
                kick        x...|....|....
                snare       ....|s...|s...
                closed-hat  x...|x...|x...
                claims at kick 1

                = Harbour Waltz | 3/4 | 132 | 2
                kick        X...|....|....|x...|....|x...
                side-stick  ....|x...|x...|....|x...|....
                ride        x...|x.s.|x...|x...|x.s.|x...
                claims includes kick 21

                = Rocking Dinghy | 6/8 | 60 | 1
                kick        x.....|......
                snare       ......|X.....
                closed-hat  x.x.x.|x.x.x.
                claims backbeat

                = Swell and Spray | 6/8 | 72 | 2
                kick        X.....|....x.
                snare       ......|X.....
                ride        x.s.s.|x.s.s.
                claims includes kick 11

                = Mist Ballad | 12/8 | 56 | 2
                kick        x.....|......|x...x.|......
                snare       ......|X.....|......|X.....
                closed-hat  x.s.s.|x.s.s.|x.s.s.|x.s.s.
                claims backbeat, divides closed-hat 3

                = Six or Three | 6/8 | 88 | 3
                kick        x.....|x.....
                cowbell     x...x.|..x...
                shaker      x.x.x.|x.x.x.
                claims apart cowbell 960

                = Two over Three | 3/4 | 84 | 3
                kick        x...|x...|x...
                cowbell     x...|..x.|....
                claims apart cowbell 1440
                GROOVES,
        );
    }
}
