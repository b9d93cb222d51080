<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Sound\Wav;

/**
 * The room that rows can be sent to, in three sizes: noise that dies away and gets darker, another for each ear. The browser fetches the
 * same impulse.
 */
enum Room: string
{
    case Small = 'small';
    case Medium = 'medium';
    case Large = 'large';

    public function seconds(): float
    {
        return match ($this) {
            self::Small => 0.35, self::Medium => 0.7, self::Large => 1.2,
        };
    }

    /**
     * @return array{list<int>, list<int>} the impulse for the left and the right, in 16 bits; together as loud as what comes in
     */
    public function impulse(): array
    {
        return [$this->side(7), $this->side(4211)];
    }

    /** @return list<int> */
    private function side(int $random): array
    {
        $length = (int) round($this->seconds() * Wav::RATE);
        $values = [];
        $low = $energy = 0.0;
        for ($i = 0; $i < $length; ++$i) {
            // The minimal standard generator of Park and Miller: the same room on every machine.
            $random = $random * 48271 % 2147483647;
            // Walls take away more of what is high the longer a sound goes between them.
            $low += (0.7 - 0.5 * $i / $length) * ($random / 1073741823.5 - 1 - $low);
            // 60 decibels over its length, and no click at the first wall.
            $values[] = $value = $low * 10 ** (-3 * $i / $length) * min(1, $i / 200);
            $energy += $value * $value;
        }
        $scale = 32767 / sqrt(2 * $energy);

        return array_map(static fn (float $value): int => (int) round($value * $scale), $values);
    }
}
