<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Everything;
use Pulsanda\Core\Compare\Explain\Cause\OneSidedRow;
use Pulsanda\Core\Compare\Explain\Cause\RowCause;
use Pulsanda\Core\Compare\Explain\Cause\RowRotated;
use Pulsanda\Core\Compare\Explain\Cause\RowShifted;
use Pulsanda\Core\Compare\Explain\Cause\Subdivided;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Pattern\Stroke;

/** Finds the best list for each row by itself, and remembers it by what stands in the row. */
final class RowSearch
{
    /** A wider cause is about several strokes; one alone is better said by itself. */
    public const LEAST_STROKES = 2;
    /** How many of the commonest distances are tried. */
    private const MOST_DISTANCES = 5;
    /** And in bars that are not correct. */
    private const MOST_OF_BARS = 2;
    /** Causes of one row that are put together, in different bars. */
    private const MOST_CAUSES = 2;
    /** Strokes that are asked of a row which is said to run in another subdivision. */
    private const LEAST_OF_A_RUN = 4;
    /** And how many causes of one row, those first that match most. */
    private const MOST_TRIED = 6;

    /** @var array<string, RowAccount> */
    private array $known = [];

    public function account(Remainder $of, string $row): RowAccount
    {
        [$asked, $played] = [$of->asked[$row] ?? [], $of->played[$row] ?? []];

        return $this->known[$of->rowKey($row)] ??= $this->best($of, $row, $asked, $played, self::MOST_CAUSES);
    }

