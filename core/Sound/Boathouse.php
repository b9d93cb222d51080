<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

use Pulsanda\Core\Pattern\Instrument;

/** The kit "boathouse": wooden and acoustic. */
final readonly class Boathouse
{
    public const NAME = 'boathouse';

    /** @return array<string, Recipe> instrument => recipe */
    public static function recipes(): array
    {
        $recipes = [];
        foreach (self::cases() as [$instrument, $recipe]) {
            $recipes[$instrument->value] = $recipe;
        }

        return $recipes;
    }

    /** @return list<array{Instrument, Recipe}> */
    private static function cases(): array
    {
        return [
            [Instrument::Kick, new Recipe(0.5, [new Tone(150, 52, 0.028, 0.14, 1), new Tone(310, 90, 0.012, 0.03, 0.5), new Noise(900, 6000, 0.006, 0.5, 3)])],
            [Instrument::Snare, new Recipe(0.35, [new Tone(260, 186, 0.02, 0.075, 0.8), new Tone(420, 331, 0.015, 0.05, 0.45), new Noise(1600, 9500, 0.085, 1.1, 5), new Noise(3500, 14000, 0.012, 0.7, 6)])],
            [Instrument::SideStick, new Recipe(0.14, [new Tone(1720, 1640, 0.01, 0.016, 1), new Tone(520, 480, 0.01, 0.022, 0.7), new Noise(1200, 9000, 0.006, 0.7, 7)])],
            [Instrument::Clap, new Recipe(0.3, [new Noise(850, 5200, 0.009, 1.1, 8, [0.0, 0.011, 0.021]), new Noise(900, 4200, 0.075, 0.55, 9)])],
            [Instrument::ClosedHat, new Recipe(0.11, [new Metal(415, 6500, 0.028, 1), new Noise(7000, 16000, 0.02, 0.5, 11)])],
            [Instrument::PedalHat, new Recipe(0.14, [new Metal(390, 4800, 0.02, 0.9), new Noise(3500, 12000, 0.026, 0.35, 12), new Tone(300, 240, 0.01, 0.012, 0.1)])],
            [Instrument::OpenHat, new Recipe(0.9, [new Metal(415, 6200, 0.27, 1), new Noise(6500, 15000, 0.2, 0.4, 13)])],
            [Instrument::FloorTom, new Recipe(0.6, [new Tone(128, 84, 0.07, 0.19, 1), new Tone(215, 141, 0.05, 0.08, 0.35), new Noise(700, 5000, 0.012, 0.4, 14)])],
            [Instrument::LowMidTom, new Recipe(0.5, [new Tone(176, 121, 0.06, 0.16, 1), new Tone(290, 203, 0.04, 0.07, 0.35), new Noise(800, 5500, 0.011, 0.4, 15)])],
            [Instrument::HighTom, new Recipe(0.42, [new Tone(243, 172, 0.05, 0.13, 1), new Tone(402, 288, 0.04, 0.06, 0.35), new Noise(900, 6500, 0.01, 0.4, 16)])],
            [Instrument::Crash, new Recipe(1.6, [new Metal(298, 2900, 0.5, 1), new Metal(431, 4200, 0.38, 0.6), new Noise(3000, 14000, 0.34, 0.7, 17)])],
            [Instrument::Ride, new Recipe(1.1, [new Metal(352, 4200, 0.42, 0.6), new Tone(3050, 3040, 0.1, 0.11, 0.3), new Tone(4870, 4860, 0.1, 0.06, 0.2), new Noise(5000, 14000, 0.018, 0.5, 18)])],
            [Instrument::Tambourine, new Recipe(0.25, [new Metal(612, 5500, 0.055, 0.8), new Noise(6500, 15000, 0.05, 0.5, 19, [0.0, 0.018])])],
            [Instrument::Cowbell, new Recipe(0.35, [new Tone(562, 560, 0.1, 0.09, 1), new Tone(846, 843, 0.1, 0.075, 0.8), new Tone(1690, 1684, 0.05, 0.02, 0.4), new Noise(1500, 8000, 0.004, 0.4, 20)])],
            [Instrument::Shaker, new Recipe(0.14, [new Noise(4200, 13500, 0.032, 1, 21)])],
            [Instrument::Claves, new Recipe(0.16, [new Tone(2510, 2490, 0.01, 0.03, 1), new Tone(5010, 4970, 0.01, 0.008, 0.25)])],
            [Instrument::HighWoodblock, new Recipe(0.18, [new Tone(1145, 1085, 0.015, 0.035, 1), new Tone(1920, 1830, 0.01, 0.015, 0.45), new Noise(900, 6000, 0.003, 0.4, 22)])],
            [Instrument::LowWoodblock, new Recipe(0.2, [new Tone(795, 745, 0.015, 0.042, 1), new Tone(1340, 1275, 0.01, 0.018, 0.45), new Noise(700, 5000, 0.003, 0.4, 23)])],
        ];
    }
}
