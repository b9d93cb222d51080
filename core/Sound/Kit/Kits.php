<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;

/** The kits that ship, and who plays for whom where a kit has not everything. */
final readonly class Kits
{
    /** Neighbours are relatives: from the deepest skin up to the snares, over wood and seeds to the cymbals, bells and whistles. */
    private const RELATIVES = [
        Instrument::Kick2, Instrument::Kick, Instrument::LowFloorTom, Instrument::FloorTom, Instrument::LowTom, Instrument::LowMidTom,
        Instrument::HighMidTom, Instrument::HighTom, Instrument::LowConga, Instrument::OpenConga, Instrument::MuteConga,
        Instrument::LowBongo, Instrument::HighBongo, Instrument::LowTimbale, Instrument::HighTimbale, Instrument::Snare2,
        Instrument::Snare, Instrument::Clap, Instrument::Snap, Instrument::SideStick, Instrument::Claves, Instrument::HighWoodblock,
        Instrument::LowWoodblock, Instrument::MuteCuica, Instrument::OpenCuica, Instrument::ShortGuiro, Instrument::LongGuiro,
        Instrument::Vibraslap, Instrument::Cabasa, Instrument::Maracas, Instrument::Shaker, Instrument::Tambourine,
        Instrument::ClosedHat, Instrument::PedalHat, Instrument::OpenHat, Instrument::Splash, Instrument::China, Instrument::Crash2,
        Instrument::Crash, Instrument::Ride, Instrument::RideBell, Instrument::MuteTriangle, Instrument::OpenTriangle,
        Instrument::HighAgogo, Instrument::LowAgogo, Instrument::Cowbell, Instrument::ShortWhistle, Instrument::LongWhistle,
    ];

    /** @return list<Kit> in the order of KitName */
    public static function all(): array
    {
        return [new Boathouse(), new Parade(), new Pier(), new TidePool(), new Beacon()];
    }

    /**
     * Who is heard for the instruments that a kit has not itself.
     *
     * @param list<Instrument> $there what it has, one at least
     *
     * @return array<string, string> by the instrument that is written
     */
    public static function played(array $there): array
    {
        $places = array_map(static fn (Instrument $one): int => (int) array_search($one, self::RELATIVES, true), $there);
        $played = [];
        foreach (self::RELATIVES as $place => $instrument) {
            if (\in_array($instrument, $there, true)) {
                continue;
            }
            $distances = array_map(static fn (int $other): int => abs($other - $place), $places);
            $nearest = (int) array_search(min([\PHP_INT_MAX, ...$distances]), $distances, true);
            $played[$instrument->value] = $there[$nearest]->value;
        }

        return $played;
    }
}
