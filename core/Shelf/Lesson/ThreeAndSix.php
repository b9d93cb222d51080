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
            'Three and six',
            'Waltz and compound time: where the second strong beat lies.',
            [['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'instruments-at-least', 'number' => 2]],
            <<<'GROOVES'
                = Dance Floor | 3/4 | 108 | 1
                Listen for low, high, high: the low one opens every bar.
                kick        x...|....|....
                snare       ....|s...|s...
                closed-hat  x...|x...|x...
                claims at kick 1

                = Harbour Waltz | 3/4 | 132 | 2
                Listen for bar two, where the kick comes back on 3 and turns the dancers round.
                kick        X...|....|....|x...|....|x...
                side-stick  ....|x...|x...|....|x...|....
                ride        x...|x.s.|x...|x...|x.s.|x...
                claims includes kick 21

                = Rocking Dinghy | 6/8 | 60 | 1
                Listen for two big beats: the boat goes down on 1 and up on 4.
                kick        x.....|......
                snare       ......|X.....
                closed-hat  x.x.x.|x.x.x.
                claims backbeat

                = Swell and Spray | 6/8 | 72 | 2
                Listen for the kick on 6, which leads back to 1.
                kick        X.....|....x.
                snare       ......|X.....
                ride        x.s.s.|x.s.s.
                claims includes kick 11

                = Mist Ballad | 12/8 | 56 | 2
                Listen for four slow beats with three inside each.
                kick        x.....|......|x...x.|......
                snare       ......|X.....|......|X.....
                closed-hat  x.s.s.|x.s.s.|x.s.s.|x.s.s.
                claims backbeat, divides closed-hat 3

                = Six or Three | 6/8 | 88 | 3
                Listen for the cowbell counting three while the kick counts two.
                kick        x.....|x.....
                cowbell     x...x.|..x...
                shaker      x.x.x.|x.x.x.
                claims apart cowbell 960

                = Two over Three | 3/4 | 84 | 3
                Listen for two strokes of the cowbell while the kick makes three.
                kick        x...|x...|x...
                cowbell     x...|..x.|....
                claims apart cowbell 1440
                GROOVES,
        );
    }
}
