<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Rhythm\Meter;
use Random\Randomizer;

/** Beats that a teacher might set: in all meters, one to four bars alike or not, rows that differ in density, accents, ghosts, pushes. */
final readonly class Phrases
{
    private const METERS = [[4, 4], [4, 4], [4, 4], [3, 4], [2, 4], [5, 4], [6, 8], [7, 8], [9, 8], [12, 8], [5, 8], [2, 2], [6, 4]];
    private const CYMBALS = ['closed-hat', 'ride', 'shaker', 'cowbell', 'tambourine'];
    private const COLOURS = ['high-tom', 'low-tom', 'claves', 'high-woodblock', 'side-stick', 'clap', 'open-hat'];

    public static function any(Randomizer $random): Beat
    {
        $one = static fn (array $of) => $of[$random->getInt(0, \count($of) - 1)];
        $often = static fn (int $percent): bool => $random->getInt(1, 100) <= $percent;
        [$count, $unit] = $one(self::METERS);
        $meter = Meter::of($count, $unit);
        $bars = $one([1, 1, 2, 2, 2, 3, 4, 4]);
        $bar = $meter->barTicks();
        $beat = $unit >= 8 ? 480 : 960;
        $grid = static fn (int $from, int $step): array => $from + $step < $bar ? range($from, $bar - 1, $step) : [0];
        $some = static fn (array $places, int $percent): array => array_values(array_filter($places, static fn (): bool => $often($percent)));
        $phrases = [
            'kick' => static fn (): array => [0, ...$some(\array_slice($grid(0, 480), 1), 35), ...$some($grid(240, 480), 12)],
            'snare' => static fn (): array => [...$grid($beat, 2 * $beat), ...$some($grid(240, 240), 10)],
        ];
        foreach ($random->pickArrayKeys(array_flip(self::CYMBALS), 2) as $i => $row) {
            if (0 === $i || $often(40)) {
                $step = $one([480, 480, 240, 320, 960]);
                $from = 480 === $step && $often(25) ? 240 : 0;
                $phrases[$row] = static fn (): array => $some($grid($from, $step), $often(60) ? 100 : 85);
            }
        }
        foreach (self::COLOURS as $row) {
            if ($often(22)) {
                $step = $one([240, 480, 320, 120]);
                $phrases[$row] = static fn (): array => $some($grid(0, $step), $one([12, 25, 40]));
            }
        }
        if ($often(25)) {
            $phrases['crash'] = null;
        }
        $rows = [];
        foreach ($phrases as $row => $phrase) {
            $lean = $one([0, 0, 0, 8, -8]);
            $levels = $one([[90], [90, 118], [90, 90, 28], [60, 90, 118]]);
            $loud = [];
            $alike = $often(60);
            $first = null === $phrase ? [0] : $phrase();
            for ($b = 0; $b < $bars; ++$b) {
                $places = 0 === $b || null === $phrase ? (0 === $b ? $first : []) : ($alike && $often(75) ? $first : $phrase());
                foreach (array_unique($places) as $at) {
                    $loud[$at] ??= $one($levels) + $random->getInt(-4, 4);
                    $rows[$row][] = [$b * $bar + $at, $lean, $loud[$at]];
                }
            }
            isset($rows[$row]) && sort($rows[$row]);
        }
        $swing = 0 === $count % 3 ? 50 : $one([50, 50, 50, 58, 66.67]);

        return new Beat($meter, $bars, $rows, $one([72, 84, 96, 104, 120]), $swing);
    }
}
