<?php

declare(strict_types=1);

namespace Pulsanda\Core\Rhythm;

use Pulsanda\Core\Input\InvalidInput;

/**
 * How a bar is counted: so many of a note value, in groups. The groups always add up to the count.
 */
final readonly class Meter
{
    /** Ticks in a whole note; a quarter note has 960. */
    public const WHOLE = 3840;

    /**
     * @param int       $count  1–32
     * @param int       $unit   2, 4, 8 or 16: the note value that is counted
     * @param list<int> $groups in units
     */
    private function __construct(public int $count, public int $unit, public array $groups)
    {
    }

    /**
     * @param list<int>|null $groups null for the usual ones: threes for 6, 9 and 12 eighths or sixteenths, else ones
     *
     * @throws InvalidInput
     */
    public static function of(int $count, int $unit, ?array $groups = null): self
    {
        if ($count < 1 || $count > 32) {
            throw InvalidInput::at('count', "$count is not a count of a meter; use a whole number from 1 to 32.");
        }
        if (!\in_array($unit, [2, 4, 8, 16], true)) {
            throw InvalidInput::at('unit', "$unit is not a note value of a meter; use 2, 4, 8 or 16.");
        }
        $compound = $unit >= 8 && \in_array($count, [6, 9, 12], true);
        $groups ??= $compound ? array_fill(0, intdiv($count, 3), 3) : array_fill(0, $count, 1);
        if ([] === $groups || min($groups) < 1 || array_sum($groups) !== $count) {
            throw InvalidInput::at('groups', "The groups must be whole numbers from 1 up that add up to $count.");
        }

        return new self($count, $unit, $groups);
    }

    /** @return int ticks */
    public function unitTicks(): int
    {
        return intdiv(self::WHOLE, $this->unit);
    }

    /** @return int ticks */
    public function barTicks(): int
    {
        return $this->count * $this->unitTicks();
    }

    /** @return list<int> the ticks in a bar at which its groups begin */
    public function groupStarts(): array
    {
        $starts = [];
        $at = 0;
        foreach ($this->groups as $group) {
            $starts[] = $at;
            $at += $group * $this->unitTicks();
        }

        return $starts;
    }

    /** Whether both have the same count of the same note value; the grouping may differ. */
    public function hasBarOf(self $other): bool
    {
        return $this->count === $other->count && $this->unit === $other->unit;
    }

    public function equals(self $other): bool
    {
        return $this->hasBarOf($other) && $this->groups === $other->groups;
    }

    public function __toString(): string
    {
        return "$this->count/$this->unit";
    }
}
