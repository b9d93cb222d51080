<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Pulse
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'pulse',
            [['kind' => 'starts-with', 'instrument' => 'kick'], ['kind' => 'fullness-at-most', 'percent' => 50, 'except' => []]],
            <<<'GROOVES'
                = First Lamp | 4/4 | 80 | 1
                kick        x...|x...|x...|x...
                claims apart kick 960

                = Two Lamps | 4/4 | 84 | 1
                kick        x...|....|x...|....
                high-tom    ....|x...|....|x...
                claims alone low-woodblock high-woodblock

                = Quay Walk | 4/4 | 88 | 1
                kick        x...|....|x...|....
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims at kick 1 9

                = Long Rope | 4/4 | 72 | 1
                kick        X...|....|....|....
                snare       ....|....|x...|....
                closed-hat  x...|x...|x...|....
                claims rests 13

                = Bell Buoy | 4/4 | 76 | 2
                kick        x...|x...|x...|x...|x...|x...|x...|x...
                ride-bell   X...|....|....|....|x...|....|....|....
                pedal-hat   ....|x...|....|x...|....|x...|....|x...
                claims at ride-bell 1 17

                = Empty Pier | 4/4 | 66 | 2
                kick        X...|....|....|....
                side-stick  ....|....|x...|....
                shaker      ....|....|....|..s.
                claims strokes 3
                GROOVES,
        );
    }
}
