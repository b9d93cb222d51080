<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Sound\Mix\Room;
use Pulsanda\Core\Sound\Synth\Recipe;

/** A set of sounds. A new one is a file here, a name in KitName, a line in Kits, and how it sounds in lang/, as `kit.pier`. */
interface Kit
{
    public function name(): KitName;

    /** The room that its rows are sent to. */
    public function room(): Room;

    /** @return \Generator<Instrument, Recording|Recipe> what it has itself; the rest is played by relatives */
    public function voices(): \Generator;
}
