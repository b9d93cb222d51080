<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class DanceAndMarch
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'dance-and-march',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Jig | 6/8 | 112 | 1 | from Ireland
                floor-tom   X.s.s.|X.s.s.
                claims accents floor-tom beats, divides floor-tom 3, tempo 100 130

                = Slip Jig | 9/8 | 112 | 2 | from Ireland
                floor-tom   X.s.s.|x.s.s.|x.s.s.
                claims accents floor-tom beats, divides floor-tom 3, tempo 100 130

                = Reel | 4/4 | 104 | 2 | from Ireland
                floor-tom   Xsss|xsss|Xsss|xsss
                claims accents floor-tom beats, tempo 90 124

                = Polka | 2/4 | 132 | 1 | from Kerry and Bohemia
                kick        x...|x...
                side-stick  ..X.|..X.
                claims at kick 1 5, at side-stick 3 7, tempo 110 145

                = Hornpipe | 4/4 | 88 | 2 | swing 62/8 | from Ireland and the sea
                floor-tom   X.s.|x.s.|X.s.|x.s.|X.s.|x.s.|X...|X...
                claims swings, tempo 70 100

                = Quickstep in Two | 2/4 | 116 | 1 | kit parade | from European marching bands
                kick        X...|X...
                snare       x.ss|x.ss
                claims tempo 108 130

                = March in Six | 6/8 | 116 | 2 | kit parade | from European marching bands
                kick        X.....|X.....
                snare       X...s.|X...s.
                claims skips snare, tempo 108 130

                = Slow March in Three | 3/4 | 84 | 1 | kit parade | from European marching bands
                kick        X...|....|....
                snare       x.ss|x...|x...
                claims tempo 60 90

                = Waltz | 3/4 | 168 | 1 | from Vienna
                kick        X...|....|....
                snare       ....|s...|s...
                claims at kick 1, at snare 5 9, tempo 150 200
                GROOVES,
        );
    }
}
