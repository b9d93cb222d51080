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
            [
                ['kind' => 'contains', 'frame' => Lesson::frame('snare ....|x...|....|x...')],
                ['kind' => 'keep-clear', 'frame' => Lesson::frame('kick ....|....|x...|....')],
                ['kind' => 'hits-between', 'instrument' => 'kick', 'low' => 2, 'high' => 6, 'per' => 'bar'],
            ],
            <<<'GROOVES'
                = Loose Plank | 4/4 | 90 | 2
                kick        X...|..x.|....|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Late Ferry | 4/4 | 94 | 2
                kick        x...|....|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Three Against the Quay | 4/4 | 96 | 2
                kick        x..x|..x.|.x..|x...
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat, apart kick 720

                = Net and Float | 4/4 | 86 | 3
                kick        X..x|....|..x.|.x..
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims includes kick 4

                = Tide Table | 4/4 | 100 | 3
                kick        x..x|....|..x.|....|..x.|.x..|....|x...
                snare       ....|X...|....|X...|....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims backbeat, later kick 480

                = Undertow | 4/4 | 82 | 3
                kick        X...|...x|..x.|...x
                snare       ....|X...|....|X...
                ride        x.s.|x.s.|x.s.|x.s.
                claims backbeat
                GROOVES,
        );
    }
}
