<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class SyncopatedKicks
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'syncopated-kicks',
            'Syncopated kicks',
            'The kick walks round beat 3 while the backbeat stays.',
            [
                ['kind' => 'contains', 'frame' => Lesson::frame('snare ....|x...|....|x...')],
                ['kind' => 'keep-clear', 'frame' => Lesson::frame('kick ....|....|x...|....')],
                ['kind' => 'hits-between', 'instrument' => 'kick', 'low' => 2, 'high' => 6, 'per' => 'bar'],
            ],
            <<<'GROOVES'
                = Loose Plank | 4/4 | 90 | 2
                Listen for the step that comes one eighth early, before 3.
                kick        X...|..x.|....|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Late Ferry | 4/4 | 94 | 2
                Listen for 3 itself: the hat is alone there, and the kick comes after it.
                kick        x...|....|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Three Against the Quay | 4/4 | 96 | 2
                Listen for kicks three sixteenths apart, and for the snare that does not care.
                kick        x..x|..x.|.x..|x...
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat, apart kick 720

                = Net and Float | 4/4 | 86 | 3
                Listen for the kick on the last sixteenth before 2: it falls into the snare.
                kick        X..x|....|..x.|.x..
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims includes kick 4

                = Tide Table | 4/4 | 100 | 3
                Listen for bar two answering bar one: the same kicks, an eighth later.
                kick        x..x|....|..x.|....|..x.|.x..|....|x...
                snare       ....|X...|....|X...|....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims backbeat, later kick 480

                = Undertow | 4/4 | 82 | 3
                Listen for what pulls under the backbeat: never a kick on a strong beat after the first.
                kick        X...|...x|..x.|...x
                snare       ....|X...|....|X...
                ride        x.s.|x.s.|x.s.|x.s.
                claims backbeat
                GROOVES,
        );
    }
}
