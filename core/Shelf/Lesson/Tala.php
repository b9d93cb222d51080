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
            'Tala, counted by hand',
            'A clap for what weighs, a wave for what is empty: the hands keep the cycle, the music fills it.',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 1]],
            <<<'GROOVES'
                = Tintal | 16/8 4+4+4+4 | 160 | 2 | grid 8 | kit tide-pool | from North India
                Listen for sixteen: clap, clap, wave, clap. The wave is where it turns.
                clap        x...|x...|....|x...
                snap        ....|....|s...|....
                claims at clap 1 5 13, at snap 9

                = Keherwa | 8/8 4+4 | 160 | 1 | grid 8 | kit tide-pool | from North India
                Listen for eight: a clap, and a wave halfway.
                clap        x...|....
                snap        ....|s...
                claims at clap 1, at snap 5

                = Dadra | 6/8 3+3 | 60 | 1 | grid 8 | kit tide-pool | from North India
                Listen for six: a clap, and a wave on the fourth.
                clap        x..|...
                snap        ...|s..
                claims at clap 1, at snap 4

                = Rupak | 7/8 3+2+2 | 140 | 2 | grid 8 | kit tide-pool | from North India
                Listen for seven that begin with the wave; the claps come on 4 and 6.
                snap        s..|..|..
                clap        ...|x.|x.
                claims at snap 1, at clap 4 6

                = Jhaptal | 10/8 2+3+2+3 | 140 | 3 | grid 8 | kit tide-pool | from North India
                Listen for ten: clap, clap, wave, clap, in twos and threes.
                clap        x.|x..|..|x..
                snap        ..|...|s.|...
                claims at clap 1 3 8, at snap 6

                = Ektal | 12/8 2+2+2+2+2+2 | 140 | 3 | grid 8 | kit tide-pool | from North India
                Listen for twelve in twos: clap, wave, clap, wave, clap, clap.
                clap        x.|..|x.|..|x.|x.
                snap        ..|s.|..|s.|..|..
                claims at clap 1 5 9 11, at snap 3 7

                = Adi tala | 8/8 4+2+2 | 132 | 2 | grid 8 | kit tide-pool | from South India
                Listen for eight: a clap and three fingers, then clap, wave, clap, wave.
                clap        x...|x.|x.
                snap        .sss|.s|.s
                claims at clap 1 5 7, at snap 2 3 4 6 8
                GROOVES,
        );
    }
}
