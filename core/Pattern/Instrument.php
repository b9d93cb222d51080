<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** The catalogue of instruments: the General MIDI percussion map, with shaker and finger snap from its GS and GM2 extensions. */
enum Instrument: string
{
    case Kick = 'kick';
    case Kick2 = 'kick-2';
    case Snare = 'snare';
    case Snare2 = 'snare-2';
    case SideStick = 'side-stick';
    case Clap = 'clap';
    case ClosedHat = 'closed-hat';
    case PedalHat = 'pedal-hat';
    case OpenHat = 'open-hat';
    case LowFloorTom = 'low-floor-tom';
    case FloorTom = 'floor-tom';
    case LowTom = 'low-tom';
    case LowMidTom = 'low-mid-tom';
    case HighMidTom = 'high-mid-tom';
    case HighTom = 'high-tom';
    case Crash = 'crash';
    case Crash2 = 'crash-2';
    case Ride = 'ride';
    case RideBell = 'ride-bell';
    case China = 'china';
    case Splash = 'splash';
    case Tambourine = 'tambourine';
    case Cowbell = 'cowbell';
    case Vibraslap = 'vibraslap';
    case HighBongo = 'high-bongo';
    case LowBongo = 'low-bongo';
    case MuteConga = 'mute-conga';
    case OpenConga = 'open-conga';
    case LowConga = 'low-conga';
    case HighTimbale = 'high-timbale';
    case LowTimbale = 'low-timbale';
    case HighAgogo = 'high-agogo';
    case LowAgogo = 'low-agogo';
    case Cabasa = 'cabasa';
    case Maracas = 'maracas';
    case Shaker = 'shaker';
    case ShortWhistle = 'short-whistle';
    case LongWhistle = 'long-whistle';
    case ShortGuiro = 'short-guiro';
    case LongGuiro = 'long-guiro';
    case Claves = 'claves';
    case HighWoodblock = 'high-woodblock';
    case LowWoodblock = 'low-woodblock';
    case MuteCuica = 'mute-cuica';
    case OpenCuica = 'open-cuica';
    case MuteTriangle = 'mute-triangle';
    case OpenTriangle = 'open-triangle';
    case Snap = 'snap';

    /** @return int General MIDI percussion number */
    public function midi(): int
    {
        return match ($this) {
            self::Kick => 36,
            self::Kick2 => 35,
            self::Snare => 38,
            self::Snare2 => 40,
            self::SideStick => 37,
            self::Clap => 39,
            self::ClosedHat => 42,
            self::PedalHat => 44,
            self::OpenHat => 46,
            self::LowFloorTom => 41,
            self::FloorTom => 43,
            self::LowTom => 45,
            self::LowMidTom => 47,
            self::HighMidTom => 48,
            self::HighTom => 50,
            self::Crash => 49,
            self::Crash2 => 57,
            self::Ride => 51,
            self::RideBell => 53,
            self::China => 52,
            self::Splash => 55,
            self::Tambourine => 54,
            self::Cowbell => 56,
            self::Vibraslap => 58,
            self::HighBongo => 60,
            self::LowBongo => 61,
            self::MuteConga => 62,
            self::OpenConga => 63,
            self::LowConga => 64,
            self::HighTimbale => 65,
            self::LowTimbale => 66,
            self::HighAgogo => 67,
            self::LowAgogo => 68,
            self::Cabasa => 69,
            self::Maracas => 70,
            self::Shaker => 82,
            self::ShortWhistle => 71,
            self::LongWhistle => 72,
            self::ShortGuiro => 73,
            self::LongGuiro => 74,
            self::Claves => 75,
            self::HighWoodblock => 76,
            self::LowWoodblock => 77,
            self::MuteCuica => 78,
            self::OpenCuica => 79,
            self::MuteTriangle => 80,
            self::OpenTriangle => 81,
            self::Snap => 26,
        };
    }

    /** The name that people read. */
    public function label(): string
    {
        return match ($this) {
            self::Kick2 => 'Second kick',
            self::Snare2 => 'Second snare',
            self::SideStick => 'Side stick',
            self::ClosedHat => 'Closed hi-hat',
            self::PedalHat => 'Pedal hi-hat',
            self::OpenHat => 'Open hi-hat',
            self::LowFloorTom => 'Low floor tom',
            self::FloorTom => 'Floor tom',
            self::LowTom => 'Low tom',
            self::LowMidTom => 'Low-mid tom',
            self::HighMidTom => 'High-mid tom',
            self::HighTom => 'High tom',
            self::Crash2 => 'Second crash',
            self::RideBell => 'Ride bell',
            self::HighBongo => 'High bongo',
            self::LowBongo => 'Low bongo',
            self::MuteConga => 'Muted conga',
            self::OpenConga => 'Open conga',
            self::LowConga => 'Low conga',
            self::HighTimbale => 'High timbale',
            self::LowTimbale => 'Low timbale',
            self::HighAgogo => 'High agogo',
            self::LowAgogo => 'Low agogo',
            self::ShortWhistle => 'Short whistle',
            self::LongWhistle => 'Long whistle',
            self::ShortGuiro => 'Short guiro',
            self::LongGuiro => 'Long guiro',
            self::HighWoodblock => 'High woodblock',
            self::LowWoodblock => 'Low woodblock',
            self::MuteCuica => 'Muted cuica',
            self::OpenCuica => 'Open cuica',
            self::MuteTriangle => 'Muted triangle',
            self::OpenTriangle => 'Open triangle',
            self::Snap => 'Finger snap',
            default => ucfirst($this->value),
        };
    }

