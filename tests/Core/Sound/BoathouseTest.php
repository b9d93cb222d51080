<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Boathouse;
use Pulsanda\Core\Sound\Recipe;
use Pulsanda\Core\Sound\Wav;

final class BoathouseTest extends TestCase
{
    public function testEverySoundStartsAtOnceAndIsAsLoudAsTheOthers(): void
    {
        $recipes = Boathouse::recipes();
        self::assertSame(
            [],
            array_diff(array_column(Instrument::cases(), 'value'), array_keys($recipes)),
            'every instrument of the catalogue has a sound',
        );
        $levels = [];
        foreach ($recipes as $name => $recipe) {
            self::assertNotNull(Instrument::tryFrom($name));
            $samples = $recipe->render();
            self::assertNotSame([], $samples);
            $peak = max(0, ...array_map(abs(...), $samples));
            self::assertLessThanOrEqual(Recipe::PEAK, $peak, $name);
            self::assertGreaterThan(0.04 * $peak, abs($samples[0]), "$name starts at its first sample");
            self::assertLessThan(0.01, abs($samples[\count($samples) - 1]), "$name does not click at its end");
            $levels[$name] = 20 * log10(Recipe::loudness($samples));
        }
        self::assertLessThan(
            3.0,
            max(\PHP_INT_MIN, ...array_values($levels)) - min(\PHP_INT_MAX, ...array_values($levels)),
            'within three decibels: '.json_encode($levels),
        );
    }

    public function testAWavFileIsWhatItSays(): void
    {
        $wav = Wav::write([0.0, 1.0, -1.0, 2.0]);
        self::assertSame(['RIFF', 44, 'WAVE'], [substr($wav, 0, 4), \strlen($wav) - 8, substr($wav, 8, 4)]);
        self::assertSame([1 => 0, 2 => 32767, 3 => 0x8001, 4 => 32767], unpack('v4', substr($wav, 44)));
    }
}
