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
            'Backbeat',
            'The snare on 2 and 4, whatever the kick does.',
            [
                ['kind' => 'contains', 'frame' => Lesson::frame('snare ....|x...|....|x...')],
                ['kind' => 'starts-with', 'instrument' => 'kick'],
            ],
            <<<'GROOVES'
                = Plain Boards | 4/4 | 92 | 1
                Listen for the snare answering each kick, equally loud every time.
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Harbour Office | 4/4 | 96 | 1
                Listen for the second kick after 3: two quick steps, then the backbeat.
                kick        x...|....|x.x.|....
                snare       ....|X...|....|X...
                closed-hat  x.x.|x.x.|x.x.|x.x.
                claims backbeat

                = Half Asleep | 4/4 | 70 | 1
                Listen for the quarter notes on the ride; the backbeat has all the time it wants.
                kick        X...|....|x...|....
                snare       ....|X...|....|X...
                ride        x...|x...|x...|x...
                claims backbeat

                = Tin Roof | 4/4 | 104 | 2
                Listen for the kick just before 3: it pulls, and the snare stays where it is.
                kick        x...|..x.|..x.|....
                snare       ....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.
                claims backbeat

                = Gull Deck | 4/4 | 112 | 2
                Listen for the clap that doubles the snare, and the kick on all four.
                kick        x...|x...|x...|x...
                snare       ....|X...|....|X...
                clap        ....|x...|....|x...
                closed-hat  ..x.|..x.|..x.|..x.
                claims backbeat

                = Mooring | 4/4 | 88 | 2
                Listen for bar two, where the kick leaves 3 out and the snare has to hold the bar alone.
                kick        x...|....|x.x.|....|x..x|....|....|..x.
                snare       ....|X...|....|X...|....|X...|....|X...
                closed-hat  x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.|x.s.
                claims backbeat
                GROOVES,
        );
    }
}
