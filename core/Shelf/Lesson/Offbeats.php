<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Offbeats
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'offbeats',
            [
                ['kind' => 'contains', 'frame' => Lesson::frame('closed-hat ..x.|..x.|..x.|..x.')],
                ['kind' => 'starts-with', 'instrument' => 'kick'],
            ],
            <<<'GROOVES'
                = Oars | 4/4 | 100 | 1
                kick        x...|x...|x...|x...
                closed-hat  ..x.|..x.|..x.|..x.
                claims alone kick closed-hat

                = Oars and Drum | 4/4 | 104 | 1
                kick        x...|x...|x...|x...
                snare       ....|X...|....|X...
                closed-hat  ..x.|..x.|..x.|..x.
                claims at snare 5 13

                = Jetty Lights | 4/4 | 118 | 2
                kick        x...|x...|x...|x...
                clap        ....|x...|....|x...
                closed-hat  ..x.|..x.|..x.|..x.
                open-hat    ....|....|....|...x
                claims backbeat

                = Slow Swell | 4/4 | 76 | 2
                kick        s...|....|X...|....
                side-stick  ....|....|x...|....
                closed-hat  ..x.|..x.|..x.|..x.
                claims together kick side-stick 9

                = Dry Dock | 4/4 | 92 | 2
                kick        x...|....|x...|....
                snare       ....|X...|....|X.x.
                closed-hat  ..x.|..x.|..x.|..x.
                tambourine  x...|....|x...|....
                claims together snare closed-hat 15

                = Crossing | 4/4 | 108 | 3
                kick        x...|..x.|x...|..x.
                cowbell     x...|x...|x...|x...
                closed-hat  ..x.|..x.|..x.|..x.
                snare       ....|X...|....|X...
                claims alone cowbell closed-hat
                GROOVES,
        );
    }
}
