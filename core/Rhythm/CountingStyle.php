<?php

declare(strict_types=1);

namespace Pulsanda\Core\Rhythm;

/** The way in which a class says where something is. */
enum CountingStyle: string
{
    /** 1…16, on through later bars. */
    case Steps = 'steps';
    /** 1 e & a. */
    case Syllables = 'syllables';
    /** 2.3: bar two, beat three. */
    case BarBeat = 'bar-beat';
}
