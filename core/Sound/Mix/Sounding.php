<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Pattern\Instrument;

/** One stroke as it is played: when, how hard, and with the settings of its row and its hit. */
final readonly class Sounding
{
    /**
     * @param int         $written tick from the start of the pass
     * @param int         $played  the same with swing and push
     * @param float       $level   0–1.5
     * @param float       $pan     −1…1
     * @param float       $tune    −12…12 semitones
     * @param float       $room    0–1
     * @param int         $turn    tells which take of a sound it is
     * @param string|null $sound   an own sound's name, in place of the kit's
     * @param int         $line    which row of its instrument it is in, from 0
     */
    public function __construct(
        public Instrument $instrument,
        public int $written,
        public int $played,
        public int $velocity,
        public float $level,
        public float $pan,
        public float $tune,
        public float $room,
        public int $turn,
        public int $line,
        public ?string $sound,
    ) {
    }
}
