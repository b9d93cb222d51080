<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** Grace strokes before a hit. They belong to its stroke: sound and MIDI write them out, comparison and notation see one stroke. */
enum Ornament: string
{
    case Flam = 'flam';
    case Drag = 'drag';

    /** How hard a grace stroke is, as a part of its hit's velocity. */
    public const SOFTER = 0.55;
    /** Milliseconds between two of them, and before the hit: less is heard as one stroke, more as two. */
    public const APART = 30;

    /**
     * @param int $apart milliseconds from one grace stroke to the next, and to the hit: files hold the usual distance, a kit has its own
     *
     * @return non-empty-list<int> milliseconds by which each grace stroke comes before the hit, the first one first
     */
    public function before(int $apart = self::APART): array
    {
        return self::Flam === $this ? [$apart] : [2 * $apart, $apart];
    }

    /** @return int velocity of a grace stroke */
    public static function velocity(int $ofHit): int
    {
        return max(1, (int) round(self::SOFTER * $ofHit));
    }
}
