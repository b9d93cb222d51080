<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Strike;
use Pulsanda\Core\Sound\Wav;

/** A kit for tests: every instrument is one sample, or rings as long as a lesson says. */
final readonly class Clicks implements Bank
{
    /** @param array<string, int> $ringing samples by instrument; 1 for those that are not named */
    public function __construct(private array $ringing = [], private float $value = 0.25)
    {
    }

    public function gain(?string $sound = null): float
    {
        return 1;
    }

    public function room(): Room
    {
        return Room::Small;
    }

    public function strike(Instrument $instrument, ?string $sound = null): Strike
    {
        $samples = $this->ringing[$sound ?? $instrument->value] ?? 1;
        $take = ['from' => 0, 'samples' => $samples];

        return new Strike(Wav::numbers(array_fill(0, $samples, $this->value)), [['to' => 127, 'takes' => [$take]]]);
    }
}
