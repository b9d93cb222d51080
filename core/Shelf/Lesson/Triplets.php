<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Triplets
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'triplets',
            [
                ['kind' => 'starts-with', 'instrument' => 'kick'],
                ['kind' => 'hits-between', 'instrument' => 'all', 'low' => 12, 'high' => 32, 'per' => 'bar'],
            ],
            <<<'GROOVES'
                = Three to a Lamp | 4/4 | 72 | 1 | grid 8t
                kick        x..|...|x..|...
                snare       ...|X..|...|X..
                closed-hat  xss|xss|xss|xss
                claims divides closed-hat 3

                = Slow Dance | 4/4 | 60 | 1 | grid 8t
                kick        X..|..x|x..|...
                side-stick  ...|x..|...|x..
                ride        xss|xss|xss|xss
                claims divides ride 3

                = Skipping Stones | 4/4 | 84 | 2 | grid 8t
                kick        x..|...|x.x|...
                snare       ...|X..|...|X..
                closed-hat  x.s|x.s|x.s|x.s
                claims lengths closed-hat 640 320

                = Down the Steps | 4/4 | 88 | 2 | grid 8t
                kick        x..|...|x..|...
                snare       ...|X..|...|...
                high-tom    ...|...|...|x..
                low-mid-tom ...|...|...|.x.
                floor-tom   ...|...|...|..x
                closed-hat  x.s|x.s|x.s|...
                claims falls 2880

                = Three over Two | 4/4 | 76 | 3 | grid 8t
                kick        x..|x..|x..|x..
                cowbell     x.x|.x.|x.x|.x.
                snare       ...|X..|...|X..
                claims backbeat, apart cowbell 640

                = Rising Water | 4/4 | 80 | 3 | grid 8t
                kick        x..|x..|x..|x..
                snare       ggg|sss|xxx|XXX
                claims grows snare 1
                GROOVES,
        );
    }
}
