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

/** Writes a section as grids of signs, a line a row, a bar line between bars: TypedReader reads it again. */
final readonly class TypedWriter
{
    /** Grids in the order in which they are tried. */
    private const SNAPS = [
        Snap::Sixteenth, Snap::EighthTriplet, Snap::SixteenthTriplet, Snap::ThirtySecond, Snap::ThirtySecondTriplet, Snap::SixtyFourth,
    ];

    /** @return array{string, list<string>} the text, and what it cannot hold */
    public static function section(Section $section, Meter $meter): array
    {
        $width = max([0, ...array_map(static fn (Row $row): int => \strlen($row->instrument->value), $section->rows)]);
        $lines = $lost = [];
        foreach ($section->rows as $row) {
            $step = self::step($row, $meter);
            $cells = array_fill(0, intdiv($section->bars * $meter->barTicks(), $step), '-');
            $between = 0;
            foreach ($row->hits as $hit) {
                if (0 === $hit->at % $step && isset($cells[intdiv($hit->at, $step)]) && !$hit->silent) {
                    $cells[intdiv($hit->at, $step)] = self::sign($hit);
                } else {
                    ++$between;
                }
            }
            if ($between > 0) {
                $lost[] = \sprintf('%s: %d hits do not stand on one grid and are left out.', $row->instrument->label(), $between);
            }
            $bars = array_map(implode(...), array_chunk($cells, max(1, intdiv($meter->barTicks(), $step))));
            $lines[] = str_pad($row->instrument->value, $width + 1).'|'.implode('|', $bars).'|';
        }
        if ([] !== array_filter($section->rows, self::holdsMore(...))) {
            $lost[] = 'Pushes, rolls, odds and exact velocities are not written in text; levels are.';
        }

        return [implode("\n", $lines), $lost];
    }

    /** The coarsest grid that holds all hits of a row, in whole bars; else the finest. */
    private static function step(Row $row, Meter $meter): int
    {
        foreach (self::SNAPS as $snap) {
            $step = $snap->ticks();
            if (0 === $meter->barTicks() % $step && [] === array_filter($row->hits, static fn ($hit): bool => 0 !== $hit->at % $step)) {
                return $step;
            }
        }

        return Snap::SixtyFourth->ticks();
    }

    /** One sign a cell: an ornament, else the hand of a firm hit, else how loud it is. */
    private static function sign(Hit $hit): string
    {
        $level = Level::of($hit->velocity);

        return match (true) {
            Ornament::Flam === $hit->ornament => 'f',
            Ornament::Drag === $hit->ornament => 'd',
            Level::Firm === $level && null !== $hit->hand => $hit->hand->value,
            Level::Ghost === $level => 'g',
            Level::Soft === $level => 's',
            Level::Firm === $level => 'x',
            default => 'X',
        };
    }

    private static function holdsMore(Row $row): bool
    {
        foreach ($row->hits as $hit) {
            $level = Level::of($hit->velocity);
            // An ornament is written with a firm hit, and a hand as well.
            $isMarked = null !== $hit->ornament || null !== $hit->hand;
            $isMore = $isMarked && (Level::Firm !== $level || (null !== $hit->ornament && null !== $hit->hand));
            if ($isMore || 0 !== $hit->push || 1 !== $hit->roll || 100 !== $hit->odds || $hit->velocity !== $level->entry()) {
                return true;
            }
        }

        return null !== $row->cycle;
    }
}
