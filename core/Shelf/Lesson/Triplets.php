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
            'Triplets',
            'Three to a beat, written and felt.',
            [
                ['kind' => 'starts-with', 'instrument' => 'kick'],
                ['kind' => 'hits-between', 'instrument' => 'all', 'low' => 12, 'high' => 32, 'per' => 'bar'],
            ],
            <<<'GROOVES'
                = Three to a Lamp | 4/4 | 72 | 1 | grid 8t
                Listen for three even strokes between one lamp and the next.
                kick        x..|...|x..|...
                snare       ...|X..|...|X..
                closed-hat  xss|xss|xss|xss
                claims divides closed-hat 3

                = Slow Dance | 4/4 | 60 | 1 | grid 8t
                Listen for the ride rocking in threes, and for the side stick that waits.
                kick        X..|..x|x..|...
                side-stick  ...|x..|...|x..
                ride        xss|xss|xss|xss
                claims divides ride 3

                = Skipping Stones | 4/4 | 84 | 2 | grid 8t
                Listen for the middle stroke left out: that is a shuffle.
                kick        x..|...|x.x|...
                snare       ...|X..|...|X..
                closed-hat  x.s|x.s|x.s|x.s
                claims lengths closed-hat 640 320

                = Down the Steps | 4/4 | 88 | 2 | grid 8t
                Listen for the toms going down three steps on beat 4.
                kick        x..|...|x..|...
                snare       ...|X..|...|...
                high-tom    ...|...|...|x..
                low-mid-tom ...|...|...|.x.
                floor-tom   ...|...|...|..x
                closed-hat  x.s|x.s|x.s|...
                claims falls 2880

                = Three over Two | 4/4 | 76 | 3 | grid 8t
                Listen for the cowbell on every second triplet: three strokes while the kick makes two.
                kick        x..|x..|x..|x..
                cowbell     x.x|.x.|x.x|.x.
                snare       ...|X..|...|X..
                claims backbeat, apart cowbell 640

                = Rising Water | 4/4 | 80 | 3 | grid 8t
                Listen for the snare that gets louder through the bar, three strokes a beat.
                kick        x..|x..|x..|x..
                snare       ggg|sss|xxx|XXX
                claims grows snare 1
                GROOVES,
        );
    }
}
