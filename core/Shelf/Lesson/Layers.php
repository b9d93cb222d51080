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
            'Layers and cycles',
            'Rows of different lengths that meet and part.',
            [['kind' => 'instruments-at-least', 'number' => 3], ['kind' => 'bars-total', 'low' => 2, 'high' => 8]],
            <<<'GROOVES'
                = Three on Four | 4/4 | 96 | 2 | bars 3
                Listen for the cowbell, a stroke every three beats: after three bars it is back on 1.
                kick        x...|....|x...|....|x...|....|x...|....|x...|....|x...|....
                snare       ....|X...|....|X...|....|X...|....|X...|....|X...|....|X...
                cowbell     X...|....|....
                cycle cowbell 12
                claims closes, backbeat

                = Five Gulls | 4/4 | 104 | 3 | bars 5
                Listen for the claves every five eighths: they walk through every place of the bar.
                kick        x...|x...|x...|x...
                closed-hat  ..x.|..x.|..x.|..x.
                claves      x...|....|..
                cycle kick 16
                cycle closed-hat 16
                cycle claves 10
                claims closes

                = Slow Gears | 4/4 | 88 | 2 | bars 5
                Listen for the triangle that comes one sixteenth later on every beat, and is home again after five bars.
                kick        x...|....|x...|....
                side-stick  ....|x...|....|x...
                mute-triangle x...|.
                cycle kick 16
                cycle side-stick 16
                cycle mute-triangle 5
                claims closes

                = Tide and Moon | 4/4 | 92 | 3 | bars 3
                Listen for two wheels: the low one turns in three beats, the high one in four; after three bars they meet.
                kick        X...|....|x...
                high-woodblock x...|..x.|x...|..x.
                shaker      x.s.
                cycle kick 12
                cycle high-woodblock 16
                cycle shaker 4
                claims closes

                = Seven in Four | 4/4 | 100 | 3 | bars 7
                Listen for the ride in sevens over a plain backbeat; it takes seven bars to come home.
                kick        x...|....|x...|....
                snare       ....|X...|....|X...
                ride        x.x.|x..
                cycle kick 16
                cycle snare 16
                cycle ride 7
                claims closes, backbeat

                = Samba in Layers | 2/4 | 96 | 3 | bars 8 | kit tide-pool | from Rio de Janeiro | players 4
                Listen for four layers, a new one every two bars: the deep drums, the shaker, the small drum, the bell. Each plays on.
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
