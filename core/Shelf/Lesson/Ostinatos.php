<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

/** Named as the trade names them. */
final readonly class Ostinatos
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'ostinatos',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2], ['kind' => 'instruments-at-least', 'number' => 2]],
            <<<'GROOVES'
                = Son clave, three-two | 4/4 | 96 | 2 | kit tide-pool | from Cuba
                claves      x...|..x.|....|x...|....|x...|x...|....
                shaker      x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims tempo 80 120, at claves 1 7 13 21 25

                = Son clave, two-three | 4/4 | 96 | 2 | kit tide-pool | from Cuba
                claves      ....|x...|x...|....|x...|..x.|....|x...
                maracas     x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims tempo 80 120, at claves 5 9 17 23 29

                = Rumba clave | 4/4 | 100 | 3 | kit tide-pool | from Cuba
                claves      x...|..x.|....|..x.|....|x...|x...|....
                low-conga   x...|....|x...|..x.|x...|....|x...|..x.
                claims tempo 84 140, at claves 1 7 15 21 25

                = Cumbia | 4/4 | 92 | 1 | kit tide-pool | from Colombia | players 3
                kick        x...|....|x...|....
                long-guiro  x...|....|x...|....
                short-guiro ....|x.x.|....|x.x.
                maracas     ..s.|s.s.|..s.|s.s.
                claims tempo 80 110, at kick 1 9

                = Tumbao | 4/4 | 92 | 2 | kit tide-pool | from Cuba
                mute-conga  s.s.|X.s.|s.s.|....
                open-conga  ....|....|....|x.x.
                claims tempo 76 110, at open-conga 13 15

                = Martillo | 4/4 | 108 | 2 | kit tide-pool | from Cuba
                high-bongo  X.s.|s.s.|X.s.|..s.
                low-bongo   ....|....|....|x...
                claims tempo 90 130, at low-bongo 13

                = Bossa nova | 4/4 | 112 | 2 | kit pier | from Rio de Janeiro
                kick        x...|..x.|x...|..x.|x...|..x.|x...|..x.
                side-stick  x...|..x.|....|x...|....|x...|..x.|....
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims tempo 100 150, at side-stick 1 7 13 21 27

                = Samba | 2/4 | 96 | 3 | kit tide-pool | from Rio de Janeiro
                kick        s..s|X..s
                shaker      xssx|xssx
                tambourine  x.xx|x.xx
                claims tempo 88 130, accents-at kick 5

                = Baião | 2/4 | 92 | 2 | kit tide-pool | from Northeast Brazil | players 2
                kick        x..x|....
                mute-triangle xx.x|xx.x
                open-triangle ..x.|..x.
                claims tempo 80 120, at kick 1 4

                = Bembé | 12/8 | 88 | 3 | grid 8 | kit tide-pool | from Cuba, of Yoruba origin
                cowbell     x.x|.xx|.x.|x.x
                kick        x..|x..|x..|x..
                claims tempo 80 130, at cowbell 1 3 5 6 8 10 12

                = Maracatu, in one of its shapes | 4/4 | 92 | 3 | kit tide-pool | from Recife | players 3
                kick        X...|....|x...|....
                snare       XssX|ssXs|sXss|XssX
                high-agogo  x.x.|.x.x|.x.x|.x.x
                claims tempo 80 110, at high-agogo 1 3 6 8 10 12 14 16
                GROOVES,
        );
    }
}
