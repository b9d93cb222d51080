<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class GhostNotes
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'ghost-notes',
            [
                ['kind' => 'levels-at-least', 'instrument' => 'snare', 'number' => 2],
                ['kind' => 'uses', 'instruments' => ['kick', 'snare']],
            ],
            <<<'GROOVES'
                = Breath | 4/4 | 80 | 2
                kick        x...|....|x...|....
                snare       ...g|X...|...g|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Footprints | 4/4 | 88 | 2
                kick        x...|....|x.x.|....
                snare       ....|X..g|.g..|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Fog Bank | 4/4 | 74 | 2
                kick        X...|....|x...|....
                snare       ..g.|X.g.|..g.|X.g.
                ride        x...|x...|x...|x...
                claims softer snare 40

                = Accent Walk | 4/4 | 92 | 1
                kick        x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...|x...
                snare       Xsss|ssss|ssss|ssss|ssss|Xsss|ssss|ssss|ssss|ssss|Xsss|ssss|ssss|ssss|ssss|Xsss
                claims accent-walks snare 960

                = Under the Boards | 4/4 | 96 | 3
                kick        x..x|....|..x.|....
                snare       .gg.|X.gg|.g.g|X.gg
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat, softer snare 40

                = Whispered Order | 4/4 | 84 | 3
                kick        X...|..x.|..x.|....|X...|..x.|..x.|....
                snare       ...g|X..g|.g.g|X...|...g|X..g|.X.g|X..g
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims differs 1 2 snare, grows-at snare 10 26
                GROOVES,
        );
    }
}
