<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Synth\Metal;
use Pulsanda\Core\Sound\Synth\Noise;
use Pulsanda\Core\Sound\Synth\Recipe;
use Pulsanda\Core\Sound\Synth\Tone;

/** Electronic: everything in it is computed. */
final readonly class Beacon implements Kit
{
    public function name(): KitName
    {
        return KitName::Beacon;
    }

    public function room(): Room
    {
        return Room::Medium;
    }

    public function voices(): \Generator
    {
        foreach (self::cases() as [$instrument, $recipe]) {
            yield $instrument => $recipe;
        }
    }

    /** @return list<array{Instrument, Recipe}> */
    private static function cases(): array
    {
        return [
            [
                Instrument::Kick,
                new Recipe(
                    0.6,
                    [new Tone(190, 46, 0.03, 0.2, 1), new Tone(420, 80, 0.008, 0.02, 0.5), new Noise(900, 6000, 0.004, 0.3, 3)],
                ),
            ],
            [
                Instrument::Snare,
                new Recipe(
                    0.35,
                    [
                        new Tone(260, 186, 0.02, 0.075, 0.8),
                        new Tone(420, 331, 0.015, 0.05, 0.45),
                        new Noise(1600, 9500, 0.085, 1.1, 5),
                        new Noise(3500, 14000, 0.012, 0.7, 6),
                    ],
                ),
            ],
            [
                Instrument::SideStick,
                new Recipe(
                    0.14,
                    [new Tone(1720, 1640, 0.01, 0.016, 1), new Tone(520, 480, 0.01, 0.022, 0.7), new Noise(1200, 9000, 0.006, 0.7, 7)],
                ),
            ],
            [
                Instrument::Clap,
                new Recipe(0.3, [new Noise(850, 5200, 0.009, 1.1, 8, [0.0, 0.011, 0.021]), new Noise(900, 4200, 0.075, 0.55, 9)]),
            ],
            [Instrument::ClosedHat, new Recipe(0.11, [new Metal(415, 6500, 0.028, 1), new Noise(7000, 16000, 0.02, 0.5, 11)])],
            [
                Instrument::PedalHat,
                new Recipe(
                    0.14,
                    [new Metal(390, 4800, 0.02, 0.9), new Noise(3500, 12000, 0.026, 0.35, 12), new Tone(300, 240, 0.01, 0.012, 0.1)],
                ),
            ],
            [Instrument::OpenHat, new Recipe(0.9, [new Metal(415, 6200, 0.27, 1), new Noise(6500, 15000, 0.2, 0.4, 13)])],
            [
                Instrument::FloorTom,
                new Recipe(
                    0.6,
                    [new Tone(128, 84, 0.07, 0.19, 1), new Tone(215, 141, 0.05, 0.08, 0.35), new Noise(700, 5000, 0.012, 0.4, 14)],
                ),
            ],
            [
                Instrument::LowMidTom,
                new Recipe(
                    0.5,
                    [new Tone(176, 121, 0.06, 0.16, 1), new Tone(290, 203, 0.04, 0.07, 0.35), new Noise(800, 5500, 0.011, 0.4, 15)],
                ),
            ],
            [
                Instrument::HighTom,
                new Recipe(
                    0.42,
                    [new Tone(243, 172, 0.05, 0.13, 1), new Tone(402, 288, 0.04, 0.06, 0.35), new Noise(900, 6500, 0.01, 0.4, 16)],
                ),
            ],
            [
                Instrument::Crash,
                new Recipe(1.6, [new Metal(298, 2900, 0.5, 1), new Metal(431, 4200, 0.38, 0.6), new Noise(3000, 14000, 0.34, 0.7, 17)]),
            ],
            [
                Instrument::Ride,
                new Recipe(
                    1.1,
                    [
                        new Metal(352, 4200, 0.42, 0.6),
                        new Tone(3050, 3040, 0.1, 0.11, 0.3),
                        new Tone(4870, 4860, 0.1, 0.06, 0.2),
                        new Noise(5000, 14000, 0.018, 0.5, 18),
                    ],
                ),
            ],
            [
                Instrument::Tambourine,
                new Recipe(0.25, [new Metal(612, 5500, 0.055, 0.8), new Noise(6500, 15000, 0.05, 0.5, 19, [0.0, 0.018])]),
            ],
            [
                Instrument::Cowbell,
                new Recipe(
                    0.35,
                    [
                        new Tone(562, 560, 0.1, 0.09, 1),
                        new Tone(846, 843, 0.1, 0.075, 0.8),
                        new Tone(1690, 1684, 0.05, 0.02, 0.4),
                        new Noise(1500, 8000, 0.004, 0.4, 20),
                    ],
                ),
            ],
            [Instrument::Shaker, new Recipe(0.14, [new Noise(4200, 13500, 0.032, 1, 21)])],
            [Instrument::Claves, new Recipe(0.16, [new Tone(2510, 2490, 0.01, 0.03, 1), new Tone(5010, 4970, 0.01, 0.008, 0.25)])],
            [
                Instrument::HighWoodblock,
                new Recipe(
                    0.18,
                    [
                        new Tone(1145, 1085, 0.015, 0.035, 1),
                        new Tone(1920, 1830, 0.01, 0.015, 0.45),
                        new Noise(900, 6000, 0.003, 0.4, 22),
                    ],
                ),
            ],
            [
                Instrument::LowWoodblock,
                new Recipe(
                    0.2,
                    [new Tone(795, 745, 0.015, 0.042, 1), new Tone(1340, 1275, 0.01, 0.018, 0.45), new Noise(700, 5000, 0.003, 0.4, 23)],
                ),
            ],
            [
                Instrument::Kick2,
                new Recipe(
                    0.45,
                    [new Tone(230, 82, 0.018, 0.085, 1), new Tone(460, 160, 0.01, 0.03, 0.6), new Noise(1800, 8000, 0.012, 0.9, 24)],
                ),
            ],
            [
                Instrument::Snare2,
                new Recipe(
                    0.3,
                    [
                        new Tone(330, 232, 0.016, 0.055, 0.8),
                        new Tone(520, 410, 0.012, 0.04, 0.4),
                        new Noise(2100, 11000, 0.065, 1.1, 25),
                        new Noise(4200, 15000, 0.01, 0.7, 26),
                    ],
                ),
            ],
            [
                Instrument::LowFloorTom,
                new Recipe(
                    0.7,
                    [new Tone(98, 62, 0.08, 0.24, 1), new Tone(165, 105, 0.05, 0.09, 0.35), new Noise(500, 3600, 0.013, 0.4, 27)],
                ),
            ],
            [
                Instrument::LowTom,
                new Recipe(
                    0.54,
                    [new Tone(150, 101, 0.065, 0.175, 1), new Tone(250, 170, 0.045, 0.075, 0.35), new Noise(750, 5200, 0.011, 0.4, 28)],
                ),
            ],
            [
                Instrument::HighMidTom,
                new Recipe(
                    0.46,
                    [new Tone(208, 145, 0.055, 0.145, 1), new Tone(344, 243, 0.04, 0.065, 0.35), new Noise(850, 6000, 0.01, 0.4, 29)],
                ),
            ],
            [
                Instrument::Crash2,
                new Recipe(1.4, [new Metal(341, 3300, 0.42, 1), new Metal(476, 4700, 0.33, 0.6), new Noise(3400, 15000, 0.28, 0.7, 30)]),
            ],
            [
                Instrument::RideBell,
                new Recipe(
                    1,
                    [new Tone(1240, 1236, 0.1, 0.3, 0.8), new Tone(2010, 2004, 0.1, 0.22, 0.5), new Metal(395, 4600, 0.3, 0.4)],
                ),
            ],
            [
                Instrument::China,
                new Recipe(1.2, [new Metal(262, 2100, 0.3, 1), new Metal(377, 3000, 0.22, 0.8), new Noise(2200, 11000, 0.2, 0.8, 31)]),
            ],
            [Instrument::Splash, new Recipe(0.7, [new Metal(450, 3100, 0.17, 1), new Noise(3200, 11000, 0.13, 0.7, 32)])],
            [
                Instrument::Vibraslap,
                new Recipe(
                    1,
                    [
                        new Noise(
                            1800,
                            6500,
                            0.25,
                            0.9,
                            33,
                            [0.0, 0.028, 0.056, 0.084, 0.114, 0.146, 0.18, 0.216, 0.254, 0.296, 0.342, 0.394],
                        ),
                        new Tone(2600, 2560, 0.05, 0.08, 0.3),
                    ],
                ),
            ],
            [
                Instrument::HighBongo,
                new Recipe(
                    0.28,
                    [new Tone(430, 398, 0.02, 0.07, 1), new Tone(780, 730, 0.01, 0.025, 0.4), new Noise(1200, 7000, 0.006, 0.4, 34)],
                ),
            ],
            [
                Instrument::LowBongo,
                new Recipe(
                    0.32,
                    [new Tone(318, 292, 0.025, 0.085, 1), new Tone(590, 548, 0.012, 0.03, 0.4), new Noise(1000, 6500, 0.007, 0.4, 35)],
                ),
            ],
            [Instrument::MuteConga, new Recipe(0.2, [new Tone(268, 246, 0.02, 0.035, 1), new Noise(900, 5500, 0.014, 0.7, 36)])],
            [
                Instrument::OpenConga,
                new Recipe(
                    0.5,
                    [new Tone(240, 232, 0.03, 0.14, 1), new Tone(505, 488, 0.02, 0.08, 0.5), new Noise(1700, 6000, 0.014, 0.7, 37)],
                ),
            ],
            [
                Instrument::LowConga,
                new Recipe(
                    0.58,
                    [new Tone(176, 170, 0.035, 0.165, 1), new Tone(370, 357, 0.02, 0.09, 0.5), new Noise(1500, 5500, 0.016, 0.7, 38)],
                ),
            ],
            [
                Instrument::HighTimbale,
                new Recipe(
                    0.45,
                    [new Tone(520, 476, 0.02, 0.12, 1), new Tone(905, 866, 0.02, 0.08, 0.5), new Noise(2500, 10000, 0.02, 0.6, 39)],
                ),
            ],
            [
                Instrument::LowTimbale,
                new Recipe(
                    0.5,
                    [new Tone(372, 338, 0.025, 0.14, 1), new Tone(648, 618, 0.02, 0.09, 0.5), new Noise(2200, 9000, 0.02, 0.6, 40)],
                ),
            ],
            [
                Instrument::HighAgogo,
                new Recipe(
                    0.4,
                    [new Tone(910, 907, 0.1, 0.12, 1), new Tone(2420, 2412, 0.1, 0.06, 0.5), new Noise(2500, 9000, 0.003, 0.4, 41)],
                ),
            ],
            [
                Instrument::LowAgogo,
                new Recipe(
                    0.44,
                    [new Tone(655, 652, 0.1, 0.13, 1), new Tone(1755, 1748, 0.1, 0.07, 0.5), new Noise(2000, 8000, 0.003, 0.4, 42)],
                ),
            ],
            [Instrument::Cabasa, new Recipe(0.16, [new Noise(5200, 14000, 0.024, 1, 43, [0.0, 0.009, 0.019])])],
            [Instrument::Maracas, new Recipe(0.1, [new Noise(3400, 8200, 0.016, 1, 44)])],
            [
                Instrument::ShortWhistle,
                new Recipe(
                    0.2,
                    [new Tone(2330, 2350, 0.02, 0.09, 1), new Tone(2398, 2416, 0.02, 0.09, 0.6), new Noise(2000, 6000, 0.06, 0.2, 45)],
                ),
            ],
            [
                Instrument::LongWhistle,
                new Recipe(
                    0.55,
                    [new Tone(2330, 2350, 0.02, 0.4, 1), new Tone(2398, 2416, 0.02, 0.4, 0.6), new Noise(2000, 6000, 0.3, 0.2, 46)],
                ),
            ],
            [
                Instrument::ShortGuiro,
                new Recipe(0.16, [new Noise(2300, 8000, 0.008, 1, 47, [0.0, 0.013, 0.026, 0.039, 0.052, 0.065, 0.078])]),
            ],
            [
                Instrument::LongGuiro,
                new Recipe(
                    0.42,
                    [new Noise(2300, 8000, 0.01, 1, 48, [
                        0.0, 0.022, 0.043, 0.063, 0.082, 0.1, 0.117, 0.133, 0.148,
                        0.163, 0.177, 0.191, 0.205, 0.218, 0.231, 0.244, 0.257, 0.27,
                    ])],
                ),
            ],
            [
                Instrument::MuteCuica,
                new Recipe(
                    0.2,
                    [new Tone(560, 690, 0.05, 0.06, 1), new Tone(1130, 1390, 0.05, 0.04, 0.4), new Noise(700, 4000, 0.03, 0.2, 49)],
                ),
            ],
            [
                Instrument::OpenCuica,
                new Recipe(
                    0.4,
                    [new Tone(470, 330, 0.14, 0.15, 1), new Tone(950, 668, 0.14, 0.1, 0.4), new Noise(600, 3500, 0.08, 0.2, 50)],
                ),
            ],
            [
                Instrument::MuteTriangle,
                new Recipe(
                    0.16,
                    [new Tone(4130, 4128, 0.1, 0.03, 1), new Tone(6720, 6715, 0.1, 0.02, 0.7), new Metal(890, 7000, 0.018, 0.4)],
                ),
            ],
            [
                Instrument::OpenTriangle,
                new Recipe(
                    1.3,
                    [new Tone(4130, 4128, 0.1, 0.45, 1), new Tone(6720, 6715, 0.1, 0.34, 0.7), new Metal(890, 7000, 0.2, 0.3)],
                ),
            ],
            [
                Instrument::Snap,
                new Recipe(0.18, [new Noise(1700, 7500, 0.012, 1.1, 51, [0.0, 0.008]), new Tone(2250, 2150, 0.01, 0.012, 0.4)]),
            ],
        ];
    }
}