    /** drums, toms, cymbals, bells, hands, shakers or whistles. */
    public function family(): string
    {
        return match ($this) {
            self::Kick, self::Kick2, self::Snare, self::Snare2, self::SideStick => 'drums',
            self::Clap, self::HighBongo, self::LowBongo, self::MuteConga, self::OpenConga, self::LowConga, self::HighTimbale,
            self::LowTimbale, self::Snap => 'hands',
            self::ClosedHat, self::PedalHat, self::OpenHat, self::Crash, self::Crash2, self::Ride, self::RideBell, self::China,
            self::Splash => 'cymbals',
            self::LowFloorTom, self::FloorTom, self::LowTom, self::LowMidTom, self::HighMidTom, self::HighTom => 'toms',
            self::Tambourine, self::Cabasa, self::Maracas, self::Shaker, self::ShortGuiro, self::LongGuiro => 'shakers',
            self::Cowbell, self::Vibraslap, self::HighAgogo, self::LowAgogo, self::Claves, self::HighWoodblock, self::LowWoodblock,
            self::MuteTriangle, self::OpenTriangle => 'bells',
            self::ShortWhistle, self::LongWhistle, self::MuteCuica, self::OpenCuica => 'whistles',
        };
    }

    /** The shape of its notehead: oval, cross, ringed-cross, diamond or triangle. */
    public function notehead(): string
    {
        return match ($this) {
            self::SideStick, self::Clap, self::ClosedHat, self::PedalHat, self::Crash, self::Crash2, self::Ride, self::China,
            self::Splash, self::Tambourine, self::Cabasa, self::Maracas, self::Shaker, self::ShortGuiro, self::LongGuiro,
            self::Snap => 'cross',
            self::OpenHat => 'ringed-cross',
            self::RideBell, self::Cowbell, self::Vibraslap, self::HighAgogo, self::LowAgogo, self::Claves, self::HighWoodblock,
            self::LowWoodblock => 'diamond',
            self::MuteTriangle, self::OpenTriangle => 'triangle',
            default => 'oval',
        };
    }

    /** The sign over its notes that tells it from another sound of the same instrument: open, muted, short or long. */
    public function sign(): ?string
    {
        return match ($this) {
            self::OpenConga, self::OpenCuica, self::OpenTriangle => 'open',
            self::MuteConga, self::MuteCuica, self::MuteTriangle => 'muted',
            self::ShortGuiro, self::ShortWhistle => 'short',
            self::LongGuiro, self::LongWhistle => 'long',
            default => null,
        };
    }

    /**
     * Its place on the percussion staff, as a pitch in treble clef. Open and muted sounds of one instrument stand on one place and have
     * signs; high and low ones stand over and under one line.
     */
    public function staff(): string
    {
        return match ($this) {
            self::Kick, self::Cabasa => 'F4',
            self::Kick2 => 'E4',
            self::Snare, self::Snare2, self::SideStick, self::LowConga, self::LowTimbale, self::LowWoodblock, self::Claves => 'C5',
            self::Clap, self::LowTom, self::ShortGuiro, self::LongGuiro, self::Snap => 'B4',
            self::ClosedHat, self::OpenHat, self::HighBongo, self::HighAgogo, self::ShortWhistle, self::LongWhistle => 'G5',
            self::PedalHat => 'D4',
            self::LowFloorTom, self::Maracas => 'G4',
            self::FloorTom, self::Shaker => 'A4',
            self::LowMidTom, self::Vibraslap, self::MuteConga, self::OpenConga => 'D5',
            self::HighMidTom, self::Tambourine, self::Cowbell, self::LowBongo, self::HighTimbale, self::LowAgogo,
            self::HighWoodblock, self::MuteCuica, self::OpenCuica => 'E5',
            self::HighTom, self::Ride, self::RideBell, self::MuteTriangle, self::OpenTriangle => 'F5',
            self::Crash => 'A5',
            self::Crash2, self::Splash => 'B5',
            self::China => 'C6',
        };
    }

    /** @return list<self> from the highest place of the staff to the lowest; of those that share one, cymbals first */
    public static function byHeight(): array
    {
        $key = static fn (self $one): array => [-$one->height(), 'cymbals' === $one->family() ? 0 : 1, $one->order()];
        $all = self::cases();
        usort($all, static fn (self $a, self $b): int => $key($a) <=> $key($b));

        return $all;
    }

    /** @return int its place on the staff, in steps of a scale */
    private function height(): int
    {
        return (int) strpos('CDEFGAB', $this->staff()[0]) + 7 * (int) substr($this->staff(), 1);
    }

    /** Instruments of one choke group cut one another off; null for those that ring freely. */
    public function choke(): ?string
    {
        return match ($this) {
            self::ClosedHat, self::PedalHat, self::OpenHat => 'hat',
            self::MuteTriangle, self::OpenTriangle => 'triangle',
            default => null,
        };
    }

    /** @return int its place in the catalogue, from 0 */
    public function order(): int
    {
        static $order = null;
        $order ??= array_flip(array_map(static fn (self $one): string => $one->value, self::cases()));

        return $order[$this->value];
    }
}
