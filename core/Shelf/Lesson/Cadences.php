<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Cadences
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'cadences',
            [
                ['kind' => 'levels-at-least', 'instrument' => 'snare', 'number' => 2],
                ['kind' => 'hits-between', 'instrument' => 'snare', 'low' => 4, 'high' => 24, 'per' => 'bar'],
                ['kind' => 'starts-with', 'instrument' => 'kick'],
            ],
            <<<'GROOVES'
                = Left, Right | 2/4 | 112 | 1 | kit parade
                kick        X...|....
                snare       ..ss|X.ss
                claims backbeat

                = Lamplighters' Tap | 4/4 | 108 | 1 | kit parade
                kick        X...|....|X...|....
                snare       Xsss|s.ss|Xsss|s.s.
                claims accents-at snare 1 9

                = Bridge Step | 4/4 | 104 | 2 | kit parade
                kick        X...|x...|X...|x...
                snare       X.su|x.su|X.su|x.su
                claims softer-graces

                = Turn at the Church | 4/4 | 112 | 2 | kit parade
                kick        X...|....|x...|....|X..x|..x.|X...|x...
                snare       Xsss|Xsss|X.s.|X...|Xs..|s.ss|X.s.|XsXs
                crash       ....|....|....|....|....|....|....|X...
                claims differs 1 2

                = Long Roll Home | 4/4 | 96 | 3 | kit parade
                kick        X...|....|X...|....|X...|....|X...|X...
                snare       X.ss|X.ss|X.ss|X.ss|uuvv|vvdD|X.ss|X.X.
                claims grows snare 2

                = Six Abreast | 6/8 | 112 | 2 | kit parade
                kick        X.....|x.....
                snare       X...s.|X...s.
                claims skips snare
                GROOVES,
        );
    }
}
