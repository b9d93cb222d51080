<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Styles
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'styles',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Half-Time Rock | 4/4 | 140 | 1
                kick        X...|....|....|..x.
                snare       ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at snare 9, tempo 60 160

                = Double-Time Rock | 4/4 | 92 | 2
                kick        x...|x...|x...|x...
                snare       ..X.|..X.|..X.|..X.
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at snare 3 7 11 15, tempo 80 120

                = Train Beat | 4/4 | 104 | 2
                kick        x...|x...|x...|x...
                snare       ssXs|ssXs|ssXs|ssXs
                claims accents snare offbeats, tempo 90 140

                = Disco | 4/4 | 116 | 2
                kick        X...|X...|X...|X...
                snare       ....|X...|....|X...
                closed-hat  x...|x...|x...|x...
                open-hat    ..x.|..x.|..x.|..x.
                claims backbeat, at open-hat 3 7 11 15, tempo 105 130

                = House | 4/4 | 124 | 1
                kick        X...|X...|X...|X...
                clap        ....|x...|....|x...
                open-hat    ..x.|..x.|..x.|..x.
                claims backbeat, tempo 115 130

                = Boom Bap | 4/4 | 90 | 2 | swing 58/16
                kick        X...|...x|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat, tempo 80 100

                = Two-Step at 170 | 4/4 | 170 | 3
                kick        X...|....|..x.|....
                snare       ....|X...|....|X...
                ride        x.s.|x.s.|x.s.|x.s.
                claims backbeat, tempo 160 180

                = Motor Hall | 4/4 | 126 | 1
                kick        x.x.|..x.|x.x.|..x.
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat, even closed-hat, tempo 115 140

                = Twelve-Eight Blues | 12/8 | 66 | 1 | from United States, blues
                kick        X.....|......|x...x.|......
                snare       ......|X.....|......|X.....
                closed-hat  x.s.s.|x.s.s.|x.s.s.|x.s.s.
                claims backbeat, divides closed-hat 3, tempo 46 80

                = Brush Ballad | 4/4 | 66 | 2 | swing 66.67/8 | from United States, jazz
                snare       s...|x.s.|s...|x.s.
                pedal-hat   ....|x...|....|x...
                kick        s...|....|s...|....
                claims swings, tempo 50 80

                = Medium Swing | 4/4 | 132 | 2 | swing 66.67/8 | from United States, jazz
                ride        x...|x.s.|x...|x.s.
                pedal-hat   ....|x...|....|x...
                claims at ride 1 5 7 9 13 15, at pedal-hat 5 13, tempo 110 180

                = Swing with Comping | 4/4 | 132 | 3 | swing 66.67/8 | from United States, jazz
                ride        x...|x.s.|x...|x.s.|x...|x.s.|x...|x.s.
                pedal-hat   ....|x...|....|x...|....|x...|....|x...
                snare       ....|..s.|....|....|..s.|....|....|..x.
                kick        ....|....|....|..x.|....|....|..s.|....
                claims swings, tempo 100 260

                = Jazz Waltz | 3/4 | 126 | 2 | swing 66.67/8 | from United States, jazz
                ride        x...|x.s.|x...
                pedal-hat   ....|x...|....
                kick        x...|....|....
                claims swings, tempo 96 200

                = Second Line | 4/4 | 96 | 3 | swing 56/16 | from New Orleans
                kick        X..x|....|x...|x...
                snare       x.sX|s.xs|s.Xs|X.ss
                claims at kick 1 4 9 13, tempo 84 116

                = Linear Walk | 4/4 | 88 | 2
                closed-hat  xx..|.x..|xx..|....
                snare       ...g|X...|...g|X...
                kick        ..x.|..x.|..x.|..x.
                claims backbeat, linear

                = Linear Six | 4/4 | 84 | 3
                closed-hat  x..x|..x.|.x..|x...
                snare       .x..|x..X|..X.|.xx.
                kick        ..x.|.x..|x..x|...x
                claims linear

                = Paradiddle Groove | 4/4 | 84 | 2
                closed-hat  x.xx|.x..|x.xx|.x..
                snare       .s..|X.ss|.s..|X.ss
                kick        x...|....|x...|....
                claims backbeat

                = Inverted Paradiddle Groove | 4/4 | 80 | 3
                closed-hat  x..x|.xx.|x..x|.xx.
                snare       .ss.|X..s|.ss.|X..s
                kick        x...|..x.|x...|....
                claims backbeat
                GROOVES,
        );
    }
}
