<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Cause\Everything;
use Pulsanda\Core\Compare\Explain\Cause\NoVariation;
use Pulsanda\Core\Compare\Explain\Cause\SwappedBars;
use Pulsanda\Core\Compare\Explain\Cause\WrongBars;
use Pulsanda\Core\Pattern\Stroke;

/** What may have happened to everything or to bars, to judge by what is left. Whether it is true is decided by undoing it. */
final readonly class Proposals
{
    private const LEAST_FOR_PACE = 3;
    private const MOST_DISTANCES = 3;
    /** Of so few bars any two are tried, since other causes may hide that they are exchanged. */
    private const FEW_BARS = 4;
    /** The share of a row that fits at a distance, for that to count by itself, and how much it then counts. */
    private const MOST_FITS = 0.8;
    private const WEIGHT = 2;
    /** Bars are the same when no more than one of so many strokes differs. */
    private const ALIKE = 4;
    /** And of those at which most of a row fits. */
    private const MOST_OF_A_ROW = 2;
    /** How many bars are tried as the one that is repeated. */
    private const MOST_REPEATED = 8;

    /**
     * @param bool $shifts whether anything but what goes round the loop is proposed
     *
     * @return iterable<int, Cause> everything moved
     */
    public static function ofMoves(Remainder $left, bool $shifts): iterable
    {
        $common = array_keys(array_intersect_key($left->asked, $left->played));
        $grace = $left->tolerance->grace;
        $votes = $round = $ofRows = $ofRowsRound = [];
        foreach ($common as $row) {
            $asked = array_map(static fn (Stroke $one): int => $one->tick, $left->asked[$row]);
            $played = array_map(static fn (Played $one): int => $one->tick, $left->played[$row]);
            // Every row has the same weight: a dense one fits at many distances.
            $share = static fn (int $count): int => intdiv(1000 * $count, \count($asked));
            $straight = $shifts ? Grid::votes($asked, $played, $left->barTicks, $grace) : [];
            foreach ($straight as $by => $count) {
                $votes[$by] = ($votes[$by] ?? 0) + $share($count);
            }
            $loop = Grid::votesRound($asked, $played, $left->loop(), $grace);
            foreach ($loop as $by => $count) {
                $round[$by] = ($round[$by] ?? 0) + $share($count);
            }
            // Rows that stand on other instruments vote for anything: where most of one row fits counts by itself.
            $most = self::MOST_FITS * max(\count($asked), \count($played));
            foreach (Grid::commonest($straight, 1) as $by) {
                $ofRows[$by] = ($ofRows[$by] ?? 0) + ($straight[$by] >= $most ? self::WEIGHT : 0);
            }
            foreach (Grid::commonest($loop, 1) as $by) {
                $ofRowsRound[$by] = ($ofRowsRound[$by] ?? 0) + ($loop[$by] >= $most ? self::WEIGHT : 0);
            }
        }
        $shifted = [...Grid::commonest($votes, self::MOST_DISTANCES), ...Grid::commonest($ofRows, self::MOST_OF_A_ROW)];
        foreach (array_unique($shifted) as $by) {
            yield Everything::shifted($by);
        }
        $rotated = [...Grid::commonest($round, self::MOST_DISTANCES), ...Grid::commonest($ofRowsRound, self::MOST_OF_A_ROW)];
        foreach (array_unique($rotated) as $by) {
            // Two bars that go round by one are exchanged.
            if (0 !== $by % $left->barTicks) {
                yield Everything::rotated($by);
            }
        }
    }

    /** @return iterable<int, Cause> everything at another pace */
    public static function ofPace(Remainder $left): iterable
    {
        // It takes a few strokes to tell another pace from another rhythm, and hardly a row stays in place but at the very beginning.
        $rows = \count(array_filter(
            $left->asked + $left->played,
            static fn (array $row): bool => \count($row) > 1 || $row[0]->written > 0,
        ));
        if (2 * \count($left->differing()) >= $rows && array_sum(array_map(count(...), $left->played)) >= self::LEAST_FOR_PACE) {
            yield Everything::scaled(true);
            yield Everything::scaled(false);
        }
    }

    /** @return iterable<int, Cause> bars left out, added, or repeated */
    public static function ofBars(Remainder $left): iterable
    {
        $bars = $left->likeness();
        yield from self::wrongBars($left, $bars);
        yield from self::repeated($left, $bars);
    }

    /** @return iterable<int, Cause> two bars exchanged */
    public static function ofExchanges(Remainder $left): iterable
    {
        $bars = $left->likeness();
        $both = min($left->askedBars, $left->playedBars);
        $different = array_filter(range(1, max(1, $both)), static fn (int $bar): bool => $bars->misfit($bar, $bar) > 0);
        foreach ($different as $a) {
            foreach ($different as $b) {
                [$crossed, $straight] = [$bars->misfit($a, $b) + $bars->misfit($b, $a), $bars->misfit($a, $a) + $bars->misfit($b, $b)];
                if ($a < $b && ($crossed < $straight || (\count($different) <= self::FEW_BARS && $bars->betweenAsked($a, $b) > 0))) {
                    yield new SwappedBars($a, $b);
                }
            }
        }
    }

    /** @return iterable<int, Cause> */
    private static function wrongBars(Remainder $left, Likeness $bars): iterable
    {
        $range = static fn (int $to): array => $to < 1 ? [] : range(1, $to);
        $empty = array_values(array_filter(
            $range([] === $left->played ? $left->askedBars : min($left->askedBars, $left->playedBars)),
            static fn (int $bar): bool => $bars->isAsked($bar) && !$bars->isPlayed($bar),
        ));
        if ([] !== $empty) {
            yield new WrongBars($empty, true, false);
        }
        $full = array_values(array_filter(
            $range($left->playedBars),
            static fn (int $bar): bool => !$bars->isAsked($bar) && $bars->isPlayed($bar),
        ));
        if ([] !== $full) {
            yield new WrongBars($full, false, false);
        }
        $last = $left->playedBars;
        while ($last > 0 && !$bars->isPlayed($last)) {
            --$last;
        }
        foreach (array_unique([$left->playedBars, $last]) as $played) {
            // The last bars, when they are only empty, are said to be empty.
            if ($played > 0 && $played < $left->askedBars) {
                foreach (self::leftOut($left->askedBars, $played, $bars->distance(...)) as $out) {
                    if ($played === $left->playedBars || $out[0] <= $played) {
                        yield new WrongBars($out, true, true);
                    }
                }
            }
        }
        if ($left->playedBars > $left->askedBars) {
            $longer = static fn (int $a, int $b): int => $bars->distance($b, $a);
            foreach (self::leftOut($left->playedBars, $left->askedBars, $longer) as $out) {
                yield new WrongBars($out, false, true);
            }
        }
    }

    /**
     * Which bars of the longer side are left out on the shorter, so that the others fit best in their order; the later among equals, so
     * that what stands in its place stays there.
     *
     * @param \Closure(int, int): int $misfit of a bar of the longer side and one of the shorter
     *
     * @return non-empty-list<non-empty-list<int>> the best, the last ones, and of few bars any other one: what is on other instruments or
     *                                             exchanged besides may hide it
     */
    private static function leftOut(int $longer, int $shorter, \Closure $misfit): array
    {
        $gap = $longer - $shorter;
        // [cost, bars left out] when $j bars of the shorter side are laid on the first bars of the longer, with $skipped left out.
        $best = [0 => [0, []]];
        for ($bar = 1; $bar <= $longer; ++$bar) {
            $next = [];
            foreach ($best as $skipped => [$cost, $out]) {
                $on = $bar - $skipped;
                if ($on <= $shorter) {
                    $laid = $cost + $misfit($bar, $on);
                    if (!isset($next[$skipped]) || $laid < $next[$skipped][0]) {
                        $next[$skipped] = [$laid, $out];
                    }
                }
                if ($skipped < $gap && (!isset($next[$skipped + 1]) || $cost <= $next[$skipped + 1][0])) {
                    $next[$skipped + 1] = [$cost, [...$out, $bar]];
                }
            }
            $best = $next;
        }
        [, $out] = $best[$gap] ?? [0, []];

        $out = [] === $out ? [$longer] : $out;
        $others = 1 === $gap && $longer <= self::FEW_BARS + 1 ? array_diff(range(1, $longer), $out) : [];

        $last = range($shorter + 1, $longer);

        $last = $gap > 1 && $last !== $out ? [$last] : [];

        return [$out, ...$last, ...array_map(static fn (int $bar): array => [$bar], array_values($others))];
    }

    /** @return iterable<int, Cause> where bars of the target differ, and those of the submission repeat one of them */
    private static function repeated(Remainder $left, Likeness $bars): iterable
    {
        $found = [];
        $both = min($left->askedBars, $left->playedBars);
        for ($bar = 1; $bar <= $both; ++$bar) {
            // What is repeated is a bar that is asked for, and not one that is left out besides.
            if (!$bars->isAsked($bar)) {
                continue;
            }
            // Two readings: the bars that fit better then, and all that are the same, since other causes may hide what fits.
            $better = $same = [];
            $gained = 0;
            // An empty bar may have been the first of those that are the same.
            $like = $bars->isPlayed($bar) ? $bar : null;
            for ($other = 1; $other <= $both; ++$other) {
                if (
                    $other === $bar || 0 === $bars->betweenAsked($bar, $other)
                    || self::ALIKE * $bars->betweenPlayed($like ?? $other, $other) > $bars->size($other)
                ) {
                    continue;
                }
                $gain = $bars->misfit($other, $other) - $bars->misfit($bar, $other);
                $same[] = $other;
                if ($gain > 0) {
                    $better[] = $other;
                    $like ??= $other;
                    $gained += $gain;
                }
            }
            foreach ($better === $same ? [$same] : [$better, $same] as $instead) {
                if ([] !== $instead) {
                    $found[] = [$gained, new NoVariation($bar, $instead)];
                }
            }
        }
        usort($found, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
        foreach (\array_slice($found, 0, self::MOST_REPEATED) as [, $cause]) {
            yield $cause;
        }
    }
}
