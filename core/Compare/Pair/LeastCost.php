<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Pair;

/**
 * A minimum-cost assignment by shortest augmenting paths with potentials: the Hungarian method on a sparse graph
 * (R. Jonker and A. Volgenant, Computing 38, 1987). Every row gets a column of its own, or stays alone.
 *
 * A cost is two integers, "hi" before "lo", compared one after the other, so that no float takes part.
 */
final class LeastCost
{
    /** @var array<int, int|null> the column of each row */
    private array $partner;
    /** @var array<int, int> the row of each column that is taken */
    private array $owner = [];
    // Potentials: every reduced cost (edge − u − v) is at least zero.
    /** @var array<int, int> */
    private array $uHi;
    /** @var array<int, int> */
    private array $uLo;
    /** @var array<int, int> */
    private array $vHi;
    /** @var array<int, int> */
    private array $vLo;

    /**
     * @param list<array<int, array{int, int}>> $edges for each row: column => hi, lo
     * @param list<int>                         $alone for each row the hi of staying alone; its lo is 0
     */
    private function __construct(private readonly array $edges, private readonly array $alone, int $columns)
    {
        $this->partner = array_fill(0, \count($alone), null);
        $this->uHi = $this->uLo = array_fill(0, \count($alone), 0);
        $this->vHi = $this->vLo = array_fill(0, $columns, 0);
    }

    /**
     * @param list<array<int, array{int, int}>> $edges for each row: column => hi, lo; columns from 0
     * @param list<int>                         $alone for each row the hi of staying alone
     *
     * @return array<int, int|null> for each row its column, null when it stays alone
     */
    public static function assign(array $edges, array $alone, int $columns): array
    {
        $search = new self($edges, $alone, $columns);
        foreach ($alone as $row => $_) {
            $search->takesFree($row) || $search->augment($row);
        }

        return $search->partner;
    }

    /** Takes one more row in where its cheapest column is free, or none is cheaper than staying alone: then nothing else changes. */
    private function takesFree(int $root): bool
    {
        [$hi, $lo, $end] = [$this->alone[$root], 0, null];
        foreach ($this->edges[$root] as $column => [$edgeHi, $edgeLo]) {
            $newHi = $edgeHi - $this->vHi[$column];
            $newLo = $edgeLo - $this->vLo[$column];
            if ($newHi < $hi || ($newHi === $hi && ($newLo < $lo || ($newLo === $lo && null !== $end && $column < $end)))) {
                [$hi, $lo, $end] = [$newHi, $newLo, $column];
            }
        }
        if (null !== $end && isset($this->owner[$end])) {
            return false;
        }
        [$this->uHi[$root], $this->uLo[$root], $this->partner[$root]] = [$hi, $lo, $end];
        if (null !== $end) {
            $this->owner[$end] = $root;
        }

        return true;
    }

    /** Takes one more row in, along the cheapest path of changes. */
    private function augment(int $root): void
    {
        /** @var \SplMinHeap<array{int, int, int}> $heap */
        $heap = new \SplMinHeap();
        /** @var array<int, array{int, int}> $reached */
        $reached = [];
        /** @var array<int, int> $from */
        $from = [];
        /** @var array<int, array{int, int}> $done */
        $done = [];
        $row = $root;
        $hi = $lo = 0;
        [$bestHi, $bestLo, $endRow, $end] = [\PHP_INT_MAX, 0, $root, null];
        while (true) {
            // The path may end here, with this row left alone …
            $aloneHi = $hi + $this->alone[$row] - $this->uHi[$row];
            $aloneLo = $lo - $this->uLo[$row];
            if ($aloneHi < $bestHi || ($aloneHi === $bestHi && $aloneLo < $bestLo)) {
                [$bestHi, $bestLo, $endRow] = [$aloneHi, $aloneLo, $row];
            }
            // … or go on to a column that is free or can be given up by its owner.
            [$baseHi, $baseLo] = [$hi - $this->uHi[$row], $lo - $this->uLo[$row]];
            foreach ($this->edges[$row] as $column => [$edgeHi, $edgeLo]) {
                if (isset($done[$column])) {
                    continue;
                }
                $newHi = $baseHi + $edgeHi - $this->vHi[$column];
                $newLo = $baseLo + $edgeLo - $this->vLo[$column];
                // What is no better than an end that is known leads nowhere.
                if ($newHi > $bestHi || ($newHi === $bestHi && $newLo >= $bestLo)) {
                    continue;
                }
                $known = $reached[$column] ?? null;
                if (null === $known || $newHi < $known[0] || ($newHi === $known[0] && $newLo < $known[1])) {
                    $reached[$column] = [$newHi, $newLo];
                    $from[$column] = $row;
                    $heap->insert([$newHi, $newLo, $column]);
                }
            }
            do {
                $next = $heap->isEmpty() ? null : $heap->extract();
            } while (null !== $next && isset($done[$next[2]]));
            if (null === $next || $next[0] > $bestHi || ($next[0] === $bestHi && $next[1] >= $bestLo)) {
                break;
            }
            [$hi, $lo, $column] = $next;
            if (!isset($this->owner[$column])) {
                [$bestHi, $bestLo, $end] = [$hi, $lo, $column];
                break;
            }
            $done[$column] = [$hi, $lo];
            $row = $this->owner[$column];
        }
        $this->uHi[$root] += $bestHi;
        $this->uLo[$root] += $bestLo;
        foreach ($done as $column => [$doneHi, $doneLo]) {
            $owner = $this->owner[$column];
            $this->uHi[$owner] += $bestHi - $doneHi;
            $this->uLo[$owner] += $bestLo - $doneLo;
            $this->vHi[$column] -= $bestHi - $doneHi;
            $this->vLo[$column] -= $bestLo - $doneLo;
        }
        $this->follow(null === $end ? $endRow : $from[$end], $end, $from, $root);
    }

    /**
     * Walks the path back to its root and gives each row on it its new column.
     *
     * @param array<int, int> $from the row from which each column was reached
     */
    private function follow(int $row, ?int $column, array $from, int $root): void
    {
        while (true) {
            $before = $this->partner[$row];
            $this->partner[$row] = $column;
            if (null !== $column) {
                $this->owner[$column] = $row;
            }
            if ($row === $root || null === $before) {
                return;
            }
            $column = $before;
            $row = $from[$column];
        }
    }
}
