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
     * @param list<self>    $graces   those strokes, where they are written as hits of their own
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
        public array $graces = [],
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
            $this->graces,
        );
    }

    /**
     * The same stroke with an ornament that is written as hits of their own.
     *
     * @param non-empty-list<self> $graces
     */
    public function with(Ornament $ornament, array $graces): self
    {
        return new self(
            $this->instrument,
            $this->written,
            $this->push,
            $this->velocity,
            $this->optional,
            $this->section,
            $ornament,
            $this->hand,
            $graces,
        );
    }

    /** @return int -1, 0 or 1: earlier first, and on one tick by the catalogue's order */
    public static function compare(self $a, self $b): int
    {
        return $a->tick <=> $b->tick ?: $a->instrument->order() <=> $b->instrument->order();
    }
}
