<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Fills
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'fills',
            'Fills',
            'A bar that goes on, and a bar that says so.',
            [
                ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 3, 'instruments' => []],
            ],
            <<<'GROOVES'
                = Four Knocks | 4/4 | 92 | 1
                Listen for four even knocks on the last beat; then it begins again.
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|xxxx
                closed-hat  x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|....
                claims fill, backbeat 1

                = Crash Home | 4/4 | 100 | 2
                Listen for the crash on 1: the fill has somewhere to arrive.
                crash       X...|....|....|....|....|....|....|....
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|..xx|xxxX
                closed-hat  ..x.|x.s.|x.s.|x.s.|x.s.|x.s.|x...|....
                claims fill, backbeat 1

                = Round the Drums | 4/4 | 88 | 2
                Listen for the way down: snare, high, middle, floor, a beat each.
                kick        x...|....|x...|....|x...|x...|x...|x...
                snare       ....|X...|....|X...|xxxx|....|....|....
                high-tom    ....|....|....|....|....|xxxx|....|....
                low-mid-tom ....|....|....|....|....|....|xxxx|....
                floor-tom   ....|....|....|....|....|....|....|xxxx
                closed-hat  x.s.|x.s.|x.s.|x.s.|....|....|....|....
                claims fill, backbeat 1

                = One Breath Before | 4/4 | 84 | 2
                Listen for the silence before the fill; it makes the four strokes larger.
                kick        X...|....|x.x.|....|X...|....|....|....
                snare       ....|X...|....|X...|....|X...|....|XxxX
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill, backbeat 1

                = Rolling Home | 4/4 | 96 | 3
                Listen for the last beat, where every stroke is doubled.
                kick        x...|..x.|x...|....|x...|..x.|x...|....
                snare       ....|X...|....|X...|....|X...|..x.|dddd
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x...|....
                claims fill, backbeat 1

                = Over the Line | 4/4 | 104 | 3
                Listen for groups of three sixteenths, from 2 on: after four of them it is 1 by itself.
                kick        X...|....|x...|....|x...|..x.|.x..|x..x
                snare       ....|X...|....|X...|....|Xx.X|x.Xx|.Xx.
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|....|....|....
                claims fill

                = Gate Latch | 4/4 | 92 | 1
                Listen for two eighths and two sixteenths on the last beat.
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|x.xx
                floor-tom   ....|....|....|....|....|....|....|.x..
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....
                claims fill

                = Three Steps Down | 4/4 | 88 | 1
                Listen for high, middle, low, and the snare that sends them off.
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|x...
                high-tom    ....|....|....|....|....|....|....|.x..
                low-mid-tom ....|....|....|....|....|....|....|..x.
                floor-tom   ....|....|....|....|....|....|....|...x
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....
                claims fill

                = Knock and Wait | 4/4 | 96 | 1
                Listen for three knocks and a rest; the rest is part of it.
                kick        x...|....|x...|....|x...|....|x...|...x
                snare       ....|X...|....|X...|....|X...|....|xxx.
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....
                claims fill

                = Half a Bar Home | 4/4 | 92 | 2
                Listen for two beats: four on the snare, four on the floor.
                kick        x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|xxxx|....
                floor-tom   ....|....|....|....|....|....|....|xxxx
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Up the Ladder | 4/4 | 96 | 2
                Listen for the way up: low, middle, high, and the snare on top.
                kick        x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|....|..xX
                floor-tom   ....|....|....|....|....|....|xx..|....
                low-mid-tom ....|....|....|....|....|....|..xx|....
                high-tom    ....|....|....|....|....|....|....|xx..
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Threes on the Way | 4/4 | 100 | 3
                Listen for threes across two beats: hand, hand, foot.
                kick        x...|....|x...|....|x...|....|..x.|.x..
                snare       ....|X...|....|X...|....|X...|xx.x|x.xx
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Foot Answers | 4/4 | 90 | 2
                Listen for the foot that answers each pair of hands.
                kick        x...|....|x...|....|x...|....|..xx|..xx
                snare       ....|X...|....|X...|....|X...|xx..|xx..
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Rising Tide | 4/4 | 88 | 2
                Listen for the snare that swells through two beats and breaks on 1.
                kick        x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|ggss|sxxX
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Whole Flight | 4/4 | 92 | 2
                Listen for a bar down the drums in eighths, two of each.
                kick        x...|....|x...|....|....|....|....|....
                snare       ....|X...|....|X...|x.x.|....|....|....
                high-tom    ....|....|....|....|....|x.x.|....|....
                low-mid-tom ....|....|....|....|....|....|x.x.|....
                floor-tom   ....|....|....|....|....|....|....|x.x.
                claims fill

                = Two Voices | 4/4 | 96 | 2
                Listen for snare and floor tom taking turns, faster and faster.
                kick        x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|x...|x.x.
                floor-tom   ....|....|....|....|....|....|..x.|.x.x
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Flams Ahead | 4/4 | 88 | 2
                Listen for four flams in the last two beats: wide, and on time.
                kick        x...|....|x...|....|x...|....|x...|x...
                snare       ....|X...|....|X...|....|X...|f.f.|f.F.
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Doubled Home | 4/4 | 84 | 3
                Listen for doubles on snare, then tom, a beat each.
                kick        x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|d.d.|....
                floor-tom   ....|....|....|....|....|....|....|d.dd
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Late Start | 4/4 | 96 | 3
                Listen for the fill that begins after 3, not on it.
                kick        x...|....|x...|....|x...|....|x...|x...
                snare       ....|X...|....|X...|....|X...|.xxx|.xxx
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....
                claims fill

                = Hat Break | 4/4 | 100 | 2
                Listen for the open hat that cuts in and the snare that answers.
                kick        x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|.xxx
                open-hat    ....|....|....|....|....|....|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....
                claims fill

                = Stop and Go | 4/4 | 92 | 3
                Listen for the stop on 2: a beat and a half of nothing, then six.
                kick        x...|....|x...|....|x...|x...|....|....
                snare       ....|X...|....|X...|....|X...|..xx|xxxX
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|....|....|....
                claims fill

                = Triplets Down | 4/4 | 84 | 2 | grid 8t
                Listen for three strokes a beat, a drum for each beat.
                kick        x..|...|x..|...|x..|...|...|...
                snare       ...|X..|...|X..|xxx|...|...|...
                high-tom    ...|...|...|...|...|xxx|...|...
                low-mid-tom ...|...|...|...|...|...|xxx|...
                floor-tom   ...|...|...|...|...|...|...|xxx
                ride        x..|x..|x..|x..|...|...|...|...
                claims fill

                = Six Eight Turn | 6/8 | 66 | 2
                Listen for six even strokes in the second half of the bar.
                kick        x.....|......|x.....|......
                snare       ......|X.....|......|xxxxxx
                closed-hat  x.s.s.|x.s.s.|x.s.s.|......
                claims fill

                = Two Bars to Land | 4/4 | 92 | 3
                Listen for two whole bars: eighths, then sixteenths, then home.
                kick        x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|....|....
                snare       ....|X...|....|X...|....|X...|....|X...|x.x.|x.x.|....|....|xxxx|xxxx|....|....
                floor-tom   ....|....|....|....|....|....|....|....|....|....|x.x.|x.x.|....|....|xxxx|xxxX
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|....|....|....|....|....|....|....|....
                claims fill
                GROOVES,
        );
    }
}
