<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class FiveAndSeven
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'five-and-seven',
            [['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'uses', 'instruments' => ['kick', 'snare']]],
            <<<'GROOVES'
                = Heron | 5/4 3+2 | 104 | 2
                kick        X...|....|....|....|x...
                snare       ....|....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.
                claims includes snare 13

                = Five Posts | 5/4 2+3 | 96 | 2
                kick        x...|....|x...|....|....
                snare       ....|....|....|....|X...
                closed-hat  x...|x...|x...|x...|x...
                claims groups 2 3

                = Short Five | 5/8 3+2 | 160 | 3
                kick        x.....|....
                snare       ......|X...
                closed-hat  x.s.s.|x.s.
                claims groups 3 2

                = Seven Bells | 7/8 2+2+3 | 168 | 2
                kick        x...|....|......
                snare       ....|....|X.....
                ride-bell   x...|x...|x.....
                closed-hat  ..s.|..s.|..s.s.
                claims groups 2 2 3

                = Long One First | 7/8 3+2+2 | 150 | 3
                kick        X.....|....|x...
                snare       ......|X...|..x.
                ride        x.s.s.|x.s.|x.s.
                claims groups 3 2 2

                = Seven Walkers | 7/4 4+3 | 112 | 3
                kick        x...|....|x...|....|x...|..x.|....
                snare       ....|X...|....|X...|....|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims groups 4 3
                GROOVES,
        );
    }
}
