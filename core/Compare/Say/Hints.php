<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\Meter;

/**
 * How to mend what a statement tells: the key of one or two sentences as a teacher would say them, by what it is about and where it stands.
 * They are true of any target, since a statement does not hold it.
 */
final readonly class Hints
{
    private const HANDS = [Instrument::ClosedHat, Instrument::OpenHat, Instrument::Ride, Instrument::RideBell, Instrument::Shaker];
    /** Beats 2 and 4 of a bar of 4/4, in ticks. */
    private const BACKBEATS = [960, 2880];

    /** @return string a key after "hint." */
    public static function of(Statement $one, Meter $meter): string
    {
        $first = $one->instruments[0] ?? null;

        return match ($one->kind) {
            StatementKind::HitMissing => self::missing($one, $first, $meter),
            StatementKind::HitExtra => 'hit-extra',
            StatementKind::HitMoved, StatementKind::Shifted => ($one->ticks ?? 0) > 0
                ? 'late'
                : 'early',
            StatementKind::SwappedRows => self::isLowAndSnare($one)
                ? 'swapped.kickSnare'
                : 'swapped',
            StatementKind::OtherDrum, StatementKind::WrongRow, StatementKind::SameSound => 'which',
            StatementKind::Rotated => 'rotated',
            StatementKind::Subdivision => 'subdivision',
            StatementKind::DoubleTime => 'double-time',
            StatementKind::HalfTime => 'half-time',
            StatementKind::AnotherBeat => 'another-beat',
            StatementKind::RowMissing => 'row-missing',
            StatementKind::RowExtra => 'row-extra',
            StatementKind::BarMissing, StatementKind::Length => 'count',
            StatementKind::BarExtra => 'bar-extra',
            StatementKind::BarsSwapped, StatementKind::Sections, StatementKind::Form => 'parts',
            StatementKind::NoVariation => 'no-variation',
            StatementKind::Meter => 'meter',
            StatementKind::Tempo => 'tempo',
            StatementKind::Swing => self::swing($one),
            StatementKind::Ahead => 'ahead',
            StatementKind::Behind => 'behind',
            StatementKind::Untimely => 'untimely',
            StatementKind::Accents, StatementKind::Flat => 'accents',
            StatementKind::Uneven => true === ($one->values['ghosts'] ?? false)
                ? 'uneven.ghosts'
                : 'uneven',
            StatementKind::Balance => 'balance',
            StatementKind::Ornament => self::ornament($one),
            StatementKind::Sticking => 'sticking',
        };
    }

    private static function ornament(Statement $one): string
    {
        return match ($one->values['asked'] ?? '') {
            'flam' => 'flam',
            'drag' => 'drag',
            default => 'single',
        };
    }

    private static function missing(Statement $one, ?Instrument $first, Meter $meter): string
    {
        return match (true) {
            true === ($one->values['ghosts'] ?? false) => 'missing.ghosts',
            Instrument::Snare === $first && '4/4' === (string) $meter && [] !== $one->at && [] === array_filter(
                $one->at,
                static fn (int $at): bool => !\in_array($at % $meter->barTicks(), self::BACKBEATS, true),
            ) => 'missing.backbeat',
            \in_array($first, self::HANDS, true) => 'missing.hand',
            Instrument::Kick === $first => 'missing.kick',
            default => 'missing',
        };
    }

    private static function swing(Statement $one): string
    {
        [$has, $asked] = [(float) ($one->values['has'] ?? 50), (float) ($one->values['asked'] ?? 50)];

        return match (true) {
            $asked <= 50 => 'swing.straight',
            $has <= 50 => 'swing.begin',
            $has < $asked => 'swing.more',
            default => 'swing.less',
        };
    }

    private static function isLowAndSnare(Statement $one): bool
    {
        $names = array_map(static fn (Instrument $each): string => $each->value, $one->instruments);
        sort($names);

        return ['kick', 'snare'] === $names;
    }
}
