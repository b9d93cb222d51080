<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;

/** Skins, shells and seeds played by hand, recorded. */
final readonly class TidePool implements Kit
{
    /** The font's program whose upper keys are played by hand. */
    private const HANDS = 0;

    public function name(): KitName
    {
        return KitName::TidePool;
    }

    public function room(): Room
    {
        return Room::Medium;
    }

    public function voices(): \Generator
    {
        yield Instrument::Kick => Recording::of(self::HANDS, 87, 0.7);
        yield Instrument::Kick2 => Recording::of(self::HANDS, 86, 0.5);
        yield Instrument::LowFloorTom => Recording::of(self::HANDS, 64, 0.5, -7);
        yield Instrument::FloorTom => Recording::of(self::HANDS, 64, 0.5, -4);
        yield Instrument::Snare => Recording::repeated(self::HANDS, 65, 0.3, 4);
        yield Instrument::Snare2 => Recording::repeated(self::HANDS, 62, 0.25, 5);
        yield Instrument::SideStick => Recording::of(self::HANDS, 85, 0.2);
        yield Instrument::Clap => Recording::of(self::HANDS, 39, 0.3);
        yield Instrument::ClosedHat => Recording::repeated(self::HANDS, 70, 0.15, -4);
        yield Instrument::PedalHat => Recording::of(self::HANDS, 69, 0.2, -7);
        yield Instrument::OpenHat => Recording::of(self::HANDS, 83, 0.8);
        yield Instrument::Ride => Recording::repeated(self::HANDS, 81, 0.5, -5.0);
        yield Instrument::RideBell => Recording::of(self::HANDS, 81, 0.7, -12);
        yield Instrument::Crash => Recording::of(self::HANDS, 84, 2.4);
        yield Instrument::Tambourine => Recording::of(self::HANDS, 54, 0.3);
        yield Instrument::Cowbell => Recording::of(self::HANDS, 56, 0.3);
        yield Instrument::Vibraslap => Recording::of(self::HANDS, 58, 1.0);
        yield Instrument::HighBongo => Recording::repeated(self::HANDS, 60, 0.3);
        yield Instrument::LowBongo => Recording::repeated(self::HANDS, 61, 0.35);
        yield Instrument::MuteConga => Recording::repeated(self::HANDS, 62, 0.25);
        yield Instrument::OpenConga => Recording::repeated(self::HANDS, 63, 0.4);
        yield Instrument::LowConga => Recording::repeated(self::HANDS, 64, 0.45);
        yield Instrument::HighTimbale => Recording::of(self::HANDS, 65, 0.5);
        yield Instrument::LowTimbale => Recording::of(self::HANDS, 66, 0.5);
        yield Instrument::HighAgogo => Recording::of(self::HANDS, 67, 0.4);
        yield Instrument::LowAgogo => Recording::of(self::HANDS, 68, 0.4);
        yield Instrument::Cabasa => Recording::of(self::HANDS, 69, 0.2);
        yield Instrument::Maracas => Recording::repeated(self::HANDS, 70, 0.15);
        yield Instrument::Shaker => Recording::repeated(self::HANDS, 82, 0.15);
        yield Instrument::ShortGuiro => Recording::of(self::HANDS, 73, 0.25);
        yield Instrument::LongGuiro => Recording::of(self::HANDS, 74, 0.5);
        yield Instrument::Claves => Recording::of(self::HANDS, 75, 0.2);
        yield Instrument::HighWoodblock => Recording::of(self::HANDS, 76, 0.2);
        yield Instrument::LowWoodblock => Recording::of(self::HANDS, 77, 0.2);
        yield Instrument::MuteCuica => Recording::of(self::HANDS, 78, 0.25);
        yield Instrument::OpenCuica => Recording::of(self::HANDS, 79, 0.4);
        yield Instrument::MuteTriangle => Recording::of(self::HANDS, 80, 0.2);
        yield Instrument::OpenTriangle => Recording::of(self::HANDS, 81, 1.3);
    }
}
