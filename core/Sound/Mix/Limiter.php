<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/**
 * The end of every mix: what is quiet goes through as it is, peaks are bent below a ceiling. The browser gets the same curve with the
 * catalogue, as a wave shaper.
 */
final readonly class Limiter
{
    /** Up to here nothing changes. */
    public const KNEE = 0.6;
    /** Nothing is louder: a decibel below full scale. */
    public const CEILING = 0.89;

    public static function limit(float $value): float
    {
        $over = abs($value) - self::KNEE;
        if ($over <= 0) {
            return $value;
        }
        $room = self::CEILING - self::KNEE;
        $limited = self::KNEE + $room * tanh($over / $room);

        return $value < 0 ? -$limited : $limited;
    }
}
