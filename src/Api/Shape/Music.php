<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Pulsanda\App\Entity\SheetStyle;
use Pulsanda\Core\Edit\Fill;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Say\Voice;

/** What the browser needs of the core to draw and play without rules of its own. */
final readonly class Music
{
    /** @return array<string, mixed> the groove map of a bar, and the counting words of all bars */
    public static function of(Meter $meter, Swing $swing, int $bars, Voice $voice, SheetStyle $sheet = new SheetStyle()): array
    {
        $groove = GrooveMap::of($meter, $swing);

        return $sheet->look() + [
            'barTicks' => $groove->barTicks,
            'beatTicks' => $meter->unitTicks(),
            'groove' => $groove->points,
            'words' => (new Counting($meter, $voice))->words($bars),
            'fills' => array_map(
                static fn (Fill $fill): array => ['name' => $fill->value, 'label' => $fill->label(), 'places' => $fill->places($meter)],
                Fill::cases(),
            ),
        ];
    }

    /**
     * @return array{
     *     grooves: array<string, list<array{int, int}>>,
     * } the groove map of every swing that can be chosen, so that it is heard at once, also without a connection; keys like "16 66.67"
     */
    public static function open(Meter $meter): array
    {
        $grooves = [];
        foreach ([8, 16] as $unit) {
            foreach ([...range(50, 75), 66.67] as $percent) {
                $grooves["$unit $percent"] = GrooveMap::of($meter, Swing::of($percent, $unit))->points;
            }
        }

        return ['grooves' => $grooves];
    }
}
