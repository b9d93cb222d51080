<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** How hard a hit is, as a gain. The browser's player gets the exponent with the catalogue. */
final readonly class Velocity
{
    /** Loudness grows a little faster than the number, so that ghosts stay in the background. */
    public const EXPONENT = 1.6;

    /**
     * @param int $velocity 1–127
     *
     * @return float 1 at the hardest
     */
    public static function gain(int $velocity): float
    {
        return ($velocity / 127) ** self::EXPONENT;
    }
}
