<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Rhythm\Meter;

/** Ways to fill a row that musicians have a word for. */
enum Fill: string
{
    case EveryBeat = 'beats';
    case Backbeat = 'backbeat';
    case Offbeats = 'offbeats';
    case Eighths = 'eighths';
    case Sixteenths = 'sixteenths';
    case Triplets = 'triplets';

    public function label(): string
    {
        return match ($this) {
            self::EveryBeat => 'every beat', self::Backbeat => 'backbeat', self::Offbeats => 'offbeats',
            self::Eighths => 'eighths', self::Sixteenths => 'sixteenths', self::Triplets => 'triplets',
        };
    }

    /** @return list<int> ticks from the bar line, rising */
    public function places(Meter $meter): array
    {
        $beats = self::beats($meter);

        return match ($this) {
            self::EveryBeat => $beats,
            self::Backbeat => array_values(array_filter($beats, static fn (int $i): bool => 1 === $i % 2, \ARRAY_FILTER_USE_KEY)),
            self::Offbeats => array_values(array_diff(self::every(480, $meter), $beats)),
            self::Eighths => self::every(480, $meter),
            self::Sixteenths => self::every(240, $meter),
            self::Triplets => self::every(320, $meter),
        };
    }

    /**
     * The beats that are felt: the groups where the meter has them (6/8, 7/8), else its units.
     *
     * @return list<int>
     */
    private static function beats(Meter $meter): array
    {
        return $meter->unit >= 8 ? $meter->groupStarts() : self::every($meter->unitTicks(), $meter);
    }

    /** @return list<int> */
    private static function every(int $ticks, Meter $meter): array
    {
        return array_map(static fn (int $i): int => $i * $ticks, range(0, intdiv($meter->barTicks() - 1, $ticks)));
    }
}
