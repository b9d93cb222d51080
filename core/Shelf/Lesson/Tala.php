<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Tala
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'tala',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 1]],
            <<<'GROOVES'
                = Tintal | 16/8 4+4+4+4 | 160 | 2 | kit tide-pool | from North India
                clap        x.......|x.......|........|x.......
                snap        ........|........|s.......|........
                claims at clap 1 9 25, at snap 17

                = Keherwa | 8/8 4+4 | 160 | 1 | kit tide-pool | from North India
                clap        x.......|........
                snap        ........|s.......
                claims at clap 1, at snap 9

                = Dadra | 6/8 3+3 | 60 | 1 | kit tide-pool | from North India
                clap        x.....|......
                snap        ......|s.....
                claims at clap 1, at snap 7

                = Rupak | 7/8 3+2+2 | 140 | 2 | kit tide-pool | from North India
                snap        s.....|....|....
                clap        ......|x...|x...
                claims at snap 1, at clap 7 11

                = Jhaptal | 10/8 2+3+2+3 | 140 | 3 | kit tide-pool | from North India
                clap        x...|x.....|....|x.....
                snap        ....|......|s...|......
                claims at clap 1 5 15, at snap 11

                = Ektal | 12/8 2+2+2+2+2+2 | 140 | 3 | kit tide-pool | from North India
                clap        x...|....|x...|....|x...|x...
                snap        ....|s...|....|s...|....|....
                claims at clap 1 9 17 21, at snap 5 13

                = Adi tala | 8/8 4+2+2 | 132 | 2 | kit tide-pool | from South India
                clap        x.......|x...|x...
                snap        ..s.s.s.|..s.|..s.
                claims at clap 1 9 13, at snap 3 5 7 11 15
                GROOVES,
        );
    }
}
