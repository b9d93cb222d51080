<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** A stroke of the submission as it would be without the causes that are undone so far. */
final readonly class Played
{
    public function __construct(public Stroke $stroke, public int $tick, public Instrument $instrument)
    {
    }

    public function at(int $tick): self
    {
        return new self($this->stroke, $tick, $this->instrument);
    }

    public function on(Instrument $instrument): self
    {
        return new self($this->stroke, $this->tick, $instrument);
    }

    /** As a stroke to pair; its velocity plays no part in that. */
    public function asStroke(): Stroke
    {
        return new Stroke($this->instrument, $this->tick, 0, $this->stroke->velocity, $this->stroke->optional, $this->stroke->section);
    }
}
