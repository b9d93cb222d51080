<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Rudiments
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'rudiments',
            'Rudiments',
            'Twenty-six exercises for two hands, with the hand of every stroke.',
            [['kind' => 'only-uses', 'instruments' => ['snare']], ['kind' => 'bars-total', 'low' => 1, 'high' => 1]],
            <<<'GROOVES'
                = Single Stroke Roll | 4/4 | 84 | 1 | kit parade
                Listen for one sound from two hands: right, left, equally loud.
                snare       xxxx|xxxx|xxxx|xxxx
                hands snare RL
                claims hands snare RLRLRLRLRLRLRLRL

                = Long Roll | 4/4 | 84 | 1 | kit parade
                Listen for two strokes a hand that sound like one stream.
                snare       xxxx|xxxx|xxxx|xxxx
                hands snare RRLL
                claims hands snare RRLLRRLLRRLLRRLL

                = Five Stroke Roll | 4/4 | 76 | 2 | kit parade
                Listen for two doubles and the accent that ends them.
                snare       ddX.|ddX.|ddX.|ddX.
                hands snare RLR LRL
                claims hands snare RLRLRLRLRLRL

                = Seven Stroke Roll | 4/4 | 76 | 2 | kit parade
                Listen for three doubles before the beat; the accent is on it.
                snare       ....|.ddd|X...|.ddd
                hands snare RLRL
                claims hands snare RLRLRLR

                = Nine Stroke Roll | 4/4 | 76 | 2 | kit parade
                Listen for a whole beat of doubles, and the accent on the next.
                snare       dddd|X...|dddd|X...
                hands snare RLRLR LRLRL
                claims hands snare RLRLRLRLRL

                = Ten Stroke Roll | 4/4 | 76 | 3 | kit parade
                Listen for four doubles, a tap and an accent.
                snare       dddd|xX..|dddd|xX..
                hands snare RLRLRL
                claims hands snare RLRLRLRLRLRL

                = Eleven Stroke Roll | 4/4 | 76 | 3 | kit parade
                Listen for five doubles that begin a sixteenth after the beat.
                snare       .ddd|ddX.|.ddd|ddX.
                hands snare RLRLRL
                claims hands snare RLRLRLRLRLRL

                = Thirteen Stroke Roll | 4/4 | 76 | 3 | kit parade
                Listen for six doubles: three eighths long, then the accent.
                snare       ..dd|dddd|X...|....
                hands snare RLRLRLR
                claims hands snare RLRLRLR

                = Fifteen Stroke Roll | 4/4 | 76 | 3 | kit parade
                Listen for seven doubles; the accent is the fifteenth.
                snare       .ddd|dddd|X...|....
                hands snare RLRLRLRL
                claims hands snare RLRLRLRL

                = Flam | 4/4 | 84 | 1 | kit parade
                Listen for a soft stroke so close before the loud one that both are one.
                snare       f...|f...|f...|f...
                hands snare RL
                claims hands snare RLRL

                = Flam Accent | 4/4 | 72 | 2 | grid 8t | kit parade
                Listen for the flam on each beat, and two taps that lead to the next.
                snare       Fss|Fss|Fss|Fss
                hands snare RLR LRL
                claims hands snare RLRLRLRLRLRL

                = Flam Tap | 4/4 | 72 | 2 | kit parade
                Listen for flam and tap with the same hand, then the other.
                snare       fsfs|fsfs|fsfs|fsfs
                hands snare RRLL
                claims hands snare RRLLRRLLRRLLRRLL

                = Flam Paradiddle | 4/4 | 72 | 3 | kit parade
                Listen for the paradiddle, each one begun by a flam.
                snare       Fsss|Fsss|Fsss|Fsss
                hands snare RLRR LRLL
                claims hands snare RLRRLRLLRLRRLRLL

                = Flam Paradiddle-Diddle | 6/8 | 60 | 3 | kit parade
                Listen for six: a flam, a tap, and two doubles.
                snare       Fsssss|Fsssss
                hands snare RLRRLL LRLLRR
                claims hands snare RLRRLLLRLLRR

                = Flamacue | 4/4 | 76 | 2 | kit parade
                Listen for the accent on the second stroke, and flams on both sides of it.
                snare       fXss|f...|fXss|f...
                hands snare RLRLR LRLRL
                claims hands snare RLRLRLRLRL

                = Drag | 4/4 | 80 | 1 | kit parade
                Listen for two soft strokes that run into the loud one.
                snare       r...|r...|r...|r...
                hands snare RL
                claims hands snare RLRL

                = Single Drag Tap | 4/4 | 76 | 2 | kit parade
                Listen for drag and tap, the tap louder, the hands in turn.
                snare       r.X.|r.X.|r.X.|r.X.
                hands snare RLLR
                claims hands snare RLLRRLLR

                = Double Drag Tap | 6/8 | 60 | 3 | kit parade
                Listen for two drags with one hand, and a tap with the other.
                snare       r.r.X.|r.r.X.
                hands snare RRL LLR
                claims hands snare RRLLLR

                = Lesson Twenty-Five | 4/4 | 76 | 2 | kit parade
                Listen for drag, tap, accent: short, short, long.
                snare       rsX.|rsX.|rsX.|rsX.
                hands snare RLR
                claims hands snare RLRRLRRLRRLR

                = Drag Paradiddle One | 6/8 | 56 | 3 | kit parade
                Listen for an accent, then a paradiddle that a drag begins.
                snare       X.rsss|X.rsss
                hands snare RRLRR LLRLL
                claims hands snare RRLRRLLRLL

                = Drag Paradiddle Two | 4/4 | 72 | 3 | kit parade
                Listen for two drags between the accent and the paradiddle.
                snare       X.r.|rsss|X.r.|rsss
                hands snare RRRLRR LLLRLL
                claims hands snare RRRLRRLLLRLL

                = Single Paradiddle | 4/4 | 80 | 1 | kit parade
                Listen for single, single, double: the hands change by themselves.
                snare       Xsss|Xsss|Xsss|Xsss
                hands snare RLRR LRLL
                claims hands snare RLRRLRLLRLRRLRLL

                = Double Paradiddle | 6/8 | 66 | 2 | kit parade
                Listen for four singles and a double in every six.
                snare       Xsssss|Xsssss
                hands snare RLRLRR LRLRLL
                claims hands snare RLRLRRLRLRLL

                = Single Ratamacue | 4/4 | 72 | 2 | grid 8t | kit parade
                Listen for three in a beat, the first with a drag, and the accent that they lead to.
                snare       rss|X..|rss|X..
                hands snare RLRL LRLR
                claims hands snare RLRLLRLR

                = Double Ratamacue | 3/4 | 72 | 3 | grid 8t | kit parade
                Listen for one drag more before the three.
                snare       r..|rss|X..
                hands snare RRLRL
                claims hands snare RRLRL

                = Triple Ratamacue | 4/4 | 72 | 3 | grid 8t | kit parade
                Listen for two drags more before the three.
                snare       r..|r..|rss|X..
                hands snare RRRLRL
                claims hands snare RRRLRL
                GROOVES,
        );
    }
}
