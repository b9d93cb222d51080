<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Pulsanda\Core\Rhythm\Counting;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;

/** What the browser needs of the core to draw and play without rules of its own. */
final readonly class Music
{
    /** @return array<string, mixed> the groove map of a bar, and the counting words of all bars */
    public static function of(Meter $meter, Swing $swing, int $bars, CountingStyle $style): array
    {
        $groove = GrooveMap::of($meter, $swing);

        return [
            'barTicks' => $groove->barTicks,
            'beatTicks' => $meter->unitTicks(),
            'groove' => $groove->points,
            'words' => (new Counting($meter, $style))->words($bars),
        ];
    }
}
