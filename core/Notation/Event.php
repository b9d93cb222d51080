<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;

/** A note or a rest of one voice: where it stands, how long it is written, and what is struck. */
final readonly class Event
{
    /**
     * @param int                          $at       tick of the bar
     * @param int                          $ticks    that it lasts
     * @param string                       $value    "w", "2", "4", "8", "16", "32" or "64"
     * @param int                          $dots     0 or 1
     * @param Division|null                $division what it is a part of; null for a rest of a bar or of two beats
     * @param int                          $parts    of the division that it lasts
     * @param int                          $span     which beat or group it stands in, from 0: notes of one are beamed together
     * @param list<array{Instrument, Hit}> $struck   together; none for a rest
     */
    public function __construct(
        public int $at,
        public int $ticks,
        public string $value,
        public int $dots,
        public ?Division $division,
        public int $parts,
        public int $span,
        public array $struck,
    ) {
    }

    /** A rest of so many ticks. */
    public static function rest(int $at, int $ticks, string $value, int $span): self
    {
        return new self($at, $ticks, $value, 0, null, 1, $span, []);
    }

    /** @return Division|null the tuplet that it is in */
    public function tuplet(): ?Division
    {
        return true === $this->division?->isTuplet() ? $this->division : null;
    }

    public function isExact(): bool
    {
        return $this->division->exact ?? true;
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        $tuplet = $this->tuplet();

        return [
            'at' => $this->at,
            'ticks' => $this->ticks,
            'value' => $this->value,
            'dots' => $this->dots,
            'tuplet' => null === $tuplet ? null : ['from' => $tuplet->from, 'parts' => $tuplet->parts, 'normal' => $tuplet->normal],
            'span' => $this->span,
            'exact' => $this->isExact(),
            'heads' => array_map(static fn (array $one): array => [
                'instrument' => $one[0]->value,
                'staff' => $one[0]->staff(),
                'head' => $one[0]->notehead(),
                'sign' => $one[0]->sign(),
                'velocity' => $one[1]->velocity,
                'roll' => $one[1]->roll,
                'ornament' => $one[1]->ornament?->value,
                'hand' => $one[1]->hand?->value,
            ], $this->struck),
        ];
    }
}
