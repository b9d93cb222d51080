<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Level;

/**
 * How loud and soft the matched strokes are beside the target, in the rows where loud and soft are asked, and in rows that are two
 * named levels away. Being louder throughout the beat is not a mistake.
 */
final readonly class Dynamics
{
    /** A row is assessed when the target's velocities in it spread over more than this. */
    private const SPREAD = 15;
    /** Differences up to this are let pass. */
    private const TOLERANCE = 10;

    /**
     * @param non-empty-array<string, non-empty-array<int, int>> $rows   row => index of a matched pair => difference in velocity
     * @param array<string, true>                                $far    rows that are two named levels away, as a whole
     * @param list<Pair>                                         $pairs
     * @param float                                              $offset by which all of it is louder
     */
    private function __construct(private array $rows, private array $far, private array $pairs, private float $offset)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return self|null null when it is not assessed
     */
    public static function of(array $pairs, Tolerance $tolerance): ?self
    {
        $asked = $differences = [];
        foreach ($pairs as $i => $pair) {
            if (null !== $pair->target) {
                $row = $tolerance->sameness($pair->target->instrument);
                $asked[$row][] = $pair->target->velocity;
                if (Status::Match === $pair->status && null !== $pair->submission) {
                    $differences[$row][$i] = $pair->submission->velocity - $pair->target->velocity;
                }
            }
        }
        $assessed = $even = $far = [];
        foreach ($differences as $name => $row) {
            if (max($asked[$name]) - min($asked[$name]) > self::SPREAD) {
                $assessed[$name] = $row;
            } else {
                $even[$name] = $row;
            }
        }
        $offset = self::offset([] === $even ? $assessed : $even, [] === $even, $differences);
        foreach ($even as $name => $row) {
            if (self::isFar(self::median($asked[$name]), self::median($row) - $offset)) {
                $far[$name] = true;
                $assessed[$name] = $row;
            }
        }

        return [] === $assessed ? null : new self($assessed, $far, $pairs, $offset);
    }

    /** Whether a row stands at least two named levels away from the target, such as a backbeat that is played as ghosts. */
    private static function isFar(float $asked, float $louder): bool
    {
        $step = static fn (float $velocity): int => (int) array_search(
            Level::of((int) max(1, min(127, round($velocity)))),
            Level::cases(),
            true,
        );

        return abs($step($asked + $louder) - $step($asked)) >= 2;
    }

    /**
     * By how much all of it is louder: as the even rows are, those of them with which most of all strokes are correct. One that is louder
     * by itself says nothing of the others.
     *
     * @param array<non-empty-array<int>> $even
     * @param bool                        $joined whether they are taken for one row
     * @param array<array<int>>           $all
     */
    private static function offset(array $even, bool $joined, array $all): float
    {
        if ([] === $even) {
            return 0;
        }
        $even = $joined ? [array_merge(...array_values($even))] : $even;
        $medians = array_map(self::median(...), $even);
        $least = \PHP_INT_MAX;
        $best = 0.0;
        // Where the only even row is the one that is too loud or too soft, the others say that nothing has changed throughout.
        $tried = array_unique([...($joined ? [] : [0.0]), ...array_values($medians)]);
        usort($tried, static fn (float $a, float $b): int => abs($a) <=> abs($b));
        foreach ($tried as $one) {
            $off = 0;
            foreach ($all as $row) {
                foreach ($row as $difference) {
                    $off += abs($difference - $one) > self::TOLERANCE ? 1 : 0;
                }
            }
            if ($off < $least) {
                [$least, $best] = [$off, $one];
            }
        }
        $isNear = static fn (float $median): bool => abs($median - $best) <= self::TOLERANCE;
        $near = array_intersect_key($even, array_filter($medians, $isNear));

        return [] === $near ? $best : self::median(array_merge(...array_values(array_map(array_values(...), $near))));
    }

    /** @return list<RowDynamics> */
    public function rows(): array
    {
        $rows = [];
        foreach ($this->rows as $name => $differences) {
            $off = $accented = $played = [];
            foreach ($differences as $i => $difference) {
                $rest = $difference - $this->offset;
                $played[] = $velocity = $this->pairs[$i]->stroke()->velocity + $rest;
                if (abs($rest) > self::TOLERANCE) {
                    $off[$i] = $rest;
                }
                if ($velocity >= Level::Accent->lowest()) {
                    $accented[$i] = true;
                }
            }
            $isFar = isset($this->far[$name]);
            $isFlat = !$isFar && \count($played) > 1 && max($played) - min($played) <= self::SPREAD;
            $rows[] = new RowDynamics($off, $accented, $isFlat, $isFar);
        }

        return $rows;
    }

    /** @return float 0–1: the mean of max(0, 1 − max(0, |rest| − 10) / 50), every stroke as much as another */
    public function aspect(): float
    {
        $credits = [];
        foreach ($this->rows as $differences) {
            foreach ($differences as $difference) {
                $credits[] = max(0, 1 - max(0, abs($difference - $this->offset) - self::TOLERANCE) / 50);
            }
        }

        return array_sum($credits) / \count($credits);
    }

    /** @param non-empty-array<int> $numbers */
    private static function median(array $numbers): float
    {
        sort($numbers);
        $count = \count($numbers);

        return ($numbers[intdiv($count - 1, 2)] + $numbers[intdiv($count, 2)]) / 2;
    }
}
