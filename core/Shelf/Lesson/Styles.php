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
            'Ways to play a set',
            'The same drums, moved by a hand or a foot, become another music.',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Half-Time Rock | 4/4 | 140 | 1
                Listen for one backbeat a bar, on 3: everything seems half as fast.
                kick        X...|....|....|..x.
                snare       ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at snare 9, tempo 60 160

                = Double-Time Rock | 4/4 | 92 | 2
                Listen for a snare on every &: everything seems twice as fast.
                kick        x...|x...|x...|x...
                snare       ..X.|..X.|..X.|..X.
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at snare 3 7 11 15, tempo 80 120

                = Train Beat | 4/4 | 104 | 2
                Listen for the wheels: sixteenths on the snare that never stop, with an accent on each &.
                kick        x...|x...|x...|x...
                snare       ssXs|ssXs|ssXs|ssXs
                claims accents snare offbeats, tempo 90 140

                = Disco | 4/4 | 116 | 2
                Listen for the open hat on every &, closed again by each beat.
                kick        X...|X...|X...|X...
                snare       ....|X...|....|X...
                closed-hat  x...|x...|x...|x...
                open-hat    ..x.|..x.|..x.|..x.
                claims backbeat, at open-hat 3 7 11 15, tempo 105 130

                = House | 4/4 | 124 | 1
                Listen for the kick on all four, and the clap that joins it on 2 and 4.
                kick        X...|X...|X...|X...
                clap        ....|x...|....|x...
                open-hat    ..x.|..x.|..x.|..x.
                claims backbeat, tempo 115 130

                = Boom Bap | 4/4 | 90 | 2 | swing 58/16
                Listen for the two kicks before 3, and the hats that lean a little.
                kick        X...|...x|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat, tempo 80 100

                = Two-Step at 170 | 4/4 | 170 | 3
                Listen for the second kick, late in the bar; the backbeat is where it always is.
                kick        X...|....|..x.|....
                snare       ....|X...|....|X...
                ride        x.s.|x.s.|x.s.|x.s.
                claims backbeat, tempo 160 180

                = Motor Hall | 4/4 | 126 | 1
                Listen for eighths on kick or snare with no gap: the song is added on top.
                kick        x.x.|..x.|x.x.|..x.
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat, even closed-hat, tempo 115 140

                = Twelve-Eight Blues | 12/8 | 66 | 1 | from United States, blues
                Listen for three hats in every beat, and the backbeat on the second and fourth.
                kick        X.....|......|x...x.|......
                snare       ......|X.....|......|X.....
                closed-hat  x.s.s.|x.s.s.|x.s.s.|x.s.s.
                claims backbeat, divides closed-hat 3, tempo 46 80

                = Brush Ballad | 4/4 | 66 | 2 | swing 66.67/8 | from United States, jazz
                Listen for the brush that walks in quarters, leans on 2 and 4, and skips after each.
                snare       s...|x.s.|s...|x.s.
                pedal-hat   ....|x...|....|x...
                kick        s...|....|s...|....
                claims swings, tempo 50 80

                = Medium Swing | 4/4 | 132 | 2 | swing 66.67/8 | from United States, jazz
                Listen for the ride: a step, then a step with a skip, and the hat closing on 2 and 4.
                ride        x...|x.s.|x...|x.s.
                pedal-hat   ....|x...|....|x...
                claims at ride 1 5 7 9 13 15, at pedal-hat 5 13, tempo 110 180

                = Swing with Comping | 4/4 | 132 | 3 | swing 66.67/8 | from United States, jazz
                Listen for the snare that answers the ride between its steps; the ride does not mind.
                ride        x...|x.s.|x...|x.s.|x...|x.s.|x...|x.s.
                pedal-hat   ....|x...|....|x...|....|x...|....|x...
                snare       ....|..s.|....|....|..s.|....|....|..x.
                kick        ....|....|....|..x.|....|....|..s.|....
                claims swings, tempo 100 260

                = Jazz Waltz | 3/4 | 126 | 2 | swing 66.67/8 | from United States, jazz
                Listen for the ride with one skip a bar, and the hat on 2.
                ride        x...|x.s.|x...
                pedal-hat   ....|x...|....
                kick        x...|....|....
                claims swings, tempo 96 200

                = Second Line | 4/4 | 96 | 3 | swing 56/16 | from New Orleans
                Listen for the street: a press on the snare before 4 and on it, and a kick that answers there.
                kick        X..x|....|x...|x...
                snare       x.sX|s.xs|s.Xs|X.ss
                claims at kick 1 4 9 13, tempo 84 116

                = Linear Walk | 4/4 | 88 | 2
                Listen for one sound at a time: hand, hand, foot, and nothing ever meets.
                closed-hat  xx..|.x..|xx..|....
                snare       ...g|X...|...g|X...
                kick        ..x.|..x.|..x.|..x.
                claims backbeat, linear

                = Linear Six | 4/4 | 84 | 3
                Listen for six sixteenths, hand hand foot hand hand foot; the last four bring it home.
                closed-hat  x..x|..x.|.x..|x...
                snare       .x..|x..X|..X.|.xx.
                kick        ..x.|.x..|x..x|...x
                claims linear

                = Paradiddle Groove | 4/4 | 84 | 2
                Listen for right hand on the hat, left on the snare: one hand pattern, a whole groove.
                closed-hat  x.xx|.x..|x.xx|.x..
                snare       .s..|X.ss|.s..|X.ss
                kick        x...|....|x...|....
                claims backbeat

                = Inverted Paradiddle Groove | 4/4 | 80 | 3
                Listen for the doubles in the middle: right, left, left, right.
                closed-hat  x..x|.xx.|x..x|.xx.
                snare       .ss.|X..s|.ss.|X..s
                kick        x...|..x.|x...|....
                claims backbeat
                GROOVES,
        );
    }
}
