<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;

/** Brushes on a small set, recorded, and kept short and dry. */
final readonly class Pier implements Kit
{
    /** The font's program with brushes. */
    private const BRUSHES = 40;

    public function name(): KitName
    {
        return KitName::Pier;
    }

    public function room(): Room
    {
        return Room::Small;
    }

    public function voices(): \Generator
    {
        yield Instrument::Kick => Recording::repeated(self::BRUSHES, 36, 0.3);
        yield Instrument::Kick2 => Recording::of(self::BRUSHES, 35, 0.3, 5);
        yield Instrument::Snare => Recording::repeated(self::BRUSHES, 38, 0.3);
        yield Instrument::Snare2 => Recording::repeated(self::BRUSHES, 40, 0.5);
        yield Instrument::SideStick => Recording::repeated(self::BRUSHES, 37, 0.18);
        yield Instrument::Clap => Recording::of(self::BRUSHES, 39, 0.25);
        yield Instrument::ClosedHat => Recording::repeated(self::BRUSHES, 42, 0.12);
        yield Instrument::PedalHat => Recording::of(self::BRUSHES, 44, 0.2);
        yield Instrument::OpenHat => Recording::of(self::BRUSHES, 46, 0.9);
        yield Instrument::FloorTom => Recording::of(self::BRUSHES, 43, 0.55, -3);
        yield Instrument::LowTom => Recording::of(self::BRUSHES, 45, 0.5);
        yield Instrument::LowMidTom => Recording::of(self::BRUSHES, 47, 0.45);
        yield Instrument::HighMidTom => Recording::of(self::BRUSHES, 48, 0.45, 1.5);
        yield Instrument::HighTom => Recording::of(self::BRUSHES, 50, 0.45, 3);
        yield Instrument::Ride => Recording::repeated(self::BRUSHES, 59, 0.7);
        yield Instrument::RideBell => Recording::of(self::BRUSHES, 53, 0.7);
        yield Instrument::Crash => Recording::of(self::BRUSHES, 57, 2.0);
        yield Instrument::Splash => Recording::of(self::BRUSHES, 55, 0.5);
        yield Instrument::Shaker => Recording::repeated(self::BRUSHES, 82, 0.15);
        yield Instrument::Tambourine => Recording::of(self::BRUSHES, 54, 0.2);
        yield Instrument::Cowbell => Recording::of(self::BRUSHES, 56, 0.2);
        yield Instrument::Claves => Recording::of(self::BRUSHES, 75, 0.15);
        yield Instrument::HighWoodblock => Recording::of(self::BRUSHES, 76, 0.15);
        yield Instrument::LowWoodblock => Recording::of(self::BRUSHES, 77, 0.15);
        yield Instrument::MuteTriangle => Recording::of(self::BRUSHES, 80, 0.15);
        yield Instrument::OpenTriangle => Recording::of(self::BRUSHES, 81, 0.9);
    }
}
