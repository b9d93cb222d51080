<?php

declare(strict_types=1);

namespace Pulsanda\Core\Notation;

/** How a stretch of a bar is divided: into equal parts, plain or as a tuplet. */
final readonly class Division
{
    /** Parts of a tuplet by what they stand in place of: "three in the time of two". Sextuplets and beyond fill four or eight. */
    private const TUPLETS = [3 => 2, 5 => 4, 6 => 4, 7 => 4, 9 => 8];
    /** Steps of a plain division, the coarsest first. */
    private const STEPS = [240, 120, 60];
    /** Beyond, a tuplet is only seen where at least half of its parts are struck. */
    private const USUAL = 6;
    /** Ticks that a place may lie beside where a seventh or ninth part falls. */
    private const NEAR = 1;
    /** The shortest stretch that is divided by itself: an eighth. */
    private const LEAST = 480;

    /**
     * @param int  $from   first tick
     * @param int  $length ticks
     * @param int  $parts  in which it is divided
     * @param int  $normal parts of the same written value that would fill it; equal to $parts where it is no tuplet
     * @param bool $exact  whether every hit stands on a part
     */
    private function __construct(public int $from, public int $length, public int $parts, public int $normal, public bool $exact)
    {
    }

    /**
     * The fewest and coarsest divisions on which all stand: one for all of it, else one for each of its halves or eighths.
     *
     * @param list<int> $ats ticks of hits, within it
     *
     * @return non-empty-list<self>
     */
    public static function of(array $ats, int $from, int $length): array
    {
        $one = self::plain($ats, $from, $length, 2) ?? self::tuplet($ats, $from, $length) ?? self::plain($ats, $from, $length);
        if (null !== $one) {
            return [$one];
        }
        $part = 0 === $length % (3 * self::LEAST) ? self::LEAST : intdiv($length, 2);
        if ($part < self::LEAST) {
            return [new self($from, $length, intdiv($length, 120), intdiv($length, 120), false)];
        }
        $divisions = [];
        for ($at = $from; $at < $from + $length; $at += $part) {
            $inside = array_values(array_filter($ats, static fn (int $one): bool => $one >= $at && $one < $at + $part));
            array_push($divisions, ...self::of($inside, $at, $part));
        }
        \assert([] !== $divisions);

        return $divisions;
    }

    public function isTuplet(): bool
    {
        return $this->parts !== $this->normal;
    }

    /** @return int ticks that a part is written as */
    public function written(): int
    {
        return intdiv($this->length, $this->normal);
    }

    /** @return int tick of the bar at which a part begins */
    public function at(int $part): int
    {
        return $this->from + (int) round($part * $this->length / $this->parts);
    }

    /** @return int the part that is nearest to a tick of the bar */
    public function part(int $at): int
    {
        return min($this->parts - 1, (int) round(($at - $this->from) * $this->parts / $this->length));
    }

    /**
     * @param list<int> $ats
     * @param int       $steps of those that are tried
     */
    private static function plain(array $ats, int $from, int $length, int $steps = 3): ?self
    {
        foreach (\array_slice(self::STEPS, 0, $steps) as $step) {
            $fits = static fn (int $at): bool => 0 === ($at - $from) % $step;
            if (0 === $length % $step && array_filter($ats, $fits) === $ats) {
                return new self($from, $length, intdiv($length, $step), intdiv($length, $step), true);
            }
        }

        return null;
    }

    /** @param list<int> $ats */
    private static function tuplet(array $ats, int $from, int $length): ?self
    {
        // A dotted beat is divided in threes anyway: its eighths may be tuplets.
        foreach (0 === $length % 1440 || 0 !== $length % self::LEAST ? [] : self::TUPLETS as $parts => $normal) {
            if ($length / $normal < 60 || 0 !== $length % $normal) {
                continue;
            }
            if ($parts > self::USUAL && 2 * \count($ats) < $parts) {
                continue;
            }
            $division = new self($from, $length, $parts, $normal, true);
            $fits = static fn (int $at): bool => abs($division->at($division->part($at)) - $at) <= ($parts > self::USUAL ? self::NEAR : 0);
            if (array_filter($ats, $fits) === $ats) {
                return $division;
            }
        }

        return null;
    }
}
