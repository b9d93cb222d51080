<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** Proposes what may have happened to whole rows, or to everything. Each proposal is true by itself; which ones are said is decided later. */
final readonly class Causes
{
    /** A wider cause is about several strokes; one alone is better said by itself. */
    private const LEAST_STROKES = 2;
    /** How many of the commonest distances are tried for a row. */
    private const MOST_DISTANCES = 4;

    /**
     * @param array<string, list<Stroke>> $targets     by row, of those rows alone in which something differs
     * @param array<string, list<Stroke>> $submissions
     * @param bool                        $everywhere  whether something differs in every row
     */
    private function __construct(private array $targets, private array $submissions, private bool $everywhere, private Policy $policy, private int $barTicks)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return list<Cause>
     */
    public static function of(array $pairs, Policy $policy, int $barTicks): array
    {
        $targets = $submissions = $differing = [];
        foreach ($pairs as $pair) {
            foreach ([$pair->target, $pair->submission] as $side => $stroke) {
                if (null !== $stroke) {
                    $row = $policy->sameness($stroke->instrument);
                    0 === $side ? $targets[$row][] = $stroke : $submissions[$row][] = $stroke;
                    if ($pair->differs()) {
                        $differing[$row] = true;
                    }
                }
            }
        }
        foreach ($submissions as $row => $strokes) {
            usort($strokes, Stroke::compare(...));
            $submissions[$row] = $strokes;
        }
        $everywhere = [] === array_diff_key($targets + $submissions, $differing);
        $search = new self(array_intersect_key($targets, $differing), array_intersect_key($submissions, $differing), $everywhere, $policy, $barTicks);

        return [...$search->wholeShifts(), ...$search->exchangedRows(), ...$search->rowShifts(), ...$search->barShifts(), ...$search->rowsOnOneSide()];
    }

    /** @return iterable<int, Cause> everything earlier or later: at most two strokes of the common rows may be left over */
    private function wholeShifts(): iterable
    {
        $common = array_keys(array_intersect_key($this->targets, $this->submissions));
        if (!$this->everywhere || \count($common) < 2) {
            return;
        }
        $distances = [];
        foreach ($common as $row) {
            foreach ($this->distances($this->targets[$row], $this->submissions[$row]) as $distance => $count) {
                $distances[$distance] = ($distances[$distance] ?? 0) + $count;
            }
        }
        arsort($distances);
        foreach (\array_slice(array_keys($distances), 0, self::MOST_DISTANCES) as $distance) {
            $pairs = [];
            $left = 0;
            foreach ($common as $row) {
                $found = $this->matched($this->targets[$row], $this->submissions[$row], $distance);
                $left += \count($this->submissions[$row]) - \count($found);
                array_push($pairs, ...$found);
            }
            if ($left <= 2 && \count($pairs) > 3 * $left && \count($pairs) > \count($common)) {
                yield $this->cause(StatementKind::Shifted, 'whole', [], $distance, $pairs);
            }
        }
    }

    /** @return iterable<int, Cause> a row of which every stroke is earlier or later by the same */
    private function rowShifts(): iterable
    {
        foreach (array_intersect_key($this->targets, $this->submissions) as $row => $targets) {
            foreach ($this->commonest($targets, $this->submissions[$row]) as $distance) {
                $pairs = $this->matched($targets, $this->submissions[$row], $distance);
                if (\count($pairs) === \count($this->submissions[$row]) && \count($pairs) >= self::LEAST_STROKES) {
                    yield $this->cause(StatementKind::Shifted, 'row', [$targets[0]->instrument], $distance, $pairs);
                }
            }
        }
    }

    /** @return iterable<int, Cause> a row of which every stroke within one bar is earlier or later by the same */
    private function barShifts(): iterable
    {
        foreach (array_intersect_key($this->targets, $this->submissions) as $row => $all) {
            $bars = [];
            foreach ($all as $stroke) {
                $bars[$this->bar($stroke)][] = $stroke;
            }
            foreach (\count($bars) > 1 ? $bars : [] as $targets) {
                foreach ($this->commonest($targets, $this->submissions[$row]) as $distance) {
                    $pairs = $this->matched($targets, $this->submissions[$row], $distance);
                    if (\count($pairs) === \count($targets) && \count($pairs) >= self::LEAST_STROKES) {
                        yield $this->cause(StatementKind::Shifted, 'bar', [$targets[0]->instrument], $distance, $pairs);
                    }
                }
            }
        }
    }

    /** @return iterable<int, Cause> two rows exchanged, or one played on an instrument that is not asked for */
    private function exchangedRows(): iterable
    {
        foreach ($this->targets as $a => $asked) {
            foreach ($this->submissions as $b => $played) {
                if ($a === $b || \count($asked) < self::LEAST_STROKES) {
                    continue;
                }
                $there = $this->matched($asked, $played, 0);
                if (\count($there) !== \count($played) || \count($there) < self::LEAST_STROKES) {
                    continue;
                }
                $instruments = [$asked[0]->instrument, $played[0]->instrument];
                if (!isset($this->targets[$b]) && !isset($this->submissions[$a])) {
                    yield $this->cause(StatementKind::WrongRow, 'row', $instruments, null, $there);
                } elseif (isset($this->targets[$b], $this->submissions[$a]) && strcmp($a, $b) < 0) {
                    $back = $this->matched($this->targets[$b], $this->submissions[$a], 0);
                    if (\count($back) === \count($this->submissions[$a])) {
                        yield $this->cause(StatementKind::SwappedRows, 'row', $instruments, null, [...$there, ...$back]);
                    }
                }
            }
        }
    }

    /** @return iterable<int, Cause> an instrument left out, or added */
    private function rowsOnOneSide(): iterable
    {
        foreach ([[StatementKind::RowMissing, $this->targets, $this->submissions], [StatementKind::RowExtra, $this->submissions, $this->targets]] as [$kind, $there, $notThere]) {
            foreach (array_diff_key($there, $notThere) as $strokes) {
                if (\count($strokes) >= self::LEAST_STROKES) {
                    $ids = array_fill_keys(array_map(spl_object_id(...), $strokes), true);
                    yield new Cause($kind, 'row', [$strokes[0]->instrument], $this->bars($strokes), null, $ids, false, \count($strokes));
                }
            }
        }
    }

    /**
     * @param list<Instrument>            $instruments
     * @param list<array{Stroke, Stroke}> $pairs
     */
    private function cause(StatementKind $kind, string $scope, array $instruments, ?int $distance, array $pairs): Cause
    {
        $ids = [];
        foreach ($pairs as [$target, $submission]) {
            $ids[spl_object_id($target)] = $ids[spl_object_id($submission)] = true;
        }

        return new Cause($kind, $scope, $instruments, $this->bars(array_column($pairs, 0)), $distance, $ids, true, \count($pairs));
    }

    /**
     * @param array<Stroke> $strokes
     *
     * @return list<int>
     */
    private function bars(array $strokes): array
    {
        $bars = array_values(array_unique(array_map($this->bar(...), $strokes)));
        sort($bars);

        return $bars;
    }

    private function bar(Stroke $stroke): int
    {
        return 1 + max(0, (int) floor($stroke->written / $this->barTicks));
    }

    /**
     * Pairs the strokes that are apart by the distance, give or take the grace; each once, in order.
     *
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<array{Stroke, Stroke}>
     */
    private function matched(array $targets, array $submissions, int $distance): array
    {
        $pairs = [];
        $s = 0;
        foreach ($targets as $target) {
            while (isset($submissions[$s]) && $submissions[$s]->tick() < $target->tick() + $distance - $this->policy->grace) {
                ++$s;
            }
            if (isset($submissions[$s]) && $submissions[$s]->tick() <= $target->tick() + $distance + $this->policy->grace) {
                $pairs[] = [$target, $submissions[$s++]];
            }
        }

        return $pairs;
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return array<int, int> distance beyond the grace and up to a bar => how many pairs have it
     */
    private function distances(array $targets, array $submissions): array
    {
        $counts = [];
        foreach ($targets as $target) {
            foreach ($submissions as $submission) {
                $distance = $submission->tick() - $target->tick();
                if (abs($distance) > $this->policy->grace && abs($distance) <= $this->barTicks) {
                    $counts[$distance] = ($counts[$distance] ?? 0) + 1;
                }
            }
        }

        return $counts;
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<int> the commonest distances, the shorter first among equals
     */
    private function commonest(array $targets, array $submissions): array
    {
        $counts = $this->distances($targets, $submissions);
        uksort($counts, static fn (int $a, int $b): int => $counts[$b] <=> $counts[$a] ?: abs($a) <=> abs($b) ?: $b <=> $a);

        return \array_slice(array_keys($counts), 0, self::MOST_DISTANCES);
    }
}
