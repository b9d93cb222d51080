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
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Maqsum | 4/4 | 104 | 1 | kit tide-pool | from Egypt
                low-bongo   x...|....|x...|....
                high-bongo  ..x.|..x.|....|x...
                claims at low-bongo 1 9, at high-bongo 3 7 13, tempo 80 130

                = Baladi | 4/4 | 100 | 1 | kit tide-pool | from Egypt
                low-bongo   x.x.|....|x...|....
                high-bongo  ....|..x.|....|x...
                claims at low-bongo 1 3 9, at high-bongo 7 13, tempo 70 115

                = Saidi | 4/4 | 104 | 2 | kit tide-pool | from Upper Egypt
                low-bongo   x...|..x.|x...|....
                high-bongo  ..x.|....|....|x...
                claims at low-bongo 1 7 9, at high-bongo 3 13, tempo 90 130

                = Malfuf | 2/4 | 112 | 1 | kit tide-pool | from Egypt and the Levant
                low-bongo   x...|....
                high-bongo  ...x|..x.
                claims at low-bongo 1, at high-bongo 4 7, tempo 90 140

                = Ayyub | 2/4 | 100 | 2 | kit tide-pool | from Egypt and Sudan
                low-bongo   x...|x...
                high-bongo  ...s|..x.
                claims at low-bongo 1 5, at high-bongo 4 7, tempo 90 160

                = Samai thaqil | 10/8 3+2+2+3 | 132 | 3 | kit tide-pool | from Arab and Ottoman court music
                low-bongo   x.....|....|x.x.|......
                high-bongo  ......|x...|....|x.....
                claims at low-bongo 1 11 13, at high-bongo 7 15

                = Sofyan | 4/4 | 96 | 1 | kit tide-pool | from Türkiye
                low-bongo   x...|....|....|....
                high-bongo  ....|....|x...|x...
                claims at low-bongo 1, at high-bongo 9 13, tempo 70 140

                = Devr-i hindi | 7/8 3+2+2 | 152 | 2 | kit tide-pool | from Türkiye
                low-bongo   x.....|....|....
                high-bongo  ......|x...|x...
                claims at low-bongo 1, at high-bongo 7 11

                = Karşılama, its groups | 9/8 2+2+2+3 | 168 | 3 | kit tide-pool | from Türkiye and Thrace
                low-bongo   x...|....|x...|......
                high-bongo  ....|x...|....|x.....
                claims at low-bongo 1 9, at high-bongo 5 13

                = Curcuna, its groups | 10/8 3+2+2+3 | 168 | 3 | kit tide-pool | from Türkiye and Armenia
                low-bongo   x.....|....|x...|......
                high-bongo  ......|x...|....|x.....
                claims at low-bongo 1 11, at high-bongo 7 15
                GROOVES,
        );
    }
}
