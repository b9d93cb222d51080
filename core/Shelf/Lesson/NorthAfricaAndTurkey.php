<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class NorthAfricaAndTurkey
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'north-africa-and-turkey',
            'From Cairo to Istanbul',
            'Dum is low, tek is high; each cycle has its own order of them.',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Maqsum | 4/4 | 104 | 1 | kit tide-pool | from Egypt
                Listen for one low stroke, then high; the low one comes back on 3.
                low-bongo   x...|....|x...|....
                high-bongo  ..x.|..x.|....|x...
                claims at low-bongo 1 9, at high-bongo 3 7 13, tempo 80 130

                = Baladi | 4/4 | 100 | 1 | kit tide-pool | from Egypt
                Listen for two low strokes at the beginning.
                low-bongo   x.x.|....|x...|....
                high-bongo  ....|..x.|....|x...
                claims at low-bongo 1 3 9, at high-bongo 7 13, tempo 70 115

                = Saidi | 4/4 | 104 | 2 | kit tide-pool | from Upper Egypt
                Listen for the two low strokes in the middle: a horse dances to this.
                low-bongo   x...|..x.|x...|....
                high-bongo  ..x.|....|....|x...
                claims at low-bongo 1 7 9, at high-bongo 3 13, tempo 90 130

                = Malfuf | 2/4 | 112 | 1 | kit tide-pool | from Egypt and the Levant
                Listen for low, high, high: three, three, two.
                low-bongo   x...|....
                high-bongo  ...x|..x.
                claims at low-bongo 1, at high-bongo 4 7, tempo 90 140

                = Ayyub | 2/4 | 100 | 2 | kit tide-pool | from Egypt and Sudan
                Listen for the low stroke on both beats, and the short one that runs into the second.
                low-bongo   x...|x...
                high-bongo  ...s|..x.
                claims at low-bongo 1 5, at high-bongo 4 7, tempo 90 160

                = Samai thaqil | 10/8 3+2+2+3 | 132 | 3 | kit tide-pool | from Arab and Ottoman court music
                Listen for ten: low, high after three, two low together, and a high one that waits.
                low-bongo   x.....|....|x.x.|......
                high-bongo  ......|x...|....|x.....
                claims at low-bongo 1 11 13, at high-bongo 7 15

                = Sofyan | 4/4 | 96 | 1 | kit tide-pool | from Türkiye
                Listen for düm, te, ke: one long, two short.
                low-bongo   x...|....|....|....
                high-bongo  ....|....|x...|x...
                claims at low-bongo 1, at high-bongo 9 13, tempo 70 140

                = Devr-i hindi | 7/8 3+2+2 | 152 | 2 | kit tide-pool | from Türkiye
                Listen for three groups: the long one first.
                low-bongo   x.....|....|....
                high-bongo  ......|x...|x...
                claims at low-bongo 1, at high-bongo 7 11

                = Karşılama, its groups | 9/8 2+2+2+3 | 168 | 3 | kit tide-pool | from Türkiye and Thrace
                Listen for three short steps and a long one; the low and the high take turns.
                low-bongo   x...|....|x...|......
                high-bongo  ....|x...|....|x.....
                claims at low-bongo 1 9, at high-bongo 5 13

                = Curcuna, its groups | 10/8 3+2+2+3 | 168 | 3 | kit tide-pool | from Türkiye and Armenia
                Listen for long, short, short, long.
                low-bongo   x.....|....|x...|......
                high-bongo  ......|x...|....|x.....
                claims at low-bongo 1 11, at high-bongo 7 15
                GROOVES,
        );
    }
}
