<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Cause\NoVariation;
use Pulsanda\Core\Compare\Explain\Cause\OneSidedRow;
use Pulsanda\Core\Compare\Explain\Cause\Shifted;
use Pulsanda\Core\Compare\Explain\Cause\SwappedBars;
use Pulsanda\Core\Compare\Explain\Cause\SwappedRows;
use Pulsanda\Core\Compare\Explain\Cause\TimeScaled;
use Pulsanda\Core\Compare\Explain\Cause\WrongBar;
use Pulsanda\Core\Compare\Explain\Cause\WrongRow;
use Pulsanda\Core\Pattern\Stroke;

/** What may have happened, to judge by what is left. Proposals are cheap and many; whether one is true is decided by undoing it. */
final readonly class Proposals
{
    /** A wider cause is about several strokes; one alone is better said by itself. */
    public const LEAST_STROKES = 2;
    private const LEAST_FOR_PACE = 4;
    /** How many of the commonest distances are tried for a row. */
    private const MOST_DISTANCES = 3;
    /** The part of a row, or of a bar, that must fit another one for the two to be taken for exchanged: other causes may hide the rest. */
    private const LIKE = 0.4;

    /** @var list<string> */
    private array $differing;

    private function __construct(private Remainder $left)
    {
        $this->differing = $left->differing();
    }

    /** @return list<Cause> the widest first */
    public static function of(Remainder $left): array
    {
        $search = new self($left);

        return [...$search->wholeShifts(), ...$search->scales(), ...$search->bars(), ...$search->betweenRows(), ...$search->withinRows()];
    }

    /** @return iterable<int, Cause> */
    private function wholeShifts(): iterable
    {
        $common = array_keys(array_intersect_key($this->left->asked, $this->left->played));
        // When a row on both sides is as asked, not everything has moved.
        if (\count($common) < 2 || [] !== array_diff($common, $this->differing)) {
            return;
        }
        $votes = [];
        foreach ($common as $row) {
            foreach ($this->distances($row, $row) as $distance => $count) {
                $votes[$distance] = ($votes[$distance] ?? 0) + $count;
            }
        }
        foreach (self::commonest($votes) as $distance) {
            yield Shifted::everything($distance);
        }
    }

    /** @return iterable<int, Cause> */
    private function scales(): iterable
    {
        // It takes a few strokes to tell another pace from another rhythm, and hardly a row stays in place.
        $rows = \count($this->left->asked + $this->left->played);
        if (2 * \count($this->differing) >= $rows && array_sum(array_map(count(...), $this->left->played)) >= self::LEAST_FOR_PACE) {
            yield new TimeScaled(true);
            yield new TimeScaled(false);
        }
    }

    /** @return iterable<int, Cause> */
    private function bars(): iterable
    {
        [$asked, $played] = [$this->left->askedBars, $this->left->playedBars];
        if (max($asked, $played) < 2) {
            return;
        }
        $askedBars = $this->byBar($this->left->asked, static fn (Stroke $stroke): int => $stroke->tick());
        $playedBars = $this->byBar($this->left->played, static fn (Played $one): int => $one->tick);
        $is = static fn (array $bars, int $bar): string => $bars[$bar] ?? '';
        for ($bar = 1; $bar <= $asked; ++$bar) {
            if ($played === $asked - 1 && $bar <= $played) {
                yield new WrongBar($bar, true, true);
            }
            if ('' === $is($playedBars, $bar) && '' !== $is($askedBars, $bar)) {
                yield new WrongBar($bar, true, false);
            }
        }
        for ($bar = 1; $bar <= $played; ++$bar) {
            if ($played === $asked + 1 && $bar <= $asked) {
                yield new WrongBar($bar, false, true);
            }
            if ('' === $is($askedBars, $bar) && '' !== $is($playedBars, $bar)) {
                yield new WrongBar($bar, false, false);
            }
        }
        yield from $this->repeatedBar($askedBars, $playedBars);
        $different = array_values(
            array_filter(range(1, min($asked, $played)), static fn (int $bar): bool => $is($askedBars, $bar) !== $is($playedBars, $bar)),
        );
        $parts = static fn (array $bars, int $bar): array => array_flip(explode(' ', $is($bars, $bar), -1));
        $asks = $plays = [];
        foreach ($different as $bar) {
            [$asks[$bar], $plays[$bar]] = [$parts($askedBars, $bar), $parts($playedBars, $bar)];
        }
        foreach ($different as $i => $a) {
            foreach (\array_slice($different, $i + 1) as $b) {
                [$crossed, $straight] = [
                    self::likeness($asks[$a], $plays[$b]) + self::likeness($asks[$b], $plays[$a]),
                    self::likeness($asks[$a], $plays[$a]) + self::likeness($asks[$b], $plays[$b]),
                ];
                if ($crossed > 2 * self::LIKE && $crossed > $straight) {
                    yield new SwappedBars($a, $b);
                }
            }
        }
    }

    /**
     * @param array<int, string> $asked  signatures by bar
     * @param array<int, string> $played
     *
     * @return iterable<int, Cause>
     */
    private function repeatedBar(array $asked, array $played): iterable
    {
        $bars = min($this->left->askedBars, $this->left->playedBars);
        for ($bar = 1; $bar <= $bars; ++$bar) {
            $sign = $asked[$bar] ?? '';
            if ('' === $sign || $sign !== ($played[$bar] ?? '')) {
                continue;
            }
            $instead = array_values(
                array_filter(
                    range(1, $bars),
                    static fn (int $other): bool => ($played[$other] ?? '') === $sign && ($asked[$other] ?? '') !== $sign,
                ),
            );
            if ([] !== $instead) {
                yield new NoVariation($bar, $instead);
            }
        }
    }

    /** @return iterable<int, Cause> rows exchanged, played on another instrument, left out or added */
    private function betweenRows(): iterable
    {
        [$asked, $played] = [$this->left->asked, $this->left->played];
        foreach ($this->differing as $a) {
            foreach ($this->differing as $b) {
                if (isset($asked[$a], $played[$b]) && !isset($played[$a]) && $this->fits($a, $b)) {
                    yield new WrongRow($a, $asked[$a][0]->instrument, $b, $played[$b][0]->instrument);
                }
                if (
                    strcmp($a, $b) < 0
                    && isset($asked[$a], $played[$a], $asked[$b], $played[$b])
                    && $this->fits($a, $b)
                    && $this->fits($b, $a)
                ) {
                    yield new SwappedRows($a, $asked[$a][0]->instrument, $b, $asked[$b][0]->instrument);
                }
            }
        }
        foreach ($this->differing as $row) {
            if (!isset($played[$row]) && \count($asked[$row]) >= self::LEAST_STROKES) {
                yield new OneSidedRow($row, $asked[$row][0]->instrument, true);
            } elseif (!isset($asked[$row]) && \count($played[$row]) >= self::LEAST_STROKES) {
                yield new OneSidedRow($row, $played[$row][0]->instrument, false);
            }
        }
    }

    /** @return iterable<int, Cause> a row, or one bar of it, earlier or later */
    private function withinRows(): iterable
    {
        foreach ($this->differing as $row) {
            if (!isset($this->left->asked[$row], $this->left->played[$row])) {
                continue;
            }
            $instrument = $this->left->asked[$row][0]->instrument;
            foreach (self::commonest($this->distances($row, $row)) as $distance) {
                yield Shifted::row($row, $instrument, $distance);
            }
            if ($this->left->askedBars < 2) {
                continue;
            }
            foreach ($this->barVotes($row) as $bar => $distances) {
                foreach (\array_slice(self::commonest($distances), 0, 2) as $distance) {
                    if ($distances[$distance] >= self::LEAST_STROKES) {
                        yield Shifted::row($row, $instrument, $distance, $bar);
                    }
                }
            }
        }
    }

    /** Whether what was played in one row fits what is asked in another, where it stands or all of it earlier or later. */
    private function fits(string $asked, string $played): bool
    {
        [$there, $here] = [\count($this->left->asked[$asked]), \count($this->left->played[$played])];
        if (min($there, $here) < self::LEAST_STROKES || abs($there - $here) > max(2, 0.4 * $there)) {
            return false;
        }
        $votes = $this->distances($asked, $played, -1);

        return [] !== $votes && max($votes) >= self::LIKE * min($there, $here);
    }

    /**
     * @param int|null $nearest distances up to it are left out; null for the grace
     *
     * @return array<int, int> distance up to a bar => how many pairs of strokes have it
     */
    private function distances(string $asked, string $played, ?int $nearest = null): array
    {
        $nearest ??= $this->left->tolerance->grace;
        $reach = $this->left->barTicks;
        $ticks = array_map(static fn (Played $one): int => $one->tick, $this->left->played[$played]);
        $count = \count($ticks);
        $first = 0;
        $votes = [];
        foreach ($this->left->asked[$asked] as $stroke) {
            $tick = $stroke->tick();
            while ($first < $count && $ticks[$first] < $tick - $reach) {
                ++$first;
            }
            for ($i = $first; $i < $count && $ticks[$i] <= $tick + $reach; ++$i) {
                $distance = $ticks[$i] - $tick;
                if (abs($distance) > $nearest) {
                    $votes[$distance] = ($votes[$distance] ?? 0) + 1;
                }
            }
        }

        return $votes;
    }

    /**
     * Distances within a row by the bar in which the target's stroke lies, only of bars in which something differs.
     *
     * @return array<int, array<int, int>>
     */
    private function barVotes(string $row): array
    {
        $played = [];
        foreach ($this->left->played[$row] as $one) {
            $played[$this->left->bar($one->tick)][] = $one->tick;
        }
        $asked = [];
        foreach ($this->left->asked[$row] as $stroke) {
            $asked[$this->left->bar($stroke->tick())][] = $stroke->tick();
        }
        $votes = [];
        foreach ($asked as $bar => $ticks) {
            $here = $played[$bar] ?? [];
            if ($here === $ticks) {
                continue;
            }
            foreach ($ticks as $tick) {
                foreach ([...$played[$bar - 1] ?? [], ...$here, ...$played[$bar + 1] ?? []] as $other) {
                    $distance = $other - $tick;
                    if (abs($distance) > $this->left->tolerance->grace && abs($distance) <= $this->left->barTicks) {
                        $votes[$bar][$distance] = ($votes[$bar][$distance] ?? 0) + 1;
                    }
                }
            }
        }

        return $votes;
    }

    /**
     * @param array<int, int> $votes
     *
     * @return list<int> the commonest distances, the shorter first among equals, then the later
     */
    private static function commonest(array $votes): array
    {
        uksort($votes, static fn (int $a, int $b): int => $votes[$b] <=> $votes[$a] ?: abs($a) <=> abs($b) ?: $b <=> $a);

        return \array_slice(array_keys($votes), 0, self::MOST_DISTANCES);
    }

    /**
     * What stands in each bar, as text: the same text is the same bar.
     *
     * @template T of Stroke|Played
     *
     * @param array<string, list<T>> $rows
     * @param \Closure(T): int       $tick
     *
     * @return array<int, string>
     */
    private function byBar(array $rows, \Closure $tick): array
    {
        ksort($rows);
        $bars = [];
        foreach ($rows as $row => $strokes) {
            foreach ($strokes as $stroke) {
                $bar = $this->left->bar($tick($stroke));
                $bars[$bar] = ($bars[$bar] ?? '').$row.':'.($tick($stroke) - ($bar - 1) * $this->left->barTicks).' ';
            }
        }

        return $bars;
    }

    /**
     * @param array<array-key, int> $a keys are what stands in a bar
     * @param array<array-key, int> $b
     *
     * @return float 0–1: how much of the longer of two bars stands in both
     */
    private static function likeness(array $a, array $b): float
    {
        return \count(array_intersect_key($a, $b)) / max(1, \count($a), \count($b));
    }
}
