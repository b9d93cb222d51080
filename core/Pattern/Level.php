<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** The four named levels of velocity. */
enum Level: string
{
    case Ghost = 'ghost';
    case Soft = 'soft';
    case Firm = 'firm';
    case Accent = 'accent';

    /** @param int $velocity 1–127 */
    public static function of(int $velocity): self
    {
        return match (true) {
            $velocity < 40 => self::Ghost,
            $velocity < 75 => self::Soft,
            $velocity < 105 => self::Firm,
            default => self::Accent,
        };
    }

    /** @return int the lowest velocity of this level */
    public function lowest(): int
    {
        return match ($this) {
            self::Ghost => 1, self::Soft => 40, self::Firm => 75, self::Accent => 105,
        };
    }

    /** @return int the highest velocity of this level */
    public function highest(): int
    {
        return match ($this) {
            self::Ghost => 39, self::Soft => 74, self::Firm => 104, self::Accent => 127,
        };
    }

    /** @return int the velocity that entering this level gives */
    public function entry(): int
    {
        return match ($this) {
            self::Ghost => 28, self::Soft => 60, self::Firm => 90, self::Accent => 118,
        };
    }
}
