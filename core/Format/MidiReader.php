<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
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
        foreach ($unknown as $number => $count) {
            $lost[] = \sprintf('Note %d is no drum that is known here; %d of it left out.', $number, $count);
        }
        $barTicks = $meter->barTicks();
        $last = max([0, ...array_map(static fn (array $row): int => max(array_column($row, 'tick')), $strokes)]);
        $end = max($last + 1, intdiv($file->end * self::QUARTER, $file->division));
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
        if ($bpm < 20 || $bpm > 400) {
            $lost[] = \sprintf('The tempo %s cannot be kept; it becomes %d.', $bpm, $bpm = max(20, min(400, $bpm)));
        }

        return Tempo::of($bpm, '4');
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
     * @return array<string, non-empty-list<array{tick: int, velocity: int}>> by instrument, in ticks of ours
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
     * @param array<string, non-empty-list<array{tick: int, velocity: int}>> $strokes
     * @param list<string>                                                   $lost
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
            $sections[] = Section::of(\chr(\ord('A') + \count($sections)), $count, \array_slice($rows, 0, Section::MOST_ROWS), $meter);
        }
        if ($gone > 0) {
            $lost[] = 1 === $gone ? 'One note stands where another of its drum stands; the louder is kept.'
                : "$gone notes stand where another of their drum stands; the louder are kept.";
        }

        return $sections;
    }

    /**
     * @param non-empty-list<array{tick: int, velocity: int}> $strokes
     *
     * @return array{list<Hit>, int} and how many stand where another one stands
     */
    private static function hits(array $strokes, Snap $snap, int $from, int $length): array
    {
        $step = $snap->ticks();
        $found = [];
        $double = 0;
        foreach ($strokes as ['tick' => $tick, 'velocity' => $velocity]) {
            // A stroke before the bar line that belongs behind it is pushed; at the very end there is nothing behind it.
            $place = $step * (int) round($tick / $step) - $from;
            $place = $place >= $length && $tick - $from < $length ? $length - Snap::SixtyFourth->ticks() : $place;
            if ($place < 0 || $place >= $length) {
                continue;
            }
            // Two that are nearer to one another than the grid is fine stand beside it.
            for ($late = 0; isset($found[$place]) && $found[$place]->at + $found[$place]->push !== $tick - $from; ++$late) {
                $place = $tick - $from - $late;
            }
            $known = $found[$place] ?? null;
            $double += null === $known ? 0 : 1;
            if (null === $known || $known->velocity < $velocity) {
                $found[$place] = Hit::of($place, $velocity, $tick - $from - $place);
            }
        }

        return [array_values($found), $double];
    }
}
