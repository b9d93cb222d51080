<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Cause\SwappedBars;
use Pulsanda\Core\Compare\Explain\Cause\WrongBars;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\StatementKind;

/**
 * Looks for the causes with which the fewest statements account for every difference. Causes that concern everything or bars are few, so
 * small sets of them are tried, those first that leave the fewest strokes alone; given these, rows are found to stand on other instruments
 * or not; given this, each row is by itself.
 *
 * @phpstan-type State array{left: Remainder, causes: list<Cause>, timed: bool, bars: int, alone: int, gain: int}
 */
final class Explanation
{
    /** Causes of bars that are put together. */
    private const MOST_BARS = 2;
    /** How many sets are followed, and how many are looked at to the end. */
    private const WIDTH = 5;
    private const WIDE = 10;
    private const MOST_TRIED = 8;
    private const FEW_ROWS = 3;
    /** As many strokes must another cause match to be looked at before. */
    private const CAUSE = 3;
    /** Statements that are much to say, and the part of the strokes that a wide cause then leaves alone at most. */
    private const MUCH = 10;
    private const LESS = 0.8;
    private const MANY_ROWS = 8;
    private const HOPELESS = 0.4;
    /**
     * Strokes of both sides, of rows that differ, from which only the nearest causes are tried. Twelve rows on every sixteenth of eight
     * bars have fewer.
     */
    private const LARGE = 3200;
    /** And how many strokes of those about everything or bars are looked at, all together. */
    private const LOOKED_AT = 10_000;

    private RowSearch $rows;
    private Alone $alone;
    private Explained $best;
    /** How many statements are looked for beside the best. */
    private int $room = 0;
    /** @var list<Explained> that have room */
    private array $others = [];
    /** @var array<int, true> object ids of the strokes that stand where they are asked */
    private array $right = [];

    /** @param list<Pair> $pairs */
    private function __construct(private readonly Remainder $start, array $pairs)
    {
        $this->rows = new RowSearch();
        $this->alone = new Alone();
        $this->best = $this->isHopeless() || $this->isLarge()
            ? Exchanges::none($start, $this->rows) : Exchanges::best($start, $this->rows);
        foreach ($pairs as $pair) {
            if (Status::Match === $pair->status && null !== $pair->submission) {
                $this->right[spl_object_id($pair->submission)] = true;
            }
        }
    }

    /** @param list<Pair> $pairs of target and submission as they are */
    public static function of(Remainder $start, array $pairs): self
    {
        $search = new self($start, $pairs);
        $search->isLarge() && [] !== $start->played ? $search->searchNear() : $search->search();

        return $search;
    }

    public function best(): Explained
    {
        return $this->best;
    }

    /** @return list<Explained> other ways to account for every difference that take at most so many statements, the better ones first */
    public function others(int $most): array
    {
        if ($this->best->count() >= self::MUCH || $this->isLarge()) {
            return []; // one less would not make it shorter to read
        }
        $this->room = $most;
        $this->search();
        $others = array_filter($this->others, fn (Explained $one): bool => $one !== $this->best);
        usort($others, static fn (Explained $a, Explained $b): int => $a->score() <=> $b->score());

        return $others;
    }

    private function isLarge(): bool
    {
        return $this->differing() > self::LARGE;
    }

    /** @return int strokes of rows that differ */
    private function differing(): int
    {
        $strokes = 0;
        foreach ($this->start->differing() as $row) {
            $strokes += \count($this->start->asked[$row] ?? []) + \count($this->start->played[$row] ?? []);
        }

        return $strokes;
    }

    /** Of a large beat, one cause about everything or about bars is tried, and no exchange of rows. */
    private function searchNear(): void
    {
        $room = self::LOOKED_AT;
        $now = ['left' => $this->start, 'causes' => [], 'timed' => false, 'bars' => 0, 'alone' => 0, 'gain' => 0];
        foreach ($this->proposals($now) as $cause) {
            $left = $cause->undone($this->start);
            $disturbed = array_intersect_key(Truth::touched($this->start, $left), $this->right);
            $found = Exchanges::none($left, $this->rows)->under([$cause], \count($disturbed));
            if ($found->score() < $this->best->score() && $this->isTrue($found)) {
                $this->best = $found;
            }
            $room -= $this->differing();
            if ($room < 0) {
                return;
            }
        }
    }

