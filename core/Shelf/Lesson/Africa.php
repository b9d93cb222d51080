<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Africa
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'africa',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Gahu | 4/4 | 112 | 3 | kit tide-pool | from the Ewe of Ghana and Togo
                low-agogo   x..x|..x.|..x.|..x.
                kick        x...|x...|x...|x...
                claims at low-agogo 1 4 7 11 15, tempo 100 140

                = Kpanlogo | 4/4 | 112 | 2 | kit tide-pool | from the Ga of Ghana
                high-agogo  x..x|..x.|..x.|x...
                cabasa      x...|x...|x...|x...
                claims at high-agogo 1 4 7 11 13, tempo 96 130

                = Agbadza | 12/8 | 112 | 2 | grid 8 | kit tide-pool | from the Ewe of Ghana and Togo
                high-agogo  x.x|.xx|.x.|x.x
                cabasa      x..|x..|x..|x..
                claims at high-agogo 1 3 5 6 8 10 12, tempo 96 130

                = Fume fume | 12/8 | 108 | 2 | grid 8 | kit tide-pool | from the Ga of Ghana
                high-agogo  x.x|.x.|.x.|x..
                kick        x..|x..|x..|x..
                claims at high-agogo 1 3 5 8 10, tempo 90 130

                = Shiko | 4/4 | 108 | 1 | kit tide-pool | from Nigeria and Benin
                high-agogo  x...|x.x.|..x.|x...
                kick        x...|x...|x...|x...
                claims at high-agogo 1 5 7 11 13, tempo 90 130

                = Soukous | 4/4 | 120 | 3 | kit tide-pool | from the Congo
                snare       x..x|..x.|..xx|....
                kick        x...|x...|x...|x...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at snare 1 4 7 11 12, tempo 110 150

                = Two in Three, Three in Two | 6/8 | 96 | 2 | kit tide-pool | from West and Central Africa
                kick        x.....|x.....
                clap        x...x.|..x...
                claims apart clap 960

                = Bikutsi | 6/8 | 116 | 2 | grid 8 | kit tide-pool | from the Beti of Cameroon | players 3
                kick        x..|x..
                clap        x.x|.x.
                shaker      xss|xss
                claims tempo 100 140, at clap 1 3 5

                = Djembe Accompaniment | 4/4 | 104 | 2 | kit tide-pool | from the Maninka of Guinea | players 2
                mute-conga  X..X|....|X..X|....
                open-conga  ....|.xx.|....|.xx.
                kick        x...|x...|x...|x...
                claims tempo 90 140, at mute-conga 1 4 9 12, at open-conga 6 7 14 15
                GROOVES,
        );
    }
}
