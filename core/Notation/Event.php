<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;

/** A note or a rest of one voice: where it stands, how long it is written, and what is struck. */
final readonly class Event
{
    /**
     * @param int                          $at     tick of the bar
     * @param int                          $ticks  that it lasts
     * @param string                       $value  "w", "2", "4", "8", "16" or "32"
     * @param int                          $dots   0 or 1
     * @param int                          $tuplet notes in the time of two (3) or four (6); 1 for none
     * @param int                          $span   which beat or group it stands in, from 0: notes of one are beamed together
     * @param list<array{Instrument, Hit}> $struck together; none for a rest
     */
    public function __construct(
        public int $at,
        public int $ticks,
        public string $value,
        public int $dots,
        public int $tuplet,
        public int $span,
        public array $struck,
    ) {
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        return [
            'at' => $this->at,
            'ticks' => $this->ticks,
            'value' => $this->value,
            'dots' => $this->dots,
            'tuplet' => $this->tuplet,
            'span' => $this->span,
            'heads' => array_map(static fn (array $one): array => [
                'instrument' => $one[0]->value,
                'staff' => $one[0]->staff(),
                'head' => $one[0]->notehead(),
                'velocity' => $one[1]->velocity,
                'roll' => $one[1]->roll,
            ], $this->struck),
        ];
    }
}
