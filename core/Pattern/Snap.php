<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** The note value that a row's grid shows; t is triplet. Changing it never moves or removes a hit. */
enum Snap: string
{
    case Quarter = '4';
    case Eighth = '8';
    case EighthTriplet = '8t';
    case Sixteenth = '16';
    case SixteenthTriplet = '16t';
    case ThirtySecond = '32';
    case ThirtySecondTriplet = '32t';
    case SixtyFourth = '64';

    /** @return int the length of one step */
    public function ticks(): int
    {
        return match ($this) {
            self::Quarter => 960, self::Eighth => 480, self::EighthTriplet => 320, self::Sixteenth => 240,
            self::SixteenthTriplet => 160, self::ThirtySecond => 120, self::ThirtySecondTriplet => 80, self::SixtyFourth => 60,
        };
    }
}