    /** Whether most of many rows fits nowhere, so that no wide cause is looked for among rows: a list would be noise. */
    private function isHopeless(): bool
    {
        return \count($this->start->differing()) >= self::MANY_ROWS
            && $this->alone->in($this->start) > self::HOPELESS * $this->differing();
    }

    private function isTrue(Explained $found): bool
    {
        return $found->isConsistent() && Truth::of($this->start, $found);
    }

    /** @return int statements of the longest list that is looked for */
    private function most(): int
    {
        return max($this->room, $this->best->count());
    }

    private function search(): void
    {
        if ([] === $this->start->played) {
            // Nothing was played: that is one thing to say.
            foreach (Proposals::ofBars($this->start) as $cause) {
                $this->best = new Explained([$cause], [], [], $cause->undone($this->start));

                return;
            }
        }
        $alone = $this->alone->in($this->start);
        $states = $front = [['left' => $this->start, 'causes' => [], 'timed' => false, 'bars' => 0, 'alone' => $alone, 'gain' => 0]];
        // Bars that are left out or added hide what a move would match: more has to be followed.
        $width = $this->start->askedBars === $this->start->playedBars ? self::WIDTH : self::WIDE;
        for ($depth = 1; $depth <= 1 + self::MOST_BARS && $depth < $this->most(); ++$depth) {
            $front = $this->fewestAlone(array_merge([], ...array_map($this->next(...), $front)), $width);
            array_push($states, ...$front);
        }
        // Where there is much to say, a wide cause leaves much less.
        $most = $this->best->count() < self::MUCH ? \PHP_INT_MAX : self::LESS * $alone;
        $better = array_filter($states, static fn (array $state): bool => $state['gain'] > 0);
        foreach ($this->fewestAlone(array_values($better), self::MOST_TRIED) as $state) {
            if ($state['alone'] > $most) {
                continue;
            }
            // A statement can put two rows right at most.
            if (\count($state['causes']) + intdiv(\count($state['left']->differing()) + 1, 2) > $this->most()) {
                continue;
            }
            $found = Exchanges::best($state['left'], $this->rows);
            $disturbed = array_intersect_key(Truth::touched($this->start, $state['left']), $this->right);
            $found = $found->under($state['causes'], \count($disturbed));
            $isBetter = $found->score() < $this->best->score();
            if (($isBetter || $found->count() <= $this->room) && $this->isTrue($found)) {
                $this->best = $isBetter ? $found : $this->best;
                $this->others[] = $found;
            }
        }
    }

    /**
     * @param State $state
     *
     * @return list<State> with one cause more
     */
    private function next(array $state): array
    {
        $next = [];
        $depth = 1 + \count($state['causes']);
        foreach ($this->proposals($state) as $cause) {
            if ($cause instanceof WrongBars && $cause->repairs() && !self::isPlain($state)) {
                continue;
            }
            // A beat that is whole bars late has its bars elsewhere: one of the two is said.
            if ([] !== $state['causes'] && 0 === ($cause->ticks() ?? 1) % $state['left']->barTicks) {
                continue;
            }
            $isFirst = $this->isFirst($state['causes'], $cause);
            $causes = $isFirst ? [$cause, ...$state['causes']] : [...$state['causes'], $cause];
            $left = $isFirst ? $this->undone($causes) : $cause->undone($state['left']);
            // A statement can put two rows right at most; another cause may come yet.
            if ($depth + 1 >= $this->most() && $depth + intdiv(\count($left->differing()) + 1, 2) > $this->most()) {
                continue;
            }
            $alone = $this->alone->in($left);
            $time = 'whole' === $cause->scope();
            $next[] = [
                'left' => $left,
                'causes' => $causes,
                'timed' => $state['timed'] || $time,
                'bars' => $state['bars'] + ($time ? 0 : 1),
                'alone' => $alone,
                // What stands alone is told roughly: rows that are right then tell it better.
                'gain' => max($state['alone'] - $alone, \count($state['left']->differing()) - \count($left->differing())),
            ];
        }

        return $next;
    }

