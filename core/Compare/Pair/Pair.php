<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Pair;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** A target stroke with its submission stroke, or one of them left alone. At least one of the two is there. */
final readonly class Pair
{
    public function __construct(public Status $status, public ?Stroke $target, public ?Stroke $submission)
    {
    }

    /** The instrument that is asked for, or of what was played without being asked for. */
    public function instrument(): Instrument
    {
        return $this->stroke()->instrument;
    }

    /** The target stroke, or the submission's where there is none. */
    public function stroke(): Stroke
    {
        return $this->target ?? $this->submission ?? throw new \LogicException('A pair has at least one stroke.');
    }

    /** @return int|null ticks that the submission is late (+) or early (−); null when one stands alone */
    public function ticks(): ?int
    {
        return null === $this->target || null === $this->submission ? null : $this->submission->tick - $this->target->tick;
    }

    /** @return bool whether it is a difference that a report must account for; an optional stroke that is left out is none */
    public function differs(): bool
    {
        return Status::Match !== $this->status && !(Status::Missing === $this->status && $this->stroke()->optional);
    }
}