    /** What is said of a row stroke by stroke. */
    public function singles(Remainder $of, string $row): RowAccount
    {
        return $this->plain($of, $row, $of->asked[$row] ?? [], $of->played[$row] ?? [])[0];
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     * @param int          $most   causes that are put together
     */
    private function best(Remainder $of, string $row, array $asked, array $played, int $most): RowAccount
    {
        [$best, $right] = $this->plain($of, $row, $asked, $played);
        $singles = $best;
        if (0 === $most || [] === $asked || [] === $played || $best->count() < 1 || $best->singles() < self::LEAST_STROKES) {
            return $best;
        }
        // One statement is bettered only by a cause that leaves none; where strokes are missing or too many, no move does.
        $optional = \count(array_filter($asked, static fn (Stroke $one): bool => $one->optional));
        $moves = $best->count() > 1 || 0 !== $optional || \count($asked) === \count($played) || $of->leavesOut();
        $candidates = $this->candidates($of, $row, $asked, $played, $moves);
        usort($candidates, static fn (array $a, array $b): int => $a[0] <=> $b[0]);
        foreach (\array_slice($candidates, 0, self::MOST_TRIED) as [$misfit, $cause, $nowAsked, $nowPlayed]) {
            // Better than what fits is only what fits too.
            if (1 === $best->count() && $best->singles() < self::LEAST_STROKES && (0 === $best->louder || $misfit > 0)) {
                break;
            }
            $alone = max(0, $misfit - $optional);
            if ([0 === $alone ? 1 : 2, intdiv($alone + 1, 2)] > \array_slice($best->score(), 0, 2)) {
                break;
            }
            if (null === $nowAsked || null === $nowPlayed) {
                [$nowAsked, $nowPlayed] = $cause->within($asked, $played, $of);
            }
            $moved = self::moved($played, $nowPlayed);
            [$plain, $nowRight, $askedFor] = $this->plain($of, $row, $nowAsked, $nowPlayed);
            // What is said of every hit in a bar is not true where one of them stands elsewhere.
            $still = array_filter(
                array_diff_key($askedFor, $moved),
                static fn (Stroke $one): bool => \in_array($of->bar($one->written), $cause->bars(), true),
            );
            if ([] !== $still || !self::isTrue($cause, $plain, $moved, $nowRight, self::elsewhere($of, $plain, $played))) {
                continue;
            }
            $found = $plain;
            // In other bars, something else may have happened.
            if ([] !== $cause->bars() && $plain->count() > 1 && $best->count() > 2 && $most > 1) {
                $other = $this->best($of, $row, $nowAsked, $nowPlayed, $most - 1);
                $found = self::areApart($cause, $other) ? $other : $plain;
            }
            $found = $found->after($cause, \count(array_intersect_key($moved, $right)));
            $best = $found->score() < $best->score() ? $found : $best;
        }
        // Where all of a row is said to have moved, nothing in it can be one of another row that stands where it belongs.
        $isShort = $best !== $singles && [] !== $singles->extra && $singles->count() <= $best->count();

        return $isShort ? $best->orElse($singles) : $best;
    }

    /**
     * @param array<int, true> $moved     object ids of the strokes that the cause moved
     * @param array<int, true> $right     and of those that are matched then
     * @param int              $elsewhere strokes left out in bars in which nothing was played: they may stand on another drum
     */
    private static function isTrue(RowCause $cause, RowAccount $left, array $moved, array $right, int $elsewhere): bool
    {
        if (!$cause->repairs()) {
            return \count($left->missing) === $elsewhere && \count($right) > $left->singles() - $elsewhere;
        }
        $matched = \count(array_intersect_key($moved, $right));

        return $matched >= self::LEAST_STROKES && 2 * $matched > \count($moved);
    }

    /** @param list<Played> $played */
    private static function elsewhere(Remainder $of, RowAccount $left, array $played): int
    {
        $bars = array_map(static fn (Played $one): int => $of->bar($one->written), $played);

        return \count(array_filter($left->missing, static fn (int $tick): bool => !\in_array($of->bar($tick), $bars, true)));
    }

    /** Whether a second cause leads no stroke back, or further: then one of the two alone would be true. */
    private static function areApart(RowCause $cause, RowAccount $found): bool
    {
        foreach ($found->causes as $other) {
            if ([] === $other->bars() || [] !== array_intersect($cause->bars(), $other->bars())) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     * @param bool         $moves  whether those that only move strokes are looked for
     *
     * @return list<array{int, RowCause, list<Stroke>|null, list<Played>|null}> those that match more, with the strokes that then have no
     *                                                                          other, and the row without the cause where it is known
     */
    private function candidates(Remainder $of, string $row, array $asked, array $played, bool $moves): array
    {
        $grace = $of->tolerance->grace;
        $now = Fit::misfit(Fit::ticks($asked), Fit::ticks($played), $grace);
        [$found, $causes] = $moves ? $this->moves($of, $row, $asked, $played, $now) : [[], []];
        $run = \count($asked) >= self::LEAST_OF_A_RUN ? Subdivided::of($row, $asked, $played, $of) : null;
        $causes = [...$causes, ...null === $run ? [] : [$run]];
        foreach ($causes as $cause) {
            [$nowAsked, $nowPlayed] = $cause->within($asked, $played, $of);
            $misfit = Fit::misfit(Fit::ticks($nowAsked), Fit::ticks($nowPlayed), $grace);
            if ($misfit < $now) {
                $found[] = [$misfit, $cause, $nowAsked, $nowPlayed];
            }
        }

        return $found;
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     * @param int          $now    strokes that have no other so far
     *
     * @return array{list<array{int, RowCause, null, null}>, list<RowCause>} those that match more, and others that may
     */
    private function moves(Remainder $of, string $row, array $asked, array $played, int $now): array
    {
        $instrument = $asked[0]->instrument;
        $grace = $of->tolerance->grace;
        [$there, $here] = [Fit::ticks($asked), Fit::ticks($played)];
        [$askedAlone, $playedAlone] = self::withoutRight($there, $here, $grace);
        $distances = Grid::commonest(Grid::votes($there, $here, $of->barTicks, $grace), self::MOST_DISTANCES);
        if (\count($askedAlone) < \count($there)) {
            $first = Grid::commonest(Grid::votes($askedAlone, $playedAlone, $of->barTicks, $grace), self::MOST_DISTANCES);
            $distances = array_unique([...$first, ...$distances]);
        }
        $inBars = self::inBars($of, $asked, $played);
        [$askedUnlike, $playedUnlike] = self::inUnlikeBars($of, $inBars);
        if ([] !== $askedUnlike && \count($askedUnlike) < \count($there)) {
            $unlike = Grid::votes($askedUnlike, $playedUnlike, $of->barTicks, $grace);
            $distances = array_unique([...$distances, ...Grid::commonest($unlike, self::MOST_OF_BARS)]);
        }
        $found = $causes = [];
        $shifts = [];
        foreach ($distances as $by) {
            $misfit = Fit::misfit($there, $here, $grace, $by);
            if ($misfit < $now) {
                $shifts[] = [$misfit, Fit::rest($there, $here, $grace, $by), $by];
            }
        }
        // Of those that match as much, the one that lies nearest: the others would leave it a touch early or late.
        usort($shifts, static fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);
        foreach ($shifts as [$misfit, , $by]) {
            $found[] = [$misfit, new RowShifted($row, $instrument, $by), null, null];
        }
        foreach ($of->askedBars < 2 ? [] : $distances as $by) {
            // A bar of a row that stands in another bar is exchanged, or too many.
            $bars = 0 === $by % $of->barTicks ? [] : self::barsBetter($of, $inBars, $played, $by);
            if ([] !== $bars && \count($bars) < $of->askedBars) {
                $causes[] = new RowShifted($row, $instrument, $by, $bars);
            }
        }
        // What begins before the loop goes round none.
        // A loop that is longer or shorter than the target is another one: going round it explains nothing.
        $inside = $of->askedBars === $of->playedBars && $here[0] >= -$grace && $here[\count($here) - 1] < $of->loop();
        // What went round before bars were left out may come from those.
        $everywhere = $of->leavesOut() ? Fit::ticks($of->askedOutsideToo($row, $asked)) : $there;
        $votes = $inside ? Grid::votesRound($everywhere, $here, $of->loop(), $grace) : [];
        foreach (Grid::commonest($votes, self::MOST_DISTANCES) as $by) {
            if (0 === $by % $of->barTicks) {
                continue; // its bars are exchanged
            }
            if ($of->leavesOut()) {
                $causes[] = new RowRotated($row, $instrument, $by);
                continue;
            }
            $round = array_map(static fn (int $tick): int => Everything::round($tick - $by + $grace, $of->loop()) - $grace, $here);
            sort($round);
            $misfit = Fit::misfit($there, $round, $grace);
            if ($misfit < $now) {
                $found[] = [$misfit, new RowRotated($row, $instrument, $by), null, null];
            }
        }

        return [$found, $causes];
    }

    /**
     * @param list<int> $asked  ticks
     * @param list<int> $played
     *
     * @return array{list<int>, list<int>} those that have no other where they stand
     */
    private static function withoutRight(array $asked, array $played, int $grace): array
    {
        [$i, $j, $there, $here] = [0, 0, [], []];
        while (isset($asked[$i], $played[$j])) {
            $by = $played[$j] - $asked[$i];
            if (abs($by) <= $grace) {
                ++$i;
                ++$j;
            } elseif ($by > 0) {
                $there[] = $asked[$i++];
            } else {
                $here[] = $played[$j++];
            }
        }

        return [[...$there, ...\array_slice($asked, $i)], [...$here, ...\array_slice($played, $j)]];
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     *
     * @return array<int, array{list<int>, list<int>}> bar => ticks of the target and of what is played, in the order of the bars
     */
    private static function inBars(Remainder $of, array $asked, array $played): array
    {
        $bars = [];
        foreach ([$asked, $played] as $side => $strokes) {
            foreach ($strokes as $one) {
                $bars[$of->bar($one->written)] ??= [[], []];
                $bars[$of->bar($one->written)][$side][] = $one->tick;
            }
        }
        ksort($bars);

        return $bars;
    }

    /**
     * @param array<int, array{list<int>, list<int>}> $inBars
     *
     * @return array{list<int>, list<int>} ticks of those that stand in bars which are not correct
     */
    private static function inUnlikeBars(Remainder $of, array $inBars): array
    {
        $there = $here = [];
        foreach ($inBars as [$a, $b]) {
            if (Fit::misfit($a, $b, $of->tolerance->grace) > 0) {
                array_push($there, ...$a);
                array_push($here, ...$b);
            }
        }

        return [$there, $here];
    }

    /**
     * @param array<int, array{list<int>, list<int>}> $inBars
     * @param list<Played>                            $played
     *
     * @return list<int> bars that fit better when what was played is put so much earlier
     */
    private static function barsBetter(Remainder $of, array $inBars, array $played, int $by): array
    {
        $there = [];
        foreach ($played as $one) {
            $there[$of->bar($one->written - $by)][] = $one->tick - $by;
        }
        $bars = [];
        $grace = $of->tolerance->grace;
        foreach ($inBars as $bar => [$asked, $here]) {
            if ([] !== $asked && Fit::misfit($asked, $there[$bar] ?? [], $grace) < Fit::misfit($asked, $here, $grace)) {
                $bars[] = $bar;
            }
        }

        return $bars;
    }

    /**
     * What is said stroke by stroke, or that all of the row is left out or added.
     *
     * @param list<Stroke> $asked
     * @param list<Played> $played
     *
     * @return array{RowAccount, array<int, true>, array<int, Stroke>} with the object ids of the strokes that are matched, and what each
     *                                                                 that is paired is asked for
     */
    private function plain(Remainder $of, string $row, array $asked, array $played): array
    {
        $sure = array_filter($asked, static fn (Stroke $one): bool => !$one->optional);
        if ([] === $asked || [] === $played) {
            $ticks = array_map(static fn (Stroke|Played $one): int => $one->tick, [] === $asked ? $played : array_values($sure));
            $first = $asked[0] ?? $played[0] ?? null;
            $account = match (true) {
                null === $first || [] === $ticks => new RowAccount(),
                str_ends_with($row, Remainder::ASIDE) => new RowAccount([], [Status::Extra->value => \count($ticks)]),
                \count($ticks) >= self::LEAST_STROKES => new RowAccount([new OneSidedRow($row, $first->instrument, [] === $played)]),
                default => new RowAccount([], [([] === $played ? Status::Missing : Status::Extra)->value => 1]),
            };

            [$missing, $extra] = [] === $asked ? [[], $ticks] : [$ticks, []];
            $kind = ([] === $asked ? Status::Extra : Status::Missing)->value;
            // What belongs to several other drums is no row that is left out or added.
            $instead = [] === $account->causes ? [] : [new RowAccount([], [$kind => \count($ticks)], $missing, $extra)];

            return [new RowAccount($account->causes, $account->kinds, $missing, $extra, 0, $instead), [], []];
        }
        $strokes = array_map(static fn (Played $one): Stroke => $one->asStroke(), $played);
        $from = [];
        foreach ($strokes as $i => $stroke) {
            $from[spl_object_id($stroke)] = spl_object_id($played[$i]->stroke);
        }
        $pairs = Remainder::fits($asked, $played, $of->tolerance->grace)
            ? array_map(static fn (Stroke $stroke, Stroke $own): Pair => new Pair(Status::Match, $stroke, $own), $asked, $strokes)
            : Pairing::ofRow($asked, $strokes, $of->tolerance)->pairs;
        $right = $askedFor = [];
        foreach ($pairs as $pair) {
            if (null !== $pair->submission && null !== $pair->target) {
                $id = $from[spl_object_id($pair->submission)];
                $askedFor[$id] = $pair->target;
                Status::Match === $pair->status && $right[$id] = true;
            }
        }

        return [Differences::account($pairs, $of->tolerance->grace), $right, $askedFor];
    }

    /**
     * @param list<Played> $before
     * @param list<Played> $after
     *
     * @return array<int, true> object ids of the strokes that stand elsewhere
     */
    private static function moved(array $before, array $after): array
    {
        $was = [];
        foreach ($before as $one) {
            $was[spl_object_id($one->stroke)] = $one->written;
        }
        $moved = [];
        foreach ($after as $one) {
            if ($was[spl_object_id($one->stroke)] !== $one->written) {
                $moved[spl_object_id($one->stroke)] = true;
            }
        }

        return $moved;
    }
}
