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
            'From the Caribbean',
            'Off the beat, and always in its place.',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Tresillo | 2/4 | 96 | 1 | kit tide-pool | from Cuba and the whole Caribbean
                Listen for three strokes in two beats: long, long, short.
                claves      x..x|..x.
                kick        x...|x...
                claims at claves 1 4 7, tempo 70 120

                = Habanera | 2/4 | 88 | 1 | kit tide-pool | from Havana
                Listen for the tresillo with one stroke more, on 2.
                low-conga   x..x|x.x.
                claims at low-conga 1 4 5 7, tempo 60 100

                = Cinquillo | 2/4 | 88 | 2 | kit tide-pool | from Cuba and Haiti
                Listen for five strokes: long, short, long, short, long.
                claves      x.xx|.xx.
                kick        x...|x...
                claims at claves 1 3 4 6 7, tempo 70 120

                = Bolero | 4/4 | 84 | 1 | kit tide-pool | from Cuba
                Listen for the maracas: one, two-and, three, four.
                maracas     x...|x.x.|x...|x...
                low-conga   ....|....|....|x.x.
                claims at maracas 1 5 7 9 13, tempo 70 110

                = Cáscara, two-three | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba
                Listen for the shell of the timbales: it fills what the clave leaves, the quiet side first.
                low-timbale x.|x.|xx|.x|.x|x.|x.|x.
                claims at low-timbale 1 3 5 6 8 10 11 13 15, tempo 160 220

                = Cáscara over clave | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba | players 2
                Listen for both at once: shell and clave meet on 2, on 3, and on the last 4.
                low-timbale x.|x.|xx|.x|.x|x.|x.|x.
                claves      ..|x.|x.|..|x.|.x|..|x.
                claims at claves 3 5 9 12 15, together low-timbale claves 3 5 15, tempo 160 220

                = Mambo Bell | 4/4 | 184 | 3 | grid 8 | kit tide-pool | from Cuba
                Listen for the bell: on 1 in the first bar, and just after it in the second.
                cowbell     X.|X.|Xs|Xs|.s|Xs|X.|Xs
                claims at cowbell 1 3 5 6 7 8 10 11 12 13 15 16, tempo 160 220

                = Songo, in one of its shapes | 4/4 | 100 | 3 | kit tide-pool | from Cuba
                Listen for the kick that avoids 1: on the & of 2, and on 4.
                kick        ....|..x.|....|x...
                side-stick  ....|....|x...|....
                cowbell     x...|x...|x...|x...
                snare       ..g.|...g|..g.|...g
                claims at kick 7 13, tempo 84 120

                = Son clave in six | 12/8 | 96 | 2 | grid 8 | kit tide-pool | from Cuba
                Listen for the clave with three inside each beat.
                claves      x.x|.x.|.x.|x..
                kick        x..|x..|x..|x..
                claims at claves 1 3 5 8 10, tempo 80 130

                = Rumba clave in six | 12/8 | 96 | 3 | grid 8 | kit tide-pool | from Cuba
                Listen for its third stroke, one later than in son.
                claves      x.x|..x|.x.|x..
                kick        x..|x..|x..|x..
                claims at claves 1 3 6 8 10, tempo 84 140

                = One Drop | 4/4 | 144 | 2 | from Jamaica
                Listen for the empty 1; kick and stick drop together on 3.
                kick        ....|....|X...|....
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 9, at side-stick 9, tempo 110 170

                = Rockers | 4/4 | 144 | 2 | from Jamaica
                Listen for the kick that comes on 1 as well; the stick stays on 3.
                kick        x...|....|x...|....
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 1 9, at side-stick 9, tempo 110 170

                = Steppers | 4/4 | 136 | 1 | from Jamaica
                Listen for the kick on all four, like feet, and the stick on 3.
                kick        x...|x...|x...|x...
                side-stick  ....|....|X...|....
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims at kick 1 5 9 13, at side-stick 9, tempo 110 170

                = Soca | 4/4 | 116 | 2 | from Trinidad
                Listen for the snare over the straight kick: three, three, two, without its 1.
                kick        x...|x...|x...|x...
                snare       ...x|..x.|...x|..x.
                closed-hat  ..x.|..x.|..x.|..x.
                claims at snare 4 7 12 15, tempo 105 165

                = Dembow | 4/4 | 94 | 2 | from Jamaica and Panama
                Listen for the same snare, slower and heavier.
                kick        X...|x...|X...|x...
                snare       ...X|..X.|...X|..X.
                claims at snare 4 7 12 15, tempo 86 105

                = Merengue, the scraper | 4/4 | 140 | 2 | kit tide-pool | from the Dominican Republic
                Listen for long, short, short under the hand that scrapes.
                long-guiro  x...|....|x...|....
                short-guiro ....|x.x.|....|x.x.
                low-conga   x...|x...|x...|x...
                claims at short-guiro 5 7 13 15, tempo 110 160
                GROOVES,
        );
    }
}
