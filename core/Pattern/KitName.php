<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** The kits that ship. What they are made of stands in Sound/Kit. */
enum KitName: string
{
    case Boathouse = 'boathouse';
    case Parade = 'parade';
    case Pier = 'pier';
    case TidePool = 'tide-pool';
    case Beacon = 'beacon';

    /** The name that people read. */
    public function label(): string
    {
        return str_replace('-', ' ', $this->value);
    }

    /** @return int milliseconds from one grace stroke to the next, and to its hit, as this kit is played: 25 to 35 */
    public function graceDistance(): int
    {
        return match ($this) {
            self::Parade => 25,
            self::Pier => 28,
            self::TidePool => 35,
            default => Ornament::APART,
        };
    }
}
