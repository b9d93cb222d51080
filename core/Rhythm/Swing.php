<?php

declare(strict_types=1);

namespace Pulsanda\Core\Rhythm;

use Pulsanda\Core\Input\InvalidInput;

/** How late the off-step of each pair is: 50 percent is straight, 66.67 is triplet. */
final readonly class Swing
{
    private function __construct(public float $percent, public int $unit)
    {
    }

    /**
     * @param float $percent 50–75, of a pair of notes
     * @param int   $unit    8 or 16: the notes that are paired
     *
     * @throws InvalidInput
     */
    public static function of(float $percent = 50, int $unit = 16): self
    {
        if ($percent < 50 || $percent > 75) {
            throw InvalidInput::at('percent', json_encode($percent).' is not a swing; use 50 (straight) to 75.');
        }
        if (8 !== $unit && 16 !== $unit) {
            throw InvalidInput::at('unit', "$unit cannot be swung; use 8 or 16.");
        }

        return new self($percent, $unit);
    }

    public function equals(self $other): bool
    {
        return abs($this->percent - $other->percent) < 1e-9 && $this->unit === $other->unit;
    }
}
