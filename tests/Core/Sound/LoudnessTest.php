<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Sound\Loudness;
use Pulsanda\Core\Sound\Wav;

final class LoudnessTest extends TestCase
{
    /** The first cases of EBU Tech 3341: a tone of 1 kHz in both channels is as loud as its peak says. */
    public function testToneOfTheStandard(): void
    {
        self::assertEqualsWithDelta(-23.0, Loudness::of(self::tone(-23, 4)), 0.1);
        self::assertEqualsWithDelta(-33.0, Loudness::of(self::tone(-33, 4)), 0.1);
    }

    public function testPausesDoNotCount(): void
    {
        self::assertEqualsWithDelta(-23.0, Loudness::of([...self::tone(-23, 4), ...self::tone(-80, 4)]), 0.2);
        self::assertSame(-\INF, Loudness::of([]));
    }

    /** @return list<string> */
    private static function tone(float $decibels, int $seconds): array
    {
        $values = [];
        for ($i = 0; $i < $seconds * Wav::RATE; ++$i) {
            $value = 10 ** ($decibels / 20) * sin(2 * \M_PI * 1000 * $i / Wav::RATE);
            array_push($values, $value, $value);
        }

        return [Wav::numbers($values)];
    }
}
