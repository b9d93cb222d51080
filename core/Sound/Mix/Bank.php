<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Strike;

/** Where a mix takes its sounds from: a kit that is built. */
interface Bank
{
    /**
     * @param string|null $sound of a row, see Row
     *
     * @return float by which what is played is brought to the loudness of other kits
     */
    public function gain(?string $sound = null): float;

    public function room(): Room;

    /**
     * What an instrument sounds like here, its own or that of a relative.
     *
     * @param string|null $sound of a row, that is played in its place where there is one of this name, see Row
     */
    public function strike(Instrument $instrument, ?string $sound = null): Strike;
}
