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
            [['kind' => 'only-uses', 'instruments' => ['snare']], ['kind' => 'bars-total', 'low' => 1, 'high' => 1]],
            <<<'GROOVES'
                = Single Stroke Roll | 4/4 | 84 | 1 | kit parade
                snare       xxxx|xxxx|xxxx|xxxx
                hands snare RL
                claims hands snare RLRLRLRLRLRLRLRL

                = Long Roll | 4/4 | 84 | 1 | kit parade
                snare       xxxx|xxxx|xxxx|xxxx
                hands snare RRLL
                claims hands snare RRLLRRLLRRLLRRLL

                = Five Stroke Roll | 4/4 | 76 | 2 | kit parade
                snare       ddX.|ddX.|ddX.|ddX.
                hands snare RLR LRL
                claims hands snare RLRLRLRLRLRL

                = Seven Stroke Roll | 4/4 | 76 | 2 | kit parade
                snare       ....|.ddd|X...|.ddd
                hands snare RLRL
                claims hands snare RLRLRLR

                = Nine Stroke Roll | 4/4 | 76 | 2 | kit parade
                snare       dddd|X...|dddd|X...
                hands snare RLRLR LRLRL
                claims hands snare RLRLRLRLRL

                = Ten Stroke Roll | 4/4 | 76 | 3 | kit parade
                snare       dddd|xX..|dddd|xX..
                hands snare RLRLRL
                claims hands snare RLRLRLRLRLRL

                = Eleven Stroke Roll | 4/4 | 76 | 3 | kit parade
                snare       .ddd|ddX.|.ddd|ddX.
                hands snare RLRLRL
                claims hands snare RLRLRLRLRLRL

                = Thirteen Stroke Roll | 4/4 | 76 | 3 | kit parade
                snare       ..dd|dddd|X...|....
                hands snare RLRLRLR
                claims hands snare RLRLRLR

                = Fifteen Stroke Roll | 4/4 | 76 | 3 | kit parade
                snare       .ddd|dddd|X...|....
                hands snare RLRLRLRL
                claims hands snare RLRLRLRL

                = Flam | 4/4 | 84 | 1 | kit parade
                snare       f...|f...|f...|f...
                hands snare RL
                claims hands snare RLRL

                = Flam Accent | 4/4 | 72 | 2 | grid 8t | kit parade
                snare       Fss|Fss|Fss|Fss
                hands snare RLR LRL
                claims hands snare RLRLRLRLRLRL

                = Flam Tap | 4/4 | 72 | 2 | kit parade
                snare       fsfs|fsfs|fsfs|fsfs
                hands snare RRLL
                claims hands snare RRLLRRLLRRLLRRLL

                = Flam Paradiddle | 4/4 | 72 | 3 | kit parade
                snare       Fsss|Fsss|Fsss|Fsss
                hands snare RLRR LRLL
                claims hands snare RLRRLRLLRLRRLRLL

                = Flam Paradiddle-Diddle | 6/8 | 60 | 3 | kit parade
                snare       Fsssss|Fsssss
                hands snare RLRRLL LRLLRR
                claims hands snare RLRRLLLRLLRR

                = Flamacue | 4/4 | 76 | 2 | kit parade
                snare       fXss|f...|fXss|f...
                hands snare RLRLR LRLRL
                claims hands snare RLRLRLRLRL

                = Drag | 4/4 | 80 | 1 | kit parade
                snare       r...|r...|r...|r...
                hands snare RL
                claims hands snare RLRL

                = Single Drag Tap | 4/4 | 76 | 2 | kit parade
                snare       r.X.|r.X.|r.X.|r.X.
                hands snare RLLR
                claims hands snare RLLRRLLR

                = Double Drag Tap | 6/8 | 60 | 3 | kit parade
                snare       r.r.X.|r.r.X.
                hands snare RRL LLR
                claims hands snare RRLLLR

                = Lesson Twenty-Five | 4/4 | 76 | 2 | kit parade
                snare       rsX.|rsX.|rsX.|rsX.
                hands snare RLR
                claims hands snare RLRRLRRLRRLR

                = Drag Paradiddle One | 6/8 | 56 | 3 | kit parade
                snare       X.rsss|X.rsss
                hands snare RRLRR LLRLL
                claims hands snare RRLRRLLRLL

                = Drag Paradiddle Two | 4/4 | 72 | 3 | kit parade
                snare       X.r.|rsss|X.r.|rsss
                hands snare RRRLRR LLLRLL
                claims hands snare RRRLRRLLLRLL

                = Single Paradiddle | 4/4 | 80 | 1 | kit parade
                snare       Xsss|Xsss|Xsss|Xsss
                hands snare RLRR LRLL
                claims hands snare RLRRLRLLRLRRLRLL

                = Double Paradiddle | 6/8 | 66 | 2 | kit parade
                snare       Xsssss|Xsssss
                hands snare RLRLRR LRLRLL
                claims hands snare RLRLRRLRLRLL

                = Single Ratamacue | 4/4 | 72 | 2 | grid 8t | kit parade
                snare       rss|X..|rss|X..
                hands snare RLRL LRLR
                claims hands snare RLRLLRLR

                = Double Ratamacue | 3/4 | 72 | 3 | grid 8t | kit parade
                snare       r..|rss|X..
                hands snare RRLRL
                claims hands snare RRLRL

                = Triple Ratamacue | 4/4 | 72 | 3 | grid 8t | kit parade
                snare       r..|r..|rss|X..
                hands snare RRRLRL
                claims hands snare RRRLRL
                GROOVES,
        );
    }
}
