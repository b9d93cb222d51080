<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

/** Where a recorded instrument stands in the sound font, and how it is taken from there. */
final readonly class Recording
{
    /**
     * @param int       $program of the font's bank of drums
     * @param list<int> $keys    of the same stroke, each another take of it
     * @param float     $seconds that it rings at most
     * @param float     $tune    semitones
     */
    private function __construct(public int $program, public array $keys, public float $seconds, public float $tune, public bool $varied)
    {
    }

    /** One that is struck now and then. */
    public static function of(int $program, int $key, float $seconds, float $tune = 0): self
    {
        return new self($program, [$key], $seconds, $tune, false);
    }

    /** One whose repetitions would sound like a machine: its second take is a little other than its first. */
    public static function repeated(int $program, int $key, float $seconds, float $tune = 0): self
    {
        return new self($program, [$key], $seconds, $tune, true);
    }

    /** One of which the font holds two takes. */
    public static function twice(int $program, int $key, int $other, float $seconds): self
    {
        return new self($program, [$key, $other], $seconds, 0, false);
    }
}
