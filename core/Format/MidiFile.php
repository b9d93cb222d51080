<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;

/**
 * What a Standard MIDI File of format 0 or 1 holds of what is wanted here: notes, meters, tempos, names, as they stand in it. System
 * exclusive and unknown events are read over; anything that does not add up is refused with its place.
 */
final readonly class MidiFile
{
    public const MOST_BYTES = 2 * 1024 * 1024;
    /** As many as notes and rests of a score. */
    private const MOST_NOTES = 20_000;

    /**
     * @param int                                                            $division ticks to a quarter
     * @param list<array{tick: int, channel: int, note: int, velocity: int}> $notes    by tick; channels from 1
     * @param list<array{tick: int, count: int, unit: int}>                  $meters
     * @param list<array{tick: int, bpm: float}>                             $tempos   quarters a minute
     * @param list<int>                                                      $markers  ticks of what names a section
     * @param int                                                            $end      tick of the last event
     */
    private function __construct(
        public int $division,
        public array $notes,
        public array $meters,
        public array $tempos,
        public array $markers,
        public string $title,
        public int $end,
    ) {
    }

    /** @throws InvalidInput */
    public static function read(string $bytes): self
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This file is larger than 2 MB; no lesson needs so many notes.');
        }
        if (!str_starts_with($bytes, 'MThd') || \strlen($bytes) < 14) {
            throw InvalidInput::at('', 'This is no MIDI file; it does not begin as one.');
        }
        ['length' => $length, 'format' => $format, 'tracks' => $tracks, 'division' => $division] = self::head($bytes);
        if ($format > 1) {
            throw InvalidInput::at('', "This MIDI file is of format $format, songs side by side; save it as format 0 or 1.");
        }
        if ($division >= 0x8000 || 0 === $division) {
            throw InvalidInput::at('', 'This MIDI file counts in frames of film, not in notes; save it with ticks to a quarter.');
        }
        $found = new MidiTrack(self::MOST_NOTES);
        $at = 8 + $length;
        for ($track = 1; $track <= $tracks; ++$track) {
            $size = self::chunk($bytes, $at, $track);
            $found->read(substr($bytes, $at + 8, $size), $track);
            $at += 8 + $size;
        }
        usort($found->notes, static fn (array $a, array $b): int => $a['tick'] <=> $b['tick'] ?: $a['note'] <=> $b['note']);

        return new self($division, $found->notes, $found->meters, $found->tempos, $found->markers, $found->title, $found->end);
    }

    /** @return array{length: int, format: int, tracks: int, division: int} */
    private static function head(string $bytes): array
    {
        /** @var array{length: int, format: int, tracks: int, division: int} */
        return unpack('Nlength/nformat/ntracks/ndivision', $bytes, 4);
    }

    /** @return int the bytes of the track that begins here */
    private static function chunk(string $bytes, int $at, int $track): int
    {
        if ('MTrk' !== substr($bytes, $at, 4) || \strlen($bytes) < $at + 8) {
            throw InvalidInput::at("track $track", 'this MIDI file ends before this track, or is broken here.');
        }
        /** @var array{size: int} $head */
        $head = unpack('Nsize', $bytes, $at + 4);
        if (\strlen($bytes) < $at + 8 + $head['size']) {
            throw InvalidInput::at("track $track", 'this MIDI file is cut off in this track.');
        }

        return $head['size'];
    }
}
