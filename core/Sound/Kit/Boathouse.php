<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;

/** Wooden drums and bright cymbals, recorded in a studio. */
final readonly class Boathouse implements Kit
{
    /** The font's program with drums of a studio; its keys are those of General MIDI. */
    private const STUDIO = 0;

    public function name(): KitName
    {
        return KitName::Boathouse;
    }

    public function room(): Room
    {
        return Room::Medium;
    }

    public function voices(): \Generator
    {
        yield Instrument::Kick => Recording::repeated(self::STUDIO, 36, 0.45);
        yield Instrument::Snare => Recording::repeated(self::STUDIO, 38, 0.4);
        yield Instrument::SideStick => Recording::repeated(self::STUDIO, 37, 0.2);
        yield Instrument::Clap => Recording::of(self::STUDIO, 39, 0.3);
        yield Instrument::ClosedHat => Recording::repeated(self::STUDIO, 42, 0.16);
        yield Instrument::PedalHat => Recording::of(self::STUDIO, 44, 0.25);
        yield Instrument::OpenHat => Recording::of(self::STUDIO, 46, 0.9);
        yield Instrument::LowFloorTom => Recording::of(self::STUDIO, 41, 0.8);
        yield Instrument::FloorTom => Recording::of(self::STUDIO, 43, 0.8, -3);
        yield Instrument::LowTom => Recording::of(self::STUDIO, 45, 0.7);
        yield Instrument::LowMidTom => Recording::of(self::STUDIO, 47, 0.7);
        yield Instrument::HighMidTom => Recording::of(self::STUDIO, 48, 0.6, 1.5);
        yield Instrument::HighTom => Recording::of(self::STUDIO, 50, 0.6, 3);
        yield Instrument::Crash => Recording::of(self::STUDIO, 49, 2.6);
        yield Instrument::Ride => Recording::repeated(self::STUDIO, 51, 1.0);
        yield Instrument::Kick2 => Recording::of(self::STUDIO, 35, 0.45, 4);
        yield Instrument::Snare2 => Recording::repeated(self::STUDIO, 40, 0.4);
        yield Instrument::Crash2 => Recording::of(self::STUDIO, 57, 2.4);
        yield Instrument::RideBell => Recording::of(self::STUDIO, 53, 1.0);
        yield Instrument::China => Recording::of(self::STUDIO, 52, 1.4);
        yield Instrument::Splash => Recording::of(self::STUDIO, 55, 0.8);
        yield Instrument::Tambourine => Recording::of(self::STUDIO, 54, 0.3);
        yield Instrument::Cowbell => Recording::of(self::STUDIO, 56, 0.3);
        yield Instrument::Vibraslap => Recording::of(self::STUDIO, 58, 1.0);
        yield Instrument::HighBongo => Recording::of(self::STUDIO, 60, 0.3);
        yield Instrument::LowBongo => Recording::of(self::STUDIO, 61, 0.35);
        yield Instrument::MuteConga => Recording::of(self::STUDIO, 62, 0.25);
        yield Instrument::OpenConga => Recording::of(self::STUDIO, 63, 0.4);
        yield Instrument::LowConga => Recording::of(self::STUDIO, 64, 0.45);
        yield Instrument::HighTimbale => Recording::of(self::STUDIO, 65, 0.5);
        yield Instrument::LowTimbale => Recording::of(self::STUDIO, 66, 0.5);
        yield Instrument::HighAgogo => Recording::of(self::STUDIO, 67, 0.4);
        yield Instrument::LowAgogo => Recording::of(self::STUDIO, 68, 0.4);
        yield Instrument::Cabasa => Recording::of(self::STUDIO, 69, 0.2);
        yield Instrument::Maracas => Recording::of(self::STUDIO, 70, 0.15);
        yield Instrument::Shaker => Recording::repeated(self::STUDIO, 82, 0.15);
        yield Instrument::ShortWhistle => Recording::of(self::STUDIO, 71, 0.25);
        yield Instrument::LongWhistle => Recording::of(self::STUDIO, 72, 0.6);
        yield Instrument::ShortGuiro => Recording::of(self::STUDIO, 73, 0.25);
        yield Instrument::LongGuiro => Recording::of(self::STUDIO, 74, 0.5);
        yield Instrument::Claves => Recording::of(self::STUDIO, 75, 0.2);
        yield Instrument::HighWoodblock => Recording::of(self::STUDIO, 76, 0.2);
        yield Instrument::LowWoodblock => Recording::of(self::STUDIO, 77, 0.2);
        yield Instrument::MuteCuica => Recording::of(self::STUDIO, 78, 0.25);
        yield Instrument::OpenCuica => Recording::of(self::STUDIO, 79, 0.4);
        yield Instrument::MuteTriangle => Recording::of(self::STUDIO, 80, 0.2);
        yield Instrument::OpenTriangle => Recording::of(self::STUDIO, 81, 1.3);
    }
}
