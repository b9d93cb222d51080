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
}
