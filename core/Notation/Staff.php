<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
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

    /**
     * Where a pickup begins: a section of one bar that is played once, before others, and begins in its second half.
     *
     * @return int tick of its bar; 0 where there is none
     */
    public static function pickup(Pattern $pattern): int
    {
        $first = $pattern->order[0];
        $again = array_filter($pattern->order, static fn (OrderEntry $one): bool => $one->section === $first->section);
        $section = array_column($pattern->sections, null, 'name')[$first->section];
        if (1 === \count($pattern->order) || 1 !== \count($again) || 1 !== $first->times || 1 !== $section->bars) {
            return 0;
        }
        $barTicks = $pattern->meter->barTicks();
        $written = array_map(static fn (Row $row): array => array_column($row->written($barTicks), 0), $section->rows);
        $strokes = array_merge([], ...$written);
        $beats = array_filter(
            array_column(self::spans($pattern->meter), 0),
            static fn (int $from): bool => 2 * $from >= $barTicks && [] !== $strokes && $from <= min($strokes),
        );

        return [] === $beats ? 0 : max($beats);
    }

    /**
     * @param int $from tick from which the first bar is written, see pickup()
     *
     * @return list<array{up: list<Event>, down: list<Event>}> by bar
     */
    public static function bars(Section $section, Meter $meter, int $from = 0): array
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

        return array_map(static fn (array $up, array $down, int $bar): array => [
            'up' => self::voice($up, $meter, 0 === $bar ? $from : 0),
            'down' => self::voice($down, $meter, 0 === $bar ? $from : 0),
        ], $hands, $feet, array_keys($hands));
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
     * @param list<array{int, Instrument, Hit}> $hits  by tick of the bar
     * @param int                               $first tick from which it is written: the beginning of a beat
     *
     * @return list<Event> whose ticks add up to the bar from there
     */
    private static function voice(array $hits, Meter $meter, int $first): array
    {
        $events = [];
        $spans = self::spans($meter);
        for ($s = (int) array_search($first, array_column($spans, 0), true); $s < \count($spans); ++$s) {
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

        return [] === $hits && 0 === $first ? self::rest($meter) : self::joined($events, $meter);
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
