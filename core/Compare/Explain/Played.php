<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** A stroke of the submission as it would be without the causes that are undone so far. */
final readonly class Played
{
    /** As it is played, with its push. */
    public int $tick;

    /** @param int $written tick without push; the bar line counts by it */
    public function __construct(public Stroke $stroke, public int $written, public Instrument $instrument)
    {
        $this->tick = $written + $stroke->push;
    }

    public static function of(Stroke $stroke): self
    {
        return new self($stroke, $stroke->written, $stroke->instrument);
    }

    public function at(int $written): self
    {
        return new self($this->stroke, $written, $this->instrument);
    }

    public function on(Instrument $instrument): self
    {
        return new self($this->stroke, $this->written, $instrument);
    }

    public function asStroke(): Stroke
    {
        $one = $this->stroke;
        if ($one->written === $this->written && $one->instrument === $this->instrument) {
            return $one;
        }

        return new Stroke(
            $this->instrument,
            $this->written,
            $one->push,
            $one->velocity,
            $one->optional,
            $one->section,
            $one->ornament,
            $one->hand,
            $one->graces,
        );
    }
}
