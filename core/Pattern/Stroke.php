<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** One sounding of an instrument within a pass. */
final readonly class Stroke
{
    /** Written tick plus push, on straight time. */
    public int $tick;

    /**
     * @param int           $written  tick without push, from the start of the pass
     * @param int           $push     ticks
     * @param int           $velocity 1–127
     * @param bool          $optional whether it sounds only in some passes
     * @param string        $section  the name of its section
     * @param Ornament|null $ornament grace strokes that come before it
     * @param bool          $spelled  whether they are written as hits of their own
     */
    public function __construct(
        public Instrument $instrument,
        public int $written,
        public int $push,
        public int $velocity,
        public bool $optional,
        public string $section,
        public ?Ornament $ornament = null,
        public ?Hand $hand = null,
        public bool $spelled = false,
    ) {
        $this->tick = $written + $push;
    }

    /** The same stroke so many ticks later, in a repetition. */
    public function later(int $ticks): self
    {
        return new self(
            $this->instrument,
            $this->written + $ticks,
            $this->push,
            $this->velocity,
            $this->optional,
            $this->section,
            $this->ornament,
            $this->hand,
            $this->spelled,
        );
    }

    /** The same stroke with grace strokes that are written as hits of their own. */
    public function with(Ornament $spelled): self
    {
        return new self(
            $this->instrument,
            $this->written,
            $this->push,
            $this->velocity,
            $this->optional,
            $this->section,
            $spelled,
            $this->hand,
            true,
        );
    }

    /** @return int -1, 0 or 1: earlier first, and on one tick by the catalogue's order */
    public static function compare(self $a, self $b): int
    {
        return $a->tick <=> $b->tick ?: $a->instrument->order() <=> $b->instrument->order();
    }
}
