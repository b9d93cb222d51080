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
            'Five and seven',
            'Groups of two and three that make a longer bar.',
            [['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'uses', 'instruments' => ['kick', 'snare']]],
            <<<'GROOVES'
                = Heron | 5/4 3+2 | 104 | 2
                Listen for three steps and two: the snare stands where the second group begins.
                kick        X...|....|....|....|x...
                snare       ....|....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.
                claims includes snare 13

                = Five Posts | 5/4 2+3 | 96 | 2
                Listen for the group of two first; everything comes sooner than you think.
                kick        x...|....|x...|....|....
                snare       ....|....|....|....|X...
                closed-hat  x...|x...|x...|x...|x...
                claims groups 2 3

                = Short Five | 5/8 3+2 | 160 | 3
                Listen for long, short: three eighths, then two.
                kick        x.....|....
                snare       ......|X...
                closed-hat  x.s.s.|x.s.
                claims groups 3 2

                = Seven Bells | 7/8 2+2+3 | 168 | 2
                Listen for short, short, long; the bell counts the groups.
                kick        x...|....|......
                snare       ....|....|X.....
                ride-bell   x...|x...|x.....
                closed-hat  ..s.|..s.|..s.s.
                claims groups 2 2 3

                = Long One First | 7/8 3+2+2 | 150 | 3
                Listen for the long group at the start: it makes the two short ones hurry.
                kick        X.....|....|x...
                snare       ......|X...|..x.
                ride        x.s.s.|x.s.|x.s.
                claims groups 3 2 2

                = Seven Walkers | 7/4 4+3 | 112 | 3
                Listen for a bar of four and a bar of three without the line between them.
                kick        x...|....|x...|....|x...|..x.|....
                snare       ....|X...|....|X...|....|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims groups 4 3
                GROOVES,
        );
    }
}
