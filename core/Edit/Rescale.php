<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/** Stretches a section over twice the time, or squeezes it into half. Its grids and rolls go along; pushes stay as they are. */
final readonly class Rescale
{
    /** From short to long: doubling goes to the next, halving to the one before. */
    private const SNAPS = [
        [Snap::SixtyFourth, Snap::ThirtySecond, Snap::Sixteenth, Snap::Eighth, Snap::Quarter],
        [Snap::ThirtySecondTriplet, Snap::SixteenthTriplet, Snap::EighthTriplet],
    ];

    /** @throws InvalidInput when the section would have more bars than one may have */
    public static function double(Section $section, Meter $meter): Section
    {
        if (2 * $section->bars > Section::MOST_BARS) {
            throw InvalidInput::at(
                '',
                \sprintf(
                    'Stretched to twice its length, "%s" would have %d bars; at most %d are possible.',
                    $section->name,
                    2 * $section->bars,
                    Section::MOST_BARS,
                ),
            );
        }
        $rows = array_map(static fn (Row $row): Row => self::scaled($row, static fn (int $ticks): int => 2 * $ticks, 1), $section->rows);

        return Section::of($section->name, 2 * $section->bars, $rows, $meter);
    }

    /** @throws InvalidInput when two hits would fall on one tick */
    public static function half(Section $section, Meter $meter): Section
    {
        foreach ($section->rows as $row) {
            if (\count(array_unique(array_map(static fn (Hit $hit): int => intdiv($hit->at, 2), $row->hits))) < \count($row->hits)) {
                throw InvalidInput::at(
                    '',
                    \sprintf(
                        'Two hits of %s lie too close together to be squeezed; move one of them first.',
                        lcfirst($row->instrument->label()),
                    ),
                );
            }
        }
        $rows = array_map(
            static fn (Row $row): Row => self::scaled($row, static fn (int $ticks): int => intdiv($ticks, 2), -1),
            $section->rows,
        );

        return Section::of($section->name, intdiv($section->bars + 1, 2), $rows, $meter);
    }

    /** @param \Closure(int): int $scale */
    private static function scaled(Row $row, \Closure $scale, int $longer): Row
    {
        $snap = $row->snap;
        foreach (self::SNAPS as $family) {
            $index = array_search($row->snap, $family, true);
            if (false !== $index) {
                $snap = $family[$index + $longer] ?? $snap;
            }
        }
        $cycle = null === $row->cycle ? null : max(Row::LEAST_CYCLE, $scale($row->cycle));

        return Row::of(
            $row->instrument,
            array_map(static fn (Hit $hit): Hit => $hit->moved($scale($hit->at), $hit->push), $row->hits),
            $snap, $cycle, $row->level, $row->pan, $row->tune, $row->room, $row->muted, $row->tint, $row->sound, $row->name,
        );
    }
}
