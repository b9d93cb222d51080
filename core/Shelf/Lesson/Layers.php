<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf\Lesson;

use Pulsanda\Core\Shelf\Lesson;

final readonly class Layers
{
    public static function lesson(): Lesson
    {
        return Lesson::of(
            'layers',
            [['kind' => 'instruments-at-least', 'number' => 3], ['kind' => 'bars-total', 'low' => 2, 'high' => 8]],
            <<<'GROOVES'
                = Three on Four | 4/4 | 96 | 2 | bars 3
                kick        x...|....|x...|....|x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|X...|....|X...|....|X...
                cowbell     X...|....|....
                cycle cowbell 12
                claims closes, backbeat

                = Five Gulls | 4/4 | 104 | 3 | bars 5
                kick        x...|x...|x...|x...
                closed-hat  ..x.|..x.|..x.|..x.
                claves      x...|....|..
                cycle kick 16
                cycle closed-hat 16
                cycle claves 10
                claims closes

                = Slow Gears | 4/4 | 88 | 2 | bars 5
                kick        x...|....|x...|....
                side-stick  ....|x...|....|x...
                mute-triangle x...|.
                cycle kick 16
                cycle side-stick 16
                cycle mute-triangle 5
                claims closes

                = Tide and Moon | 4/4 | 92 | 3 | bars 3
                kick        X...|....|x...
                high-woodblock x...|..x.|x...|..x.
                shaker      x.s.
                cycle kick 12
                cycle high-woodblock 16
                cycle shaker 4
                claims closes

                = Seven in Four | 4/4 | 100 | 3 | bars 7
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                ride        x.x.|x..
                cycle kick 16
                cycle snare 16
                cycle ride 7
                claims closes, backbeat

                = Samba in Layers | 2/4 | 96 | 3 | bars 8 | kit tide-pool | from Rio de Janeiro | players 4
                low-floor-tom ....|X...|....|X...|....|X...|....|X...|....|X...|....|X...|....|X...|....|X...
                floor-tom   x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....
                shaker      ....|....|....|....|xssx|xssx|xssx|xssx|xssx|xssx|xssx|xssx|xssx|xssx|xssx|xssx
                snare       ....|....|....|....|....|....|....|....|XssX|ssXs|XssX|ssXs|XssX|ssXs|XssX|ssXs
                high-agogo  ....|....|....|....|....|....|....|....|....|....|....|....|x.x.|....|x.x.|....
                low-agogo   ....|....|....|....|....|....|....|....|....|....|....|....|....|x.x.|....|x.x.
                claims tempo 88 130
                GROOVES,
        );
    }
}
