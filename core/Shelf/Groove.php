<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * A groove that ships, with what to listen for in it. It is written as
 *
 *     = Short Five | 5/8 3+2 | 160 | 3
 *     Listen for long, short: three eighths, then two.
 *     kick        x.....|....
 *     snare       ......|X...
 *
 * title, meter with its groups, beats a minute of the meter's usual note value, and level from 1 (first lessons) to 3; where they are
 * needed follow "swing 66.67/8", "grid 8t", "bars 3" and "kit pier". A line "cycle claves 10" lets a row start over by itself after ten
 * steps of the grid.
 */
final readonly class Groove
{
    private function __construct(public string $key, public string $listen, public int $level, public Pattern $pattern)
    {
    }

    /** @throws InvalidInput */
    public static function read(string $text): self
    {
        [$head, $listen, $grid] = explode("\n", trim($text), 3) + ['', '', ''];
        [$title, $meter, $bpm, $level] = array_map(trim(...), explode('|', ltrim($head, '= '))) + ['', '4/4', '100', '1'];
        $more = [];
        foreach (\array_slice(explode('|', $head), 4) as $word) {
            [$key, $value] = explode(' ', trim($word), 2) + ['', ''];
            $more[$key] = $value;
        }
        $meter = self::meter($meter);
        $snap = Snap::from($more['grid'] ?? '16');
        [$percent, $unit] = explode('/', $more['swing'] ?? '50/16') + ['50', '16'];
        [$lines, $cycles] = self::lines($grid, $snap);
        $lengths = array_map(
            static fn (string $line): int => $snap->ticks() * preg_match_all('/[gsxXd.]/', (string) strstr($line, ' ')),
            $lines,
        );
        $bars = (int) ($more['bars'] ?? max(1, intdiv(max($lengths), $meter->barTicks())));
        foreach ($lines as $i => $line) {
            if ($lengths[$i] !== $bars * $meter->barTicks() && !isset($cycles[strstr($line, ' ', true)])) {
                throw InvalidInput::at($title, "the row \"$line\" is not as long as the bars.");
            }
        }
        $section = TextGrid::section(implode("\n", $lines), $meter, $bars, $snap);
        $rows = array_map(
            static fn (Row $row): Row => Row::of($row->instrument, $row->hits, $snap, $cycles[$row->instrument->value] ?? null),
            $section->rows,
        );
        $tempo = Tempo::of((float) $bpm, Tempo::usualBeat($meter));
        $swing = Swing::of((float) $percent, (int) $unit);
        $pattern = Pattern::of($title, $meter, $tempo, [Section::of('A', $bars, $rows, $meter)], null, $swing, $more['kit'] ?? 'boathouse');

        return new self(self::keyOf($title), trim($listen), (int) $level, $pattern);
    }

    /** "5/4 3+2" */
    private static function meter(string $text): Meter
    {
        [$sign, $groups] = explode(' ', $text, 2) + ['', null];
        [$count, $unit] = explode('/', $sign) + ['4', '4'];

        return Meter::of((int) $count, (int) $unit, null === $groups ? null : array_map(intval(...), explode('+', $groups)));
    }

    /** @return array{non-empty-list<string>, array<string, int>} rows, and cycles in ticks by instrument */
    private static function lines(string $grid, Snap $snap): array
    {
        $lines = $cycles = [];
        foreach (array_map(trim(...), explode("\n", trim($grid))) as $line) {
            if (1 === preg_match('/^cycle (\S+) (\d+)$/D', $line, $found)) {
                $cycles[$found[1]] = (int) $found[2] * $snap->ticks();
            } else {
                $lines[] = $line;
            }
        }

        return [] === $lines ? throw InvalidInput::at('', 'A groove needs a row.') : [$lines, $cycles];
    }

    public static function keyOf(string $title): string
    {
        return trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($title)), '-');
    }
}
