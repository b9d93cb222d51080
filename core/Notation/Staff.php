<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/**
 * A section as percussion notation: for every bar two voices, hands with stems up and feet with stems down. A note is written up to the
 * next one of its voice, but not over the end of its beat or group, so that there are few rests and the beats are seen; see Division for
 * what are tuplets. Pushes are not written.
 */
final readonly class Staff
{
    private const QUARTER = 960;
    private const FEET = [Instrument::Kick, Instrument::Kick2, Instrument::PedalHat];

    /** @return list<array{up: list<Event>, down: list<Event>}> by bar */
    public static function bars(Section $section, Meter $meter): array
    {
        $barTicks = $meter->barTicks();
        $hands = $feet = array_fill(0, $section->bars, []);
        foreach ($section->rows as $row) {
            foreach ($row->written($section->bars * $barTicks) as [$at, $hit]) {
                $struck = [$at % $barTicks, $row->instrument, $hit];
                if (\in_array($row->instrument, self::FEET, true)) {
                    $feet[intdiv($at, $barTicks)][] = $struck;
                } else {
                    $hands[intdiv($at, $barTicks)][] = $struck;
                }
            }
        }

        return array_map(static fn (array $up, array $down): array => [
            'up' => self::voice($up, $meter),
            'down' => self::voice($down, $meter),
        ], $hands, $feet);
    }

    /** @return array<string, array<int, true>> ticks at which hits are written, by instrument */
    public static function places(Section $section, Meter $meter): array
    {
        $places = [];
        foreach (self::bars($section, $meter) as $b => $bar) {
            foreach ([...$bar['up'], ...$bar['down']] as $event) {
                foreach ($event->struck as [$instrument]) {
                    $places[$instrument->value][$b * $meter->barTicks() + $event->at] = true;
                }
            }
        }

        return $places;
    }

    /**
     * @param list<array{int, Instrument, Hit}> $hits by tick of the bar
     *
     * @return list<Event> whose ticks add up to the bar
     */
    private static function voice(array $hits, Meter $meter): array
    {
        $events = [];
        $spans = self::spans($meter);
        for ($s = 0; $s < \count($spans); ++$s) {
            [$from, $length] = $spans[$s];
            $inside = static fn (int $length): array => array_values(
                array_filter($hits, static fn (array $hit): bool => $hit[0] >= $from && $hit[0] < $from + $length),
            );
            $areTwo = 0 === $s % 2 && self::QUARTER === $length && self::QUARTER === ($spans[$s + 1][1] ?? 0);
            if ($areTwo && self::areQuarters($inside(2 * $length), $from)) {
                // Three quarters in the time of two beats are one bracket.
                array_push($events, ...Span::events($inside(2 * $length), $from, 2 * $length, $s++));
                continue;
            }
            array_push($events, ...Span::events($inside($length), $from, $length, $s));
        }

        return [] === $hits ? self::rest($meter) : self::joined($events, $meter);
    }

    /**
     * Whether hits are thirds of two beats, with both inner ones. One of them alone is read sooner as a part of its own beat.
     *
     * @param list<array{int, Instrument, Hit}> $hits
     */
    private static function areQuarters(array $hits, int $from): bool
    {
        $third = intdiv(2 * self::QUARTER, 3);
        $ats = array_diff(array_column($hits, 0), [$from]);

        return [] === array_diff($ats, [$from + $third, $from + 2 * $third]) && 2 === \count(array_unique($ats));
    }

    /**
     * Beats, or groups where the meter's unit is less than a quarter.
     *
     * @return list<array{int, int}> first tick and length
     */
    private static function spans(Meter $meter): array
    {
        $unit = $meter->unitTicks();
        $lengths = $meter->unit >= 8
            ? array_map(static fn (int $group): int => $group * $unit, $meter->groups)
            : array_fill(0, $meter->count, $unit);
        $spans = [];
        $from = 0;
        foreach ($lengths as $length) {
            // A group that is longer than a dotted quarter is written as its parts.
            for ($rest = $length; $rest > 0; $rest -= $part) {
                $part = $rest > 1440 ? 960 : $rest;
                $spans[] = [$from, $part];
                $from += $part;
            }
        }

        return $spans;
    }

    /** @return list<Event> a rest for a whole bar, whatever its length */
    private static function rest(Meter $meter): array
    {
        return [Event::rest(0, $meter->barTicks(), 'w', 0)];
    }

    /**
     * Two rests of a beat that stand together at the first or third beat of four are one of two.
     *
     * @param list<Event> $events
     *
     * @return list<Event>
     */
    private static function joined(array $events, Meter $meter): array
    {
        if (4 !== $meter->count || 4 !== $meter->unit) {
            return $events;
        }
        $joined = [];
        foreach ($events as $event) {
            $before = end($joined);
            $together = false !== $before && [] === $before->struck && [] === $event->struck
                && 960 === $before->ticks && 960 === $event->ticks && 0 === $before->at % 1920;
            if ($together) {
                array_pop($joined);
                $event = Event::rest($before->at, 1920, '2', $before->span);
            }
            $joined[] = $event;
        }

        return $joined;
    }
}
