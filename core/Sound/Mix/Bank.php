<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Strike;

/** Where a mix takes its sounds from: a kit that is built. */
interface Bank
{
    /** @return float by which everything is brought to the loudness of other kits */
    public function gain(): float;

    public function room(): Room;

    /**
     * What an instrument sounds like here, its own or that of a relative.
     *
     * @param string|null $sound the name of an own sound that is played in its place, where there is one of this name
     */
    public function strike(Instrument $instrument, ?string $sound = null): Strike;
}
