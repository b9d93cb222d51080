<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;

/** One beat, or one group of eighths, of one voice: how it is divided, and its notes and rests. */
final readonly class Span
{
    /** Note values by their length in ticks, without and with a dot. */
    private const VALUES = [
        1440 => ['4', 1], 960 => ['4', 0], 720 => ['8', 1], 480 => ['8', 0], 360 => ['16', 1], 240 => ['16', 0], 120 => ['32', 0],
        1920 => ['2', 0], 2880 => ['2', 1],
    ];
    /** The same in a tuplet, whose notes are a third shorter. */
    private const TUPLET_VALUES = [640 => ['4', 0], 480 => ['8', 1], 320 => ['8', 0], 160 => ['16', 0], 80 => ['32', 0]];

    /**
     * @param list<array{int, Instrument, Hit}> $hits   by tick of the bar
     * @param int                               $from   its first tick
     * @param int                               $length in ticks
     *
     * @return list<Event>
     */
    public static function events(array $hits, int $from, int $length, int $span): array
    {
        [$step, $tuplet] = self::grid(array_column($hits, 0), $from, $length);
        $places = [];
        foreach ($hits as [$at, $instrument, $hit]) {
            // What lies between two places is written at the nearer one.
            $place = min($length - $step, $step * (int) round(($at - $from) / $step));
            $places[$place][] = [$instrument, $hit];
        }
        ksort($places);
        $values = 1 === $tuplet ? self::VALUES : self::TUPLET_VALUES;
        krsort($values);
        $events = [];
        $ends = [...\array_slice(array_keys($places), 1), $length];
        $first = array_key_first($places) ?? $length;
        self::fill($events, 0, $first, $from, $span, $tuplet, $values, []);
        foreach (array_keys($places) as $i => $place) {
            self::fill($events, $place, $ends[$i], $from, $span, $tuplet, $values, $places[$place]);
        }

        return $events;
    }

    /**
     * The longest value that fits, and rests for what is left of it.
     *
     * @param list<Event>                    $events
     * @param array<int, array{string, int}> $values
     * @param list<array{Instrument, Hit}>   $struck none for rests alone
     */
    private static function fill(array &$events, int $at, int $end, int $from, int $span, int $tuplet, array $values, array $struck): void
    {
        while ($at < $end) {
            $ticks = 0;
            foreach ($values as $length => $_) {
                // A rest begins on a multiple of itself; a note takes what there is.
                if ($length <= $end - $at && ([] !== $struck || 0 === $at % $length)) {
                    $ticks = $length;
                    break;
                }
            }
            if (0 === $ticks) {
                throw new \LogicException('A place of the grid is shorter than every note.');
            }
            [$value, $dots] = $values[$ticks];
            $events[] = new Event($from + $at, $ticks, $value, $dots, $tuplet, $span, $struck);
            $at += $ticks;
            $struck = [];
        }
    }

    /**
     * The coarsest division on which all stand.
     *
     * @param list<int> $ats
     *
     * @return array{int, int} its step, and how many notes of a tuplet it is (1 for none)
     */
    private static function grid(array $ats, int $from, int $length): array
    {
        // Dotted groups divide in eighths and sixteenths; beats also in threes.
        $grids = 0 === $length % 1440 || 0 !== $length % 960 ? [[240, 1], [120, 1]] : [[240, 1], [320, 3], [160, 3], [120, 1]];
        foreach ($grids as [$step, $tuplet]) {
            if (0 === $length % $step && [] === array_filter($ats, static fn (int $at): bool => 0 !== ($at - $from) % $step)) {
                return [$step, $tuplet];
            }
        }

        return [120, 1];
    }
}
