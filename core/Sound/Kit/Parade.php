<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;

/** A marching drumline, recorded: a line of snares, five bass drums, tenors, and cymbals held in the hand. */
final readonly class Parade implements Kit
{
    /** The font's programs with one part of the line each. */
    private const SNARES = 56;
    private const CYMBALS = 58;
    private const BASSES = 59;
    private const TENORS = 96;

    public function name(): KitName
    {
        return KitName::Parade;
    }

    public function room(): Room
    {
        return Room::Large;
    }

    public function voices(): \Generator
    {
        yield Instrument::Kick => Recording::repeated(self::BASSES, 85, 0.6);
        yield Instrument::Kick2 => Recording::of(self::BASSES, 73, 0.6);
        yield Instrument::LowFloorTom => Recording::of(self::BASSES, 61, 0.5, 2);
        yield Instrument::Snare => Recording::repeated(self::SNARES, 50, 0.3);
        yield Instrument::Snare2 => Recording::repeated(self::SNARES, 52, 0.3);
        yield Instrument::SideStick => Recording::repeated(self::SNARES, 53, 0.2);
        yield Instrument::Clap => Recording::of(self::SNARES, 57, 0.25);
        yield Instrument::ClosedHat => Recording::repeated(self::SNARES, 76, 0.2);
        yield Instrument::OpenHat => Recording::of(self::SNARES, 74, 1.0);
        yield Instrument::PedalHat => Recording::twice(self::CYMBALS, 88, 92, 0.3);
        yield Instrument::Ride => Recording::of(self::SNARES, 72, 0.9);
        yield Instrument::RideBell => Recording::twice(self::CYMBALS, 84, 87, 0.8);
        yield Instrument::Crash => Recording::twice(self::CYMBALS, 72, 70, 1.6);
        yield Instrument::Crash2 => Recording::twice(self::CYMBALS, 74, 73, 1.3);
        yield Instrument::China => Recording::twice(self::CYMBALS, 77, 78, 1.0);
        yield Instrument::Splash => Recording::twice(self::CYMBALS, 83, 85, 0.5);
        yield Instrument::FloorTom => Recording::of(self::TENORS, 36, 0.5);
        yield Instrument::LowTom => Recording::of(self::TENORS, 48, 0.5);
        yield Instrument::HighMidTom => Recording::of(self::TENORS, 60, 0.5);
        yield Instrument::HighTom => Recording::of(self::TENORS, 72, 0.5, 2);
        yield Instrument::HighBongo => Recording::of(self::TENORS, 84, 0.35);
        yield Instrument::LowBongo => Recording::of(self::TENORS, 96, 0.35);
        yield Instrument::MuteConga => Recording::of(self::TENORS, 75, 0.25);
        yield Instrument::Claves => Recording::of(self::SNARES, 55, 0.2);
        yield Instrument::HighWoodblock => Recording::of(self::BASSES, 39, 0.2);
        yield Instrument::LowWoodblock => Recording::of(self::BASSES, 87, 0.25);
    }
}
