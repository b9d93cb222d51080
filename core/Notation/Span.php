<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;

/** One beat, or one group of eighths, of one voice: its notes and rests. */
final readonly class Span
{
    /** Note values by their length in ticks, without and with a dot; the longest first. */
    private const VALUES = [
        2880 => ['2', 1], 1920 => ['2', 0], 1440 => ['4', 1], 960 => ['4', 0], 720 => ['8', 1], 480 => ['8', 0], 360 => ['16', 1],
        240 => ['16', 0], 180 => ['32', 1], 120 => ['32', 0], 60 => ['64', 0],
    ];

    /**
     * @param list<array{int, Instrument, Hit}> $hits   by tick of the bar
     * @param int                               $from   its first tick
     * @param int                               $length in ticks
     *
     * @return list<Event>
     */
    public static function events(array $hits, int $from, int $length, int $span): array
    {
        $events = [];
        foreach (Division::of(array_column($hits, 0), $from, $length) as $division) {
            $places = [];
            foreach ($hits as [$at, $instrument, $hit]) {
                if ($at >= $division->from && $at < $division->from + $division->length) {
                    // What lies between two places is written at the nearer one.
                    $places[$division->part($at)][] = [$instrument, $hit];
                }
            }
            ksort($places);
            $ends = [...\array_slice(array_keys($places), 1), $division->parts];
            self::fill($events, $division, 0, array_key_first($places) ?? $division->parts, $span, []);
            foreach (array_keys($places) as $i => $place) {
                self::fill($events, $division, $place, $ends[$i], $span, $places[$place]);
            }
        }

        return $events;
    }

    /**
     * The longest value that fits, and rests for what is left of it.
     *
     * @param list<Event>                  $events
     * @param int                          $part   of the division
     * @param int                          $end    the part after the last
     * @param list<array{Instrument, Hit}> $struck none for rests alone
     */
    private static function fill(array &$events, Division $division, int $part, int $end, int $span, array $struck): void
    {
        $written = $division->written();
        while ($part < $end) {
            $parts = 0;
            foreach (array_keys(self::VALUES) as $ticks) {
                $parts = 0 === $ticks % $written ? intdiv($ticks, $written) : 0;
                // A rest begins on a multiple of itself; a note takes what there is.
                if ($parts > 0 && $parts <= $end - $part && ([] !== $struck || 0 === $part % $parts)) {
                    break;
                }
                $parts = 0;
            }
            if (0 === $parts) {
                throw new \LogicException('A place of the grid is shorter than every note.');
            }
            [$value, $dots] = self::VALUES[$parts * $written];
            $at = $division->at($part);
            $events[] = new Event($at, $division->at($part + $parts) - $at, $value, $dots, $division, $parts, $span, $struck);
            $part += $parts;
            $struck = [];
        }
    }
}
