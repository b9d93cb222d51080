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
            'Jigs, reels and marches',
            'Feet first: the drum says where they come down.',
            [['kind' => 'bars-total', 'low' => 1, 'high' => 2]],
            <<<'GROOVES'
                = Jig | 6/8 | 112 | 1 | from Ireland
                Listen for two steps a bar, three small strokes in each, the first one of them the strongest.
                floor-tom   X.s.s.|X.s.s.
                claims accents floor-tom beats, divides floor-tom 3, tempo 100 130

                = Slip Jig | 9/8 | 112 | 2 | from Ireland
                Listen for three steps a bar: it never lands where a jig would.
                floor-tom   X.s.s.|x.s.s.|x.s.s.
                claims accents floor-tom beats, divides floor-tom 3, tempo 100 130

                = Reel | 4/4 | 104 | 2 | from Ireland
                Listen for eight strokes to every two steps, and a little weight on each beat.
                floor-tom   Xsss|xsss|Xsss|xsss
                claims accents floor-tom beats, tempo 90 124

                = Polka | 2/4 | 132 | 1 | from Kerry and Bohemia
                Listen for the weight between the steps: down on the beat, up on the &.
                kick        x...|x...
                side-stick  ..X.|..X.
                claims at kick 1 5, at side-stick 3 7, tempo 110 145

                = Hornpipe | 4/4 | 88 | 2 | swing 62/8 | from Ireland and the sea
                Listen for long, short, long, short, and three strong steps to end it.
                floor-tom   X.s.|x.s.|X.s.|x.s.|X.s.|x.s.|X...|X...
                claims swings, tempo 70 100

                = Quickstep in Two | 2/4 | 116 | 1 | kit parade | from European marching bands
                Listen for the low drum on each step, and the snare that fills between.
                kick        X...|X...
                snare       x.ss|x.ss
                claims tempo 108 130

                = March in Six | 6/8 | 116 | 2 | kit parade | from European marching bands
                Listen for the skip: long, short in every step.
                kick        X.....|X.....
                snare       X...s.|X...s.
                claims skips snare, tempo 108 130

                = Slow March in Three | 3/4 | 84 | 1 | kit parade | from European marching bands
                Listen for one strong step and two light ones.
                kick        X...|....|....
                snare       x.ss|x...|x...
                claims tempo 60 90

                = Waltz | 3/4 | 168 | 1 | from Vienna
                Listen for low, high, high; the second comes a hair early when people dance, and here just in time.
                kick        X...|....|....
                snare       ....|s...|s...
                claims at kick 1, at snare 5 9, tempo 150 200
                GROOVES,
        );
    }
}
