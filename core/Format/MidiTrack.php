<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;

/** Collects what the tracks of a MIDI file hold, one after the other. */
final class MidiTrack
{
    /** @var list<array{tick: int, channel: int, note: int, velocity: int}> */
    public array $notes = [];
    /** @var list<array{tick: int, count: int, unit: int}> */
    public array $meters = [];
    /** @var list<array{tick: int, bpm: float}> */
    public array $tempos = [];
    /** @var list<int> ticks of the markers */
    public array $markers = [];
    public string $title = '';
    public int $end = 0;

    public function __construct(private readonly int $most)
    {
    }

    private string $bytes = '';
    private int $at = 0;
    private int $track = 0;

    /** @throws InvalidInput with the track and the byte */
    public function read(string $bytes, int $track): void
    {
        [$this->bytes, $this->at, $this->track] = [$bytes, 0, $track];
        $tick = $status = 0;
        while ($this->at < \strlen($bytes)) {
            $tick += $this->length();
            $byte = $this->byte();
            if ($byte < 0x80) {
                // Running status: the same kind of event as the one before.
                $status < 0x80 ? throw $this->broken() : --$this->at;
            } else {
                $status = $byte;
            }
            if (0xFF === $status) {
                $type = $this->byte();
                if (0x2F === $type) {
                    break;
                }
                $this->meta($type, $this->take($this->length()), $tick);
                $status = 0;
            } elseif (0xF0 === $status || 0xF7 === $status) {
                $this->take($this->length());
                $status = 0;
            } elseif ($status > 0xF0) {
                throw $this->broken();
            } else {
                $this->event($status, $tick);
            }
        }
        $this->end = max($this->end, $tick);
    }

    private function event(int $status, int $tick): void
    {
        $kind = $status & 0xF0;
        $first = $this->data();
        $second = 0xC0 === $kind || 0xD0 === $kind ? 0 : $this->data();
        // A note on with no velocity is a note off.
        if (0x90 === $kind && $second > 0) {
            if (\count($this->notes) >= $this->most) {
                throw InvalidInput::at("track $this->track", \sprintf('this file has more than %d notes; take a part of it.', $this->most));
            }
            $this->notes[] = ['tick' => $tick, 'channel' => 1 + ($status & 0x0F), 'note' => $first, 'velocity' => $second];
        }
    }

    private function meta(int $type, string $data, int $tick): void
    {
        $text = mb_scrub(trim(preg_replace('/[\x00-\x1f\x7f]+/', ' ', $data) ?? ''), 'UTF-8');
        if (0x03 === $type && '' === $this->title && [] === $this->notes) {
            $this->title = $text;
        } elseif (0x06 === $type) {
            $this->markers[] = $tick;
        } elseif (0x51 === $type && 3 === \strlen($data) && "\0\0\0" !== $data) {
            /** @var array{micros: int} $number */
            $number = unpack('Nmicros', "\0".$data);
            $this->tempos[] = ['tick' => $tick, 'bpm' => 60_000_000 / $number['micros']];
        } elseif (0x58 === $type && \strlen($data) >= 2) {
            $this->meters[] = ['tick' => $tick, 'count' => \ord($data[0]), 'unit' => 2 ** min(10, \ord($data[1]))];
        }
    }

    private function length(): int
    {
        $number = 0;
        for ($i = 0; $i < 4; ++$i) {
            $byte = $this->byte();
            $number = $number << 7 | $byte & 0x7F;
            if ($byte < 0x80) {
                return $number;
            }
        }

        throw $this->broken();
    }

    private function data(): int
    {
        $byte = $this->byte();

        return $byte < 0x80 ? $byte : throw $this->broken();
    }

    private function byte(): int
    {
        return $this->at < \strlen($this->bytes) ? \ord($this->bytes[$this->at++]) : throw $this->broken();
    }

    private function take(int $length): string
    {
        if ($this->at + $length > \strlen($this->bytes)) {
            throw $this->broken();
        }
        $this->at += $length;

        return substr($this->bytes, $this->at - $length, $length);
    }

    private function broken(): InvalidInput
    {
        return InvalidInput::at("track $this->track", "this MIDI file is broken at byte $this->at of the track; save it once more.");
    }
}
