<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/** A sounding at its time. */
final readonly class Event
{
    /**
     * @param int $start frame of its first sample
     * @param int $end   frame at which another one cuts it off; PHP_INT_MAX where none does
     */
    public function __construct(public Sounding $sounding, public int $start, public int $end = \PHP_INT_MAX)
    {
    }

    public function later(int $frames): self
    {
        return new self($this->sounding, $this->start + $frames, \PHP_INT_MAX === $this->end ? $this->end : $this->end + $frames);
    }

    public function until(int $end): self
    {
        return new self($this->sounding, $this->start, $end);
    }

    /** @param array{string, int} $line an instrument, and which of its rows */
    public function isIn(array $line): bool
    {
        return $line === [$this->sounding->instrument->value, $this->sounding->line];
    }
}
