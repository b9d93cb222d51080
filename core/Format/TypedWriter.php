<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Writes a section as grids of signs, a line a row, a bar line between bars: TypedReader reads it again. Losses tells what that cannot
 * hold.
 */
final readonly class TypedWriter
{
    /** Grids in the order in which they are tried. */
    private const SNAPS = [
        Snap::Sixteenth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::ThirtySecond, Snap::ThirtySecondTriplet, Snap::SixtyFourth,
    ];

    public static function section(Section $section, Meter $meter): string
    {
        $width = max([0, ...array_map(static fn (Row $row): int => \strlen($row->instrument->value), $section->rows)]);
        $length = $section->bars * $meter->barTicks();
        $lines = [];
        foreach ($section->rows as $row) {
            $step = self::step($row, $meter, $length);
            $cells = array_fill(0, intdiv($length, $step), '-');
            foreach ($row->written($length) as [$at, $hit]) {
                if (0 === $at % $step) {
                    $cells[intdiv($at, $step)] = self::sign($hit);
                }
            }
            $bars = array_map(implode(...), array_chunk($cells, max(1, intdiv($meter->barTicks(), $step))));
            $lines[] = str_pad($row->instrument->value, $width + 1).'|'.implode('|', $bars).'|';
        }

        return implode("\n", $lines);
    }

    /** @return int ticks of the coarsest grid on which all hits of a row stand, in whole bars; else of the finest */
    public static function step(Row $row, Meter $meter, int $length): int
    {
        $hits = $row->written($length);
        foreach (self::SNAPS as $snap) {
            $step = $snap->ticks();
            if (0 === $meter->barTicks() % $step && [] === array_filter($hits, static fn (array $hit): bool => 0 !== $hit[0] % $step)) {
                return $step;
            }
        }

        return Snap::SixtyFourth->ticks();
    }

    /** Whether a sign of its own stands for the ornament of a hit: a firm one has it. */
    public static function isMarked(Hit $hit): bool
    {
        return Level::Firm === Level::of($hit->velocity);
    }

    /** One sign a cell: how loud it is, and of a firm hit its ornament, else its hand. */
    private static function sign(Hit $hit): string
    {
        return match (Level::of($hit->velocity)) {
            Level::Ghost => 'g',
            Level::Soft => 's',
            Level::Accent => 'X',
            Level::Firm => match ($hit->ornament) {
                Ornament::Flam => 'f',
                Ornament::Drag => 'd',
                null => $hit->hand->value ?? 'x',
            },
        };
    }
}
