<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

/** Which comparison it is: results that an older one has given are made again. */
final readonly class Judge
{
    /**
     * Goes up with every change of what is said or of how it is marked; JudgeTest fails until it does.
     *
     * 1: until November 2026. 2: each row earns its share by itself; loudness between rows. 3: sections in another order with
     * mistakes inside. 4: random hits earn next to nothing. 5: rules judge fills, tempo and accents as a teacher would;
     * what nobody hears is no fault; triplets and 32nds have words. 6: nothing false where bars and all else moved.
     */
    public const VERSION = 6;
}
