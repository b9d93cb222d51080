<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Fills
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'fills',
            'Fills',
            'A bar that goes on, and a bar that says so.',
            [
                ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 4, 'instruments' => []],
                ['kind' => 'bars-differ', 'bars' => [1, 2], 'low' => 3, 'high' => 24],
            ],
            <<<'GROOVES'
                = Four Knocks | 4/4 | 92 | 1
                Listen for four even knocks on the last beat; then it begins again.
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|xxxx
                closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|....

                = Crash Home | 4/4 | 100 | 2
                Listen for the crash on 1: the fill has somewhere to arrive.
                crash       X...|....|....|....|....|....|....|....
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|..xx|xxxX
                closed-hat  ..x.|x.x.|x.x.|x.x.|x.x.|x.x.|x...|....

                = Round the Drums | 4/4 | 88 | 2
                Listen for the way down: snare, high, middle, floor, a beat each.
                kick        x...|....|x...|....|x...|x...|x...|x...
                snare       ....|X...|....|X...|xxxx|....|....|....
                high-tom    ....|....|....|....|....|xxxx|....|....
                low-mid-tom ....|....|....|....|....|....|xxxx|....
                floor-tom   ....|....|....|....|....|....|....|xxxx
                closed-hat  x.x.|x.x.|x.x.|x.x.|....|....|....|....

                = One Breath Before | 4/4 | 84 | 2
                Listen for the silence before the fill; it makes the four strokes larger.
                kick        X...|....|x.x.|....|X...|....|....|....
                snare       ....|X...|....|X...|....|X...|....|XxxX
                closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|....|....

                = Rolling Home | 4/4 | 96 | 3
                Listen for the last beat, where every stroke is doubled.
                kick        x...|..x.|x...|....|x...|..x.|x...|....
                snare       ....|X...|....|X...|....|X...|..x.|dddd
                closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x...|....

                = Over the Line | 4/4 | 104 | 3
                Listen for groups of three sixteenths that land on 1 by themselves.
                kick        X...|....|x...|....|x...|....|.x..|x..x
                snare       ....|X...|....|X...|....|X.xx|..xx|.xx.
                closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x...|....|....
                GROOVES,
        );
    }
}