    /**
     * That all is late is undone before anything of bars, though it was found after: what stands behind a bar line may belong before it.
     * But nothing is moved to before the beginning.
     *
     * @param list<Cause> $before
     */
    private function isFirst(array $before, Cause $cause): bool
    {
        if ([] === $before || 'whole' !== $cause->scope() || StatementKind::Shifted !== $cause->kind()) {
            return false;
        }
        $early = static fn (Played $one): bool => $one->written < (int) $cause->ticks();

        return [] === array_filter(array_merge([], ...array_values($this->start->played)), $early);
    }

    /** @param list<Cause> $causes in this order */
    private function undone(array $causes): Remainder
    {
        return array_reduce($causes, static fn (Remainder $left, Cause $cause): Remainder => $cause->undone($left), $this->start);
    }

    /**
     * Whether bars that move others can be undone: exchanged bars are named as they are when none is left out or added any more, and where
     * there are as many as in the target, the last ones were left empty only if nothing went round the loop.
     *
     * @param State $state
     */
    private static function isPlain(array $state): bool
    {
        $swapped = array_filter($state['causes'], static fn (Cause $cause): bool => $cause instanceof SwappedBars);

        return [] === $swapped && ([] === $state['causes'] || $state['left']->playedBars !== $state['left']->askedBars);
    }

    /**
     * @param State $state
     *
     * @return iterable<int, Cause>
     */
    private function proposals(array $state): iterable
    {
        [$left, $causes] = [$state['left'], $state['causes']];
        $uneven = array_filter(
            $left->differing(),
            static fn (string $row): bool => \count($left->asked[$row] ?? []) !== \count($left->played[$row] ?? []),
        );
        // What only moves strokes leaves rows with more or fewer of them as they are.
        $moves = 1 + \count($causes) + intdiv(\count($uneven) + 1, 2) < $this->most();
        $bars = $left->askedBars + $left->playedBars > 2 && $state['bars'] < self::MOST_BARS
            && 0 !== (($causes[0] ?? null)?->ticks() ?? 1) % $left->barTicks;
        // A row that stands right stands wrong when all is moved: that would have to be said again.
        $right = \count($left->asked + $left->played) - \count($left->differing());
        $shifts = 1 + \count($causes) + intdiv($right + 1, 2) <= $this->most();
        yield from $moves && !$state['timed'] ? Proposals::ofMoves($left, $shifts) : [];
        yield from [] === $causes ? Proposals::ofPace($left) : [];
        yield from $bars ? Proposals::ofBars($left) : [];
        yield from $bars && $moves ? Proposals::ofExchanges($left) : [];
    }

    /**
     * @param list<State> $states
     *
     * @return list<State>
     */
    private function fewestAlone(array $states, int $most): array
    {
        // What matches nothing more by itself may do so together with what comes next.
        $cost = static fn (array $state): int => $state['alone'] + self::CAUSE * \count($state['causes']) + ($state['gain'] > 0 ? 0 : 1);
        usort($states, static fn (array $a, array $b): int => $cost($a) <=> $cost($b));
        $different = [];
        foreach ($states as $state) {
            $causes = array_map(
                static fn (Cause $one): string => serialize([$one->kind(), $one->ticks(), $one->bars(), $one->values()]),
                $state['causes'],
            );
            sort($causes);
            $different[$state['alone'].implode(' ', $causes)] ??= $state;
        }
        $chosen = \array_slice($different, 0, $most);
        // And those that leave the fewest rows to say something of.
        $rows = static fn (array $state): int => \count($state['causes']) + \count($state['left']->differing());
        $rest = array_filter(\array_slice($different, $most), fn (array $state): bool => $rows($state) < $this->best->count());
        uasort($rest, static fn (array $a, array $b): int => $rows($a) <=> $rows($b));

        return array_values($chosen + \array_slice($rest, 0, self::FEW_ROWS));
    }
}
