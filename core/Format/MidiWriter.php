<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Strokes;

/** Writes one pass of a pattern as a Standard MIDI File of format 1, 960 ticks to a quarter, its drums on channel 10. */
final readonly class MidiWriter
{
    private const DIVISION = 960;
    /** How long a drum's note lasts, where the next does not come sooner. */
    private const NOTE = 120;
    private const DRUMS = 9;

    /**
     * @param bool $played with swing and push, as it sounds; else on the written ticks
     * @param bool $rows   a track an instrument
     *
     * @throws \Pulsanda\Core\Input\InvalidInput when the pass has too many strokes
     */
    public static function write(Pattern $pattern, bool $played = true, bool $rows = false): string
    {
        $groove = $pattern->grooveMap();
        // In a millisecond.
        $ticks = 0.001 / $pattern->tempo->seconds(1);
        $notes = [];
        foreach (Strokes::heard($pattern, 1) as $stroke) {
            $tick = $played ? $groove->played($stroke->written) + $stroke->push : $stroke->written;
            // Nothing begins after the end: reading it would add a bar.
            $tick = min($tick, $pattern->ticks() - 1);
            $track = $rows ? $stroke->instrument->value : '';
            foreach ($stroke->ornament?->before() ?? [] as $before) {
                $notes[$track][] = [$tick - (int) round($before * $ticks), $stroke->instrument, Ornament::velocity($stroke->velocity)];
            }
            $notes[$track][] = [$tick, $stroke->instrument, $stroke->velocity];
        }
        // What is pushed before the beginning stands in a bar of rest.
        $first = min([0, ...array_map(static fn (array $track): int => min(array_column($track, 0)), $notes)]);
        $rest = $first < 0 ? $pattern->meter->barTicks() : 0;
        $end = $rest + $pattern->ticks();
        $tracks = [self::track(self::conductor($pattern, $rest), $end)];
        foreach ([] === $notes ? ['' => []] : $notes as $name => $track) {
            $events = ['' === $name ? [] : [[0, 0, self::text(0x03, (string) $name)]], self::notes($track, $rest, $end)];
            $tracks[] = self::track(array_merge(...$events), $end);
        }

        return 'MThd'.pack('Nnnn', 6, 1, \count($tracks), self::DIVISION).implode('', $tracks);
    }

    /**
     * Title, meter, tempo and the names of the sections where they begin.
     *
     * @return list<array{int, int, string}> tick, order, bytes
     */
    private static function conductor(Pattern $pattern, int $rest): array
    {
        $meter = $pattern->meter;
        $perQuarter = (int) round(60_000_000 / $pattern->tempo->quarters());
        // Clocks between two clicks of a metronome: 24 to a quarter.
        $click = min(255, (int) round(96 / $meter->unit));
        $events = [
            [0, 0, self::text(0x03, $pattern->title)],
            [0, 1, "\xFF\x58\x04".\chr($meter->count).\chr((int) log($meter->unit, 2)).\chr($click)."\x08"],
            [0, 2, "\xFF\x51\x03".substr(pack('N', $perQuarter), 1)],
        ];
        $at = $rest;
        foreach ($pattern->form() as $section) {
            $events[] = [$at, 3, self::text(0x06, $section->name)];
            $at += $section->bars * $meter->barTicks();
        }

        return $events;
    }

    /**
     * @param list<array{int, Instrument, int}> $track tick, instrument and velocity
     * @param int                               $end   of the file: no note sounds on after it
     *
     * @return list<array{int, int, string}>
     */
    private static function notes(array $track, int $rest, int $end): array
    {
        usort($track, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $next = $events = [];
        foreach (array_reverse($track) as [$tick, $instrument, $velocity]) {
            $note = $instrument->midi();
            $off = min($tick + self::NOTE, $next[$note] ?? \PHP_INT_MAX, $end - $rest);
            $next[$note] = $tick;
            $events[] = [$rest + $tick, 1, \chr(0x90 | self::DRUMS).\chr($note).\chr($velocity)];
            // What ends at a tick ends before what begins there.
            $events[] = [$rest + $off, 0, \chr(0x80 | self::DRUMS).\chr($note)."\x40"];
        }

        return $events;
    }

    /** @param list<array{int, int, string}> $events */
    private static function track(array $events, int $end): string
    {
        usort($events, static fn (array $a, array $b): int => $a[0] <=> $b[0] ?: $a[1] <=> $b[1]);
        $bytes = '';
        $before = 0;
        foreach ($events as [$tick, , $event]) {
            $bytes .= self::length($tick - $before).$event;
            $before = $tick;
        }
        $bytes .= self::length(max(0, $end - $before))."\xFF\x2F\0";

        return 'MTrk'.pack('N', \strlen($bytes)).$bytes;
    }

    private static function text(int $type, string $text): string
    {
        return "\xFF".\chr($type).self::length(\strlen($text)).$text;
    }

    /** A number of variable length: seven bits a byte, the highest first, all but the last with the highest bit set. */
    public static function length(int $number): string
    {
        $bytes = \chr($number & 0x7F);
        while ($number >>= 7) {
            $bytes = \chr($number & 0x7F | 0x80).$bytes;
        }

        return $bytes;
    }
}
