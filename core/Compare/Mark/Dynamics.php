<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;

/** How loud and soft the matched strokes are beside what is asked. Being louder throughout is not a mistake. */
final readonly class Dynamics
{
    /** Assessed when the target's velocities spread over more than this. */
    private const SPREAD = 15;
    /** Differences up to this are let pass. */
    private const TOLERANCE = 10;

    /**
     * @param non-empty-array<int, float> $rests  index of a matched pair => difference in velocity, less the median of all
     * @param int                         $spread of the velocities played
     */
    private function __construct(private array $rests, private int $spread)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return self|null null when it is not assessed
     */
    public static function of(array $pairs): ?self
    {
        $asked = $played = $differences = [];
        foreach ($pairs as $i => $pair) {
            if (null !== $pair->target) {
                $asked[] = $pair->target->velocity;
                if (Status::Match === $pair->status && null !== $pair->submission) {
                    $played[] = $pair->submission->velocity;
                    $differences[$i] = $pair->submission->velocity - $pair->target->velocity;
                }
            }
        }
        if ([] === $differences || [] === $asked || [] === $played || max($asked) - min($asked) <= self::SPREAD) {
            return null;
        }
        $sorted = array_values($differences);
        sort($sorted);
        $count = \count($sorted);
        $median = ($sorted[intdiv($count - 1, 2)] + $sorted[intdiv($count, 2)]) / 2;

        return new self(array_map(static fn (int $difference): float => $difference - $median, $differences), max($played) - min($played));
    }

    /** @return array<int, float> the rests that are more than let pass, by index of the pair */
    public function off(): array
    {
        return array_filter($this->rests, static fn (float $rest): bool => abs($rest) > self::TOLERANCE);
    }

    /** Whether there is no difference between loud and soft. */
    public function isFlat(): bool
    {
        return $this->spread <= self::SPREAD;
    }

    /** @return float 0–1: the mean of max(0, 1 − max(0, |rest| − 10) / 50) */
    public function aspect(): float
    {
        return array_sum(
            array_map(static fn (float $rest): float => max(0, 1 - max(0, abs($rest) - self::TOLERANCE) / 50), $this->rests),
        ) / \count($this->rests);
    }
}
