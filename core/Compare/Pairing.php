<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Exception\InvalidInput;
use Pulsanda\Core\Pattern\Stroke;

/**
 * Pairs the strokes of a target and a submission one to one with the least total cost, exactly.
 *
 * A minimum-cost assignment by shortest augmenting paths with potentials (the Hungarian method on a sparse graph; R. Jonker and
 * A. Volgenant, Computing 38, 1987). Every target stroke is assigned to a submission stroke, or to being missing. Costs are
 * integers in units of 1/(2·window), ordered first by (cost, more matches, fewer other drums), kept in one integer "hi", then by
 * (distance, earlier strokes) in "lo", so that equal totals are decided as the rules say and no float takes part.
 */
final readonly class Pairing
{
    /** Strokes of one side; keeps every sum below 2⁶³. */
    public const MOST_STROKES = 20_000;

    /**
     * @param list<Pair> $pairs every stroke of both sides once, by tick and instrument
     * @param int        $units the total cost in units of 1/(2·window)
     */
    private function __construct(public array $pairs, private int $units, private int $unit)
    {
    }

    /**
     * @param list<Stroke> $targets     by tick
     * @param list<Stroke> $submissions by tick
     *
     * @throws InvalidInput when a side has more than MOST_STROKES strokes
     */
    public static function of(array $targets, array $submissions, Policy $policy): self
    {
        if (max(\count($targets), \count($submissions)) > self::MOST_STROKES) {
            throw InvalidInput::at('', sprintf('A pattern with more than %d strokes in one pass is too long to compare; shorten its order.', self::MOST_STROKES));
        }
        $assigned = self::assign(\count($targets), \count($submissions), self::edges($targets, $submissions, $policy), self::alone($targets, $submissions, $policy));
        $unit = self::unit($policy);
        $pairs = [];
        $units = 0;
        $taken = [];
        foreach ($targets as $t => $target) {
            $s = $assigned[$t];
            if (null === $s) {
                $pairs[] = new Pair(Status::Missing, $target, null);
                $units += $target->optional ? 0 : $unit;
                continue;
            }
            $taken[$s] = true;
            [$status, $cost] = self::relation($target, $submissions[$s], $policy) ?? throw new \LogicException('Only strokes within reach are assigned.');
            $pairs[] = new Pair($status, $target, $submissions[$s]);
            $units += $cost;
        }
        foreach ($submissions as $s => $submission) {
            if (!isset($taken[$s])) {
                $pairs[] = new Pair(Status::Extra, null, $submission);
                $units += $unit;
            }
        }
        usort($pairs, static fn (Pair $a, Pair $b): int => Stroke::compare($a->stroke(), $b->stroke()));

        return new self($pairs, $units, $unit);
    }

    /** The total cost of the pairs, 1 for each stroke left alone. */
    public function cost(): float
    {
        return $this->units / $this->unit;
    }

    private static function unit(Policy $policy): int
    {
        return 2 * max(1, $policy->window);
    }

    /**
     * @return array{Status, int}|null the status and the cost in units, null when the two cannot be paired
     */
    private static function relation(Stroke $target, Stroke $submission, Policy $policy): ?array
    {
        $distance = abs($submission->tick() - $target->tick());
        if ($target->instrument === $submission->instrument || $policy->sameness($target->instrument) === $policy->sameness($submission->instrument)) {
            return match (true) {
                $distance <= $policy->grace => [Status::Match, 0],
                $distance <= $policy->window => [Status::Moved, $policy->window + $distance],
                default => null,
            };
        }

        return $distance <= $policy->grace ? [Status::OtherDrum, self::unit($policy)] : null;
    }

    /**
     * What each target stroke costs when it is paired, less what its partner would cost alone.
     *
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<array<int, array{int, int}>> for each target stroke: index of submission stroke => hi, lo
     */
    private static function edges(array $targets, array $submissions, Policy $policy): array
    {
        [$size, $rank] = self::sizes($targets, $submissions);
        $unit = self::unit($policy);
        $ticks = array_map(static fn (Stroke $stroke): int => $stroke->tick(), $submissions);
        $count = \count($submissions);
        $first = 0;
        $edges = [];
        foreach ($targets as $t => $target) {
            $tick = $target->tick();
            while ($first < $count && $ticks[$first] < $tick - $policy->window) {
                ++$first;
            }
            $row = [];
            for ($s = $first; $s < $count && $ticks[$s] <= $tick + $policy->window; ++$s) {
                $relation = self::relation($target, $submissions[$s], $policy);
                if (null !== $relation) {
                    [$status, $cost] = $relation;
                    $hi = (($cost - $unit) * $size - (Status::Match === $status ? 1 : 0)) * $size + (Status::OtherDrum === $status ? 1 : 0);
                    $row[$s] = [$hi, abs($ticks[$s] - $tick) * $rank + $t + $s];
                }
            }
            $edges[] = $row;
        }

        return $edges;
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<int> hi of each target stroke left alone; its lo is 0
     */
    private static function alone(array $targets, array $submissions, Policy $policy): array
    {
        [$size] = self::sizes($targets, $submissions);
        $unit = self::unit($policy) * $size * $size;

        return array_map(static fn (Stroke $target): int => $target->optional ? 0 : $unit, $targets);
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return array{int, int} more than any number of pairs; more than any sum of places in the two lists
     */
    private static function sizes(array $targets, array $submissions): array
    {
        $size = max(\count($targets), \count($submissions)) + 1;

        return [$size, 2 * $size * $size];
    }

    /**
     * @param list<array<int, array{int, int}>> $edges
     * @param list<int>                         $alone
     *
     * @return list<int|null> for each target stroke its submission stroke, null when it is missing
     */
    private static function assign(int $targets, int $submissions, array $edges, array $alone): array
    {
        /** @var list<int|null> $partner */
        $partner = array_fill(0, $targets, null);
        /** @var array<int, int|null> $owner */
        $owner = array_fill(0, $submissions, null);
        // Potentials: u of target strokes, v of submission strokes; every reduced cost (edge − u − v) is at least zero.
        $uHi = $uLo = array_fill(0, $targets, 0);
        $vHi = $vLo = array_fill(0, $submissions, 0);
        for ($root = 0; $root < $targets; ++$root) {
            $heap = new \SplMinHeap();
            /** @var array<int, array{int, int}> $reached */
            $reached = [];
            /** @var array<int, int> $from */
            $from = [];
            /** @var array<int, array{int, int}> $done */
            $done = [];
            $row = $root;
            $hi = $lo = 0;
            $bestHi = \PHP_INT_MAX;
            $bestLo = $endRow = 0;
            $end = null;
            while (true) {
                // The path may end here, with this target stroke left alone …
                $aloneHi = $hi + $alone[$row] - $uHi[$row];
                $aloneLo = $lo - $uLo[$row];
                if ($aloneHi < $bestHi || ($aloneHi === $bestHi && $aloneLo < $bestLo)) {
                    [$bestHi, $bestLo, $endRow, $end] = [$aloneHi, $aloneLo, $row, null];
                }
                // … or go on to a submission stroke that is free or can be given up by its owner.
                foreach ($edges[$row] as $s => [$edgeHi, $edgeLo]) {
                    if (isset($done[$s])) {
                        continue;
                    }
                    $newHi = $hi + $edgeHi - $uHi[$row] - $vHi[$s];
                    $newLo = $lo + $edgeLo - $uLo[$row] - $vLo[$s];
                    if (!isset($reached[$s]) || $newHi < $reached[$s][0] || ($newHi === $reached[$s][0] && $newLo < $reached[$s][1])) {
                        $reached[$s] = [$newHi, $newLo];
                        $from[$s] = $row;
                        $heap->insert([$newHi, $newLo, $s]);
                    }
                }
                do {
                    $next = $heap->isEmpty() ? null : $heap->extract();
                } while (null !== $next && isset($done[$next[2]]));
                if (null === $next || $next[0] > $bestHi || ($next[0] === $bestHi && $next[1] >= $bestLo)) {
                    break;
                }
                [$hi, $lo, $s] = $next;
                if (null === $owner[$s]) {
                    [$bestHi, $bestLo, $end] = [$hi, $lo, $s];
                    break;
                }
                $done[$s] = [$hi, $lo];
                $row = $owner[$s];
            }
            $uHi[$root] += $bestHi;
            $uLo[$root] += $bestLo;
            foreach ($done as $s => [$doneHi, $doneLo]) {
                $uHi[$owner[$s]] += $bestHi - $doneHi;
                $uLo[$owner[$s]] += $bestLo - $doneLo;
                $vHi[$s] -= $bestHi - $doneHi;
                $vLo[$s] -= $bestLo - $doneLo;
            }
            // Walk the path back to the root, giving each target stroke its new partner.
            $row = null === $end ? $endRow : $from[$end];
            $s = $end;
            while (true) {
                $before = $partner[$row];
                $partner[$row] = $s;
                if (null !== $s) {
                    $owner[$s] = $row;
                }
                if ($row === $root) {
                    break;
                }
                $s = $before;
                $row = $from[$s];
            }
        }

        return $partner;
    }
}
