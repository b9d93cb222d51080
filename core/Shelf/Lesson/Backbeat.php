<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Backbeat
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'backbeat',
            [
                ['kind' => 'contains', 'frame' => Lesson::frame('snare ....|x...|....|x...')],
                ['kind' => 'starts-with', 'instrument' => 'kick'],
            ],
            <<<'GROOVES'
                = Plain Boards | 4/4 | 92 | 1
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Harbour Office | 4/4 | 96 | 1
                kick        x...|....|x.x.|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Half Asleep | 4/4 | 70 | 1
                kick        X...|....|x...|....
                snare       ....|X...|....|X...
                ride        x...|x...|x...|x...
                claims backbeat

                = Tin Roof | 4/4 | 104 | 2
                kick        x...|..x.|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat

                = Gull Deck | 4/4 | 112 | 2
                kick        x...|x...|x...|x...
                snare       ....|X...|....|X...
                clap        ....|x...|....|x...
                closed-hat  ..x.|..x.|..x.|..x.
                claims backbeat

                = Mooring | 4/4 | 88 | 2
                kick        x...|....|x.x.|....|x..x|....|....|..x.
                snare       ....|X...|....|X...|....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims backbeat
                GROOVES,
        );
    }
}
