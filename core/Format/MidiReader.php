<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * Reads the drums of a Standard MIDI File into a pattern: notes become rows by the catalogue's numbers, each row gets the coarsest grid
 * that its strokes stand on, and what remains is push. What a pattern cannot hold is told.
 */
final readonly class MidiReader
{
    private const QUARTER = 960;
    private const DRUMS = 10;
    /** Quarters a minute: the slowest as sixteenths, the fastest as whole notes. */
    private const SLOWEST = 5;
    private const FASTEST = 1600;
    /** Ticks that a stroke may lie beside a grid that is taken for its row. */
    private const NEAR = 25;

    /**
     * @param int|null           $channel that the drums are on, from 1; null for 10, or the only one that has notes
     * @param array<int, string> $map     instruments by the notes that the catalogue does not know; '' leaves a note out
     *
     * @throws InvalidInput
     */
    public static function read(string $bytes, ?int $channel = null, array $map = []): Imported
    {
        $file = MidiFile::read($bytes);
        $lost = [];
        $meter = self::meter($file, $lost);
        $tempo = self::tempo($file, $meter, $lost);
        $notes = self::drums($file, $channel, $lost);
        $unknown = [];
        $strokes = self::strokes($notes, $file->division, $map, $unknown);
        // Ticks of a millisecond.
        $strokes = array_map(static fn (array $row): array => self::graced($row, $tempo->quarters() * self::QUARTER / 60_000), $strokes);
        $barTicks = $meter->barTicks();
        $origin = self::origin($file, $strokes, $barTicks);
        $strokes = array_map(static fn (array $row): array => array_map(
            static fn (array $one): array => ['tick' => $one['tick'] - $origin] + $one,
            $row,
        ), self::most($strokes, $lost, $unknown));
        foreach ($unknown as $number => $count) {
            $lost[] = \sprintf('Note %d is no drum that is known here; %d of it left out.', $number, $count);
        }
        $last = max([0, ...array_map(static fn (array $row): int => max(array_column($row, 'tick')), $strokes)]);
        $end = max($last + 1, intdiv($file->end * self::QUARTER, $file->division) - $origin);
        $bars = max(1, intdiv($end + $barTicks - 1, $barTicks));
        $most = Section::MOST_BARS * Pattern::MOST_SECTIONS;
        if ($bars > $most) {
            $lost[] = "The file has $bars bars; the first $most are kept.";
            $bars = $most;
        }
        $title = '' === $file->title ? 'From a MIDI file' : mb_substr($file->title, 0, Pattern::MOST_TITLE);

        return new Imported(Pattern::of($title, $meter, $tempo, self::sections($strokes, $bars, $meter, $lost)), $lost, $unknown);
    }

    /** @return array<int, int> how many notes there are on each channel, which are counted from 1; none where it is no MIDI file */
    public static function channels(string $bytes): array
    {
        try {
            $counts = array_count_values(array_column(MidiFile::read($bytes)->notes, 'channel'));
        } catch (InvalidInput) {
            return [];
        }
        ksort($counts);

        return $counts;
    }

    /** @param list<string> $lost */
    private static function meter(MidiFile $file, array &$lost): Meter
    {
        $first = $file->meters[0] ?? ['tick' => 0, 'count' => 4, 'unit' => 4];
        $others = array_filter(
            $file->meters,
            static fn (array $one): bool => [$one['count'], $one['unit']] !== [$first['count'], $first['unit']],
        );
        if ([] !== $others) {
            $lost[] = "The meter changes; all of it is set in {$first['count']}/{$first['unit']}.";
        }
        try {
            return Meter::of($first['count'], $first['unit']);
        } catch (InvalidInput) {
            $lost[] = "The meter {$first['count']}/{$first['unit']} cannot be kept; it is set in 4/4.";

            return Meter::of(4, 4);
        }
    }

    /** @param list<string> $lost */
    private static function tempo(MidiFile $file, Meter $meter, array &$lost): Tempo
    {
        $bpm = round($file->tempos[0]['bpm'] ?? 120, 2);
        if (\count(array_unique(array_map(static fn (array $one): string => \sprintf('%.2f', $one['bpm']), $file->tempos))) > 1) {
            $lost[] = \sprintf('The tempo changes; all of it is played at %s.', $bpm);
        }
        if ($bpm < self::SLOWEST || $bpm > self::FASTEST) {
            $lost[] = \sprintf('The tempo %s cannot be kept; it becomes %d.', $bpm, $bpm = max(self::SLOWEST, min(self::FASTEST, $bpm)));
        }

        return self::of($bpm, $meter);
    }

    /** A tempo in quarters in the beat of the meter, where that can be held; else in the next that can. */
    private static function of(float $quarters, Meter $meter): Tempo
    {
        foreach ([Tempo::usualBeat($meter), '4', '8', '2', '16', '1'] as $beat) {
            $bpm = round($quarters / Tempo::of(Tempo::LEAST, $beat)->quarters() * Tempo::LEAST, 2);
            if ($bpm >= Tempo::LEAST && $bpm <= Tempo::MOST) {
                return Tempo::of($bpm, $beat);
            }
        }

        throw new \LogicException("No beat holds $quarters quarters a minute.");
    }

    /**
     * Where the first bar begins: what is pushed before the beginning stands in a bar of rest, behind which the first section is named.
     *
     * @param array<string, non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>> $strokes
     */
    private static function origin(MidiFile $file, array $strokes, int $barTicks): int
    {
        $first = min([\PHP_INT_MAX, ...array_map(static fn (array $row): int => min(array_column($row, 'tick')), $strokes)]);
        $marked = intdiv(($file->markers[0] ?? 0) * self::QUARTER, $file->division);

        return $marked === $barTicks && $first >= $barTicks - Hit::MOST_PUSH ? $barTicks : 0;
    }

    /**
     * Grace strokes, as MidiWriter writes them out, belong to their hit.
     *
     * @param non-empty-list<array{tick: int, velocity: int}> $row
     *
     * @return non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>
     */
    private static function graced(array $row, float $ticks): array
    {
        $at = [];
        foreach ($row as $i => $stroke) {
            $at["{$stroke['tick']} {$stroke['velocity']}"] = $i;
        }
        $graced = $row;
        // The last one first: a grace stroke has none itself.
        foreach (array_reverse($row, true) as $i => $stroke) {
            if (!isset($graced[$i])) {
                continue;
            }
            // A drag has the stroke of a flam as well, so it is looked for first.
            foreach ([Ornament::Drag, Ornament::Flam] as $ornament) {
                $velocity = Ornament::velocity($stroke['velocity']);
                $early = array_map(static fn (int $before): int => $stroke['tick'] - (int) round($before * $ticks), $ornament->before());
                $found = array_map(static fn (int $tick): ?int => $at["$tick $velocity"] ?? null, $early);
                if (!\in_array(null, $found, true) && [] === array_diff($found, array_keys($graced))) {
                    $graced[$i]['ornament'] = $ornament;
                    $graced = array_diff_key($graced, array_flip($found));
                    break;
                }
            }
        }

        return [] === $graced ? $row : array_values($graced);
    }

    /**
     * As many instruments as a section has rows: those with the most strokes. The others are told, and may be put in another's row.
     *
     * @param array<string, non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>> $strokes
     * @param list<string>                                                                        $lost
     * @param array<int, int>                                                                     $unknown
     *
     * @return array<string, non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>>
     */
    private static function most(array $strokes, array &$lost, array &$unknown): array
    {
        uasort($strokes, static fn (array $a, array $b): int => \count($b) <=> \count($a));
        foreach (\array_slice($strokes, Section::MOST_ROWS) as $name => $row) {
            $instrument = Instrument::from($name);
            $unknown[$instrument->midi()] = \count($row);
            $lost[] = \sprintf('A section has %d rows: %s, %d of it, is left out.', Section::MOST_ROWS, $instrument->label(), \count($row));
        }

        return \array_slice($strokes, 0, Section::MOST_ROWS);
    }

    /**
     * @param list<string> $lost
     *
     * @return list<array{tick: int, channel: int, note: int, velocity: int}>
     */
    private static function drums(MidiFile $file, ?int $channel, array &$lost): array
    {
        $counts = array_count_values(array_column($file->notes, 'channel'));
        if ([] === $counts) {
            throw InvalidInput::at('', 'There are no notes in this MIDI file.');
        }
        $channel ??= match (true) {
            isset($counts[self::DRUMS]) => self::DRUMS,
            1 === \count($counts) => array_key_first($counts),
            default => throw InvalidInput::at('channel', \sprintf(
                'no drums stand on channel 10; choose the channel that they are on: %s.',
                implode(', ', array_map(static fn (int $one): string => "$one ($counts[$one] notes)", array_keys($counts))),
            )),
        };
        if (!isset($counts[$channel])) {
            $there = implode(', ', array_keys($counts));
            throw InvalidInput::at('channel', "there are no notes on channel $channel; choose one of: $there.");
        }
        $others = array_sum($counts) - $counts[$channel];
        if ($others > 0) {
            $lost[] = "$others notes on other channels than $channel are left out.";
        }

        return array_values(array_filter($file->notes, static fn (array $note): bool => $note['channel'] === $channel));
    }

    /**
     * @param list<array{tick: int, channel: int, note: int, velocity: int}> $notes
     * @param array<int, string>                                             $map
     * @param array<int, int>                                                $unknown how many there are of each note without a drum
     *
     * @return array<string, non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>> by instrument, in ticks of ours
     */
    private static function strokes(array $notes, int $division, array $map, array &$unknown): array
    {
        $known = [];
        foreach (Instrument::cases() as $one) {
            $known[$one->midi()] = $one->value;
        }
        $strokes = [];
        foreach ($notes as $note) {
            $name = $map[$note['note']] ?? $known[$note['note']] ?? null;
            if (null === $name) {
                $unknown[$note['note']] = ($unknown[$note['note']] ?? 0) + 1;
            } elseif ('' !== $name) {
                $tick = (int) round($note['tick'] * self::QUARTER / $division);
                $strokes[(Instrument::tryFrom($name) ?? throw InvalidInput::at(
                    "map.{$note['note']}",
                    "there is no instrument \"$name\" in the catalogue.",
                ))->value][] = ['tick' => $tick, 'velocity' => $note['velocity']];
            }
        }

        return $strokes;
    }

    /**
     * @param array<string, non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}>> $strokes
     * @param list<string>                                                                        $lost
     *
     * @return list<Section> of at most as many bars as a section holds
     */
    private static function sections(array $strokes, int $bars, Meter $meter, array &$lost): array
    {
        $order = array_flip(array_column(Instrument::cases(), 'value'));
        uksort($strokes, static fn (string $a, string $b): int => $order[$a] <=> $order[$b]);
        $sections = [];
        $gone = 0;
        for ($from = 0; $from < $bars; $from += Section::MOST_BARS) {
            $count = min(Section::MOST_BARS, $bars - $from);
            $rows = [];
            foreach ($strokes as $name => $all) {
                $snap = Grids::coarsest(array_column($all, 'tick'), self::NEAR);
                [$hits, $double] = self::hits($all, $snap, $from * $meter->barTicks(), $count * $meter->barTicks());
                $gone += $double;
                $rows[] = Row::of(Instrument::from($name), $hits, $snap);
            }
            $sections[] = Section::of(\chr(\ord('A') + \count($sections)), $count, $rows, $meter);
        }
        if ($gone > 0) {
            $lost[] = 1 === $gone ? 'One note stands where another of its drum stands; the louder is kept.'
                : "$gone notes stand where another of their drum stands; the louder are kept.";
        }

        return $sections;
    }

    /**
     * @param non-empty-list<array{tick: int, velocity: int, ornament?: Ornament}> $strokes
     *
     * @return array{list<Hit>, int} and how many stand where another one stands
     */
    private static function hits(array $strokes, Snap $snap, int $from, int $length): array
    {
        $step = $snap->ticks();
        $found = [];
        $double = 0;
        foreach ($strokes as $stroke) {
            $tick = $stroke['tick'] - $from;
            $place = self::place($found, $tick, $from, $step, $length);
            if (null === $place) {
                continue;
            }
            $known = $found[$place] ?? null;
            $double += null === $known ? 0 : 1;
            if (null === $known || $known->velocity < $stroke['velocity']) {
                $found[$place] = Hit::of($place, $stroke['velocity'], $tick - $place, ornament: $stroke['ornament'] ?? null);
            }
        }

        return [array_values($found), $double];
    }

    /**
     * Where a stroke of a section is written.
     *
     * @param array<int, Hit> $found those that are written already, by their places
     * @param int             $tick  from the beginning of the section
     *
     * @return int|null null where it belongs to another section
     */
    private static function place(array $found, int $tick, int $from, int $step, int $length): ?int
    {
        // A stroke before the bar line that belongs behind it is pushed; at the very end there is nothing behind it.
        $near = $step * (int) round(($tick + $from) / $step) - $from;
        $near = match (true) {
            $near >= $length && $tick < $length => $length - Snap::SixtyFourth->ticks(),
            // Before the first bar there is none.
            0 === $from && $tick < 0 => 0,
            default => $near,
        };
        if ($near < 0 || $near >= $length) {
            return null;
        }
        $isFree = static fn (int $place): bool => !isset($found[$place]) || $found[$place]->at + $found[$place]->push === $tick;
        // Two that are nearer to one another than the grid is fine stand beside it.
        for ($place = $tick; $place > 0 && !$isFree($near) && !$isFree($place); --$place) {
        }

        return $isFree($near) ? $near : max(0, $place);
    }
}
