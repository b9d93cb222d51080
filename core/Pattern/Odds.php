<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/**
 * Decides whether a hit with odds sounds, the same for the same pass always. The browser's player has the same few lines
 * (web/sound/odds.ts), held against these by a test.
 */
final readonly class Odds
{
    /**
     * A 32-bit mixing function (xor, shift and multiply by an odd constant, after the finalisers of integer hashes) over the
     * hit's coordinates. The constant is below 2³¹, so that no product leaves PHP's integers.
     *
     * @param int $odds    1–100 percent
     * @param int $pass    from 1
     * @param int $section the section's index in the form as played
     * @param int $row     the row's index in its section
     * @param int $at      the hit's tick in its section, cycles written out
     */
    public static function sounds(int $odds, int $seed, int $pass, int $section, int $row, int $at): bool
    {
        if (100 === $odds) {
            return true;
        }
        $hash = 0x9E3779B9;
        foreach ([$seed, $pass, $section, $row, $at] as $value) {
            $hash = (($hash ^ $value) * 0x45D9F3B) & 0xFFFFFFFF;
            $hash = (($hash ^ ($hash >> 16)) * 0x45D9F3B) & 0xFFFFFFFF;
            $hash ^= $hash >> 16;
        }

        return $hash % 100 < $odds;
    }
}
