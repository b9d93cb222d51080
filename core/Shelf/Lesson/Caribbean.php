<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Caribbean
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'caribbean',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Tresillo | 2/4 | 96 | 1 | kit tide-pool | from Cuba and the whole Caribbean
                claves      x..x|..x.
                kick        x...|x...
                claims at claves 1 4 7, tempo 70 120

                = Habanera | 2/4 | 88 | 1 | kit tide-pool | from Havana
                low-conga   x..x|x.x.
                claims at low-conga 1 4 5 7, tempo 60 100

                = Cinquillo | 2/4 | 88 | 2 | kit tide-pool | from Cuba and Haiti
                claves      x.xx|.xx.
                kick        x...|x...
                claims at claves 1 3 4 6 7, tempo 70 120

                = Bolero | 4/4 | 84 | 1 | kit tide-pool | from Cuba
                maracas     x...|x.x.|x...|x...
                low-conga   ....|....|....|x.x.
                claims at maracas 1 5 7 9 13, tempo 70 110

                = Cáscara, two-three | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba
                low-timbale x.|x.|xx|.x|.x|x.|x.|x.
                claims at low-timbale 1 3 5 6 8 10 11 13 15, tempo 160 220

                = Cáscara over clave | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba | players 2
                low-timbale x.|x.|xx|.x|.x|x.|x.|x.
                claves      ..|x.|x.|..|x.|.x|..|x.
                claims at claves 3 5 9 12 15, together low-timbale claves 3 5 15, tempo 160 220

                = Mambo Bell | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba
                cowbell     X.|X.|Xs|Xs|.s|Xs|X.|Xs
                claims at cowbell 1 3 5 6 7 8 10 11 12 13 15 16, tempo 160 220

                = Songo, in one of its shapes | 4/4 | 100 | 3 | kit tide-pool | from Cuba
                kick        ....|..x.|....|x...
                side-stick  ....|....|x...|....
                cowbell     x...|x...|x...|x...
                snare       ..g.|...g|..g.|...g
                claims at kick 7 13, tempo 84 120

                = Son clave in six | 12/8 | 96 | 2 | grid 8 | kit tide-pool | from Cuba
                claves      x.x|.x.|.x.|x..
                kick        x..|x..|x..|x..
                claims at claves 1 3 5 8 10, tempo 80 130

                = Rumba clave in six | 12/8 | 96 | 3 | grid 8 | kit tide-pool | from Cuba
                claves      x.x|..x|.x.|x..
                kick        x..|x..|x..|x..
                claims at claves 1 3 6 8 10, tempo 84 140

                = One Drop | 4/4 | 144 | 2 | from Jamaica
                kick        ....|....|X...|....
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 9, at side-stick 9, tempo 110 170

                = Rockers | 4/4 | 144 | 2 | from Jamaica
                kick        x...|....|x...|....
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 1 9, at side-stick 9, tempo 110 170

                = Steppers | 4/4 | 136 | 1 | from Jamaica
                kick        x...|x...|x...|x...
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 1 5 9 13, at side-stick 9, tempo 110 170

                = Soca | 4/4 | 116 | 2 | from Trinidad
                kick        x...|x...|x...|x...
                snare       ...x|..x.|...x|..x.
                closed-hat  ..x.|..x.|..x.|..x.
                claims at snare 4 7 12 15, tempo 105 165

                = Dembow | 4/4 | 94 | 2 | from Jamaica and Panama
                kick        X...|x...|X...|x...
                snare       ...X|..X.|...X|..X.
                claims at snare 4 7 12 15, tempo 86 105

                = Merengue, the scraper | 4/4 | 140 | 2 | kit tide-pool | from the Dominican Republic
                long-guiro  x...|....|x...|....
                short-guiro ....|x.x.|....|x.x.
                low-conga   x...|x...|x...|x...
                claims at short-guiro 5 7 13 15, tempo 110 160
                GROOVES,
        );
    }
}
