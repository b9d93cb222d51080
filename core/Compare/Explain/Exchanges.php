<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\MovedRow;
use Pulsanda\Core\Compare\Explain\Cause\Subdivided;

/** Finds which rows were played on which instruments: it begins with each on its own, and changes what improves most. */
final class Exchanges
{
    /** The part of two rows that must fit, where it stands or all of it earlier or later, to be tried for one another. */
    private const LIKE = 0.5;
    /** How much more of dense rows must fit: of a row on every sixteenth nearly all, since any two of those fit by chance. */
    private const DENSE = 0.4;
    private const SIXTEENTH = 240;
    /** And to be said to be the whole part, where the two do not exchange what they have. */
    private const WHOLE = 2 / 3;
    /** How many strokes more or fewer there may be, as a share of those asked: a few mistakes beside the exchange. */
    private const MORE_OR_FEWER = 0.4;
    /** Strokes of either that make a run. */
    private const LEAST_OF_A_RUN = 3;
    /** The most of what was played in a row that may stand right there, if it is to be the part of another row. */
    private const MOST_RIGHT = 1 / 3;

    /** @var array<string, array<string, bool>> */
    private array $fits = [];
    /** @var array<string, array<string, int>> */
    private array $disturbed = [];

    /** @param list<string> $rows that differ */
    private function __construct(private readonly Remainder $left, private readonly array $rows, private readonly RowSearch $search)
    {
    }

    /** Every row where it stands, said stroke by stroke. */
    public static function none(Remainder $left, RowSearch $search): Explained
    {
        $accounts = [];
        foreach ($left->differing() as $row) {
            $accounts[$row] = $search->singles($left, $row);
        }

        return new Explained([], [], $accounts, $left);
    }

    public static function best(Remainder $left, RowSearch $search): Explained
    {
        $exchanges = new self($left, $left->differing(), $search);
        $best = $exchanges->explained([]);
        $on = [];
        do {
            $improved = false;
            foreach ($exchanges->moves($on) as $move) {
                $found = $exchanges->explained($move);
                if ($found->apartFromDrums() <= $best->apartFromDrums() && $found->score() < $best->score()) {
                    [$best, $on, $improved] = [$found, $move, true];
                }
            }
        } while ($improved);

        return $best;
    }

    /**
     * @param array<string, string> $on row that is asked => row in which it was played, where that is another
     *
     * @return iterable<int, array<string, string>> the same with one change
     */
    private function moves(array $on): iterable
    {
        foreach ($this->rows as $asked) {
            foreach ($this->rows as $played) {
                if ($asked === $played || ($on[$asked] ?? $asked) === $played || !$this->fits($asked, $played)) {
                    continue;
                }
                $holder = array_search($played, $on, true);
                $move = [$asked => $played] + $on;
                unset($move[$holder]);
                if (\count($this->left->asked[$asked]) >= RowSearch::LEAST_STROKES && $this->isWhole($asked, $played)) {
                    yield $move;
                }
                // The two give each other what they have.
                $other = false === $holder ? $played : (string) $holder;
                if (isset($this->left->asked[$other]) && !isset($on[$played]) && isset($this->left->played[$on[$asked] ?? $asked])) {
                    yield array_filter(
                        [$other => $on[$asked] ?? $asked] + $move,
                        static fn (string $to, string $of): bool => $to !== $of,
                        \ARRAY_FILTER_USE_BOTH,
                    );
                }
            }
        }
    }

    private function fits(string $asked, string $played): bool
    {
        return $this->fits[$asked][$played] ??= $this->areLike($this->left->asked[$asked] ?? [], $this->left->played[$played] ?? [])
            && $this->isLikelier($asked, $played);
    }

    /** Whether what was played in a row is nearly all of the target in another, and little of it belongs where it stands. */
    private function isWhole(string $asked, string $played): bool
    {
        $here = Fit::ticks($this->left->played[$played]);
        $right = Likeness::common(Fit::ticks($this->left->asked[$played] ?? []), $here, $this->left->tolerance->grace);

        return $right <= self::MOST_RIGHT * \count($here) && $this->share(Fit::ticks($this->left->asked[$asked]), $here) >= self::WHOLE;
    }

    /** Whether it fits better than what was played in the row itself. */
    private function isLikelier(string $asked, string $played): bool
    {
        $asks = Fit::ticks($this->left->asked[$asked]);
        $own = Fit::ticks($this->left->played[$asked] ?? []);

        $there = Fit::ticks($this->left->played[$played]);
        $grace = $this->left->tolerance->grace;
        $better = Likeness::common($asks, $there, $grace) * max(\count($asks), \count($own))
            > Likeness::common($asks, $own, $grace) * max(\count($asks), \count($there));

        return $better || $this->share($asks, $there) > $this->share($asks, $own);
    }

    /**
     * @param list<\Pulsanda\Core\Pattern\Stroke> $asked
     * @param list<Played>                        $played
     */
    private function areLike(array $asked, array $played): bool
    {
        [$there, $here] = [\count($asked), \count($played)];
        if (min($there, $here) >= self::LEAST_OF_A_RUN && Subdivided::isOther($asked, $played)) {
            return true;
        }
        if (min($there, $here) < 1 || abs($there - $here) > max(1, self::MORE_OR_FEWER * $there)) {
            return false;
        }
        if (min($there, $here) < RowSearch::LEAST_STROKES) {
            return Remainder::fits($asked, $played, $this->left->tolerance->grace);
        }
        [$asks, $plays] = [Fit::ticks($asked), Fit::ticks($played)];

        $density = max($there, $here) * self::SIXTEENTH / $this->left->loop();

        return $this->share($asks, $plays) >= self::LIKE + self::DENSE * $density;
    }

    /**
     * @param list<int> $asks  ticks
     * @param list<int> $plays
     *
     * @return float 0–1: the part of the longer row that fits where it stands, or all of it earlier or later
     */
    private function share(array $asks, array $plays): float
    {
        $votes = Grid::votes($asks, $plays, $this->left->barTicks, $this->left->tolerance->grace);
        $votes[0] = Likeness::common($asks, $plays, $this->left->tolerance->grace);

        return max($votes) / max(1, \count($asks), \count($plays));
    }

    /** @param array<string, string> $on */
    private function explained(array $on): Explained
    {
        $causes = [];
        foreach ($on as $asked => $played) {
            $exchanged = ($on[$played] ?? '') === $asked;
            if (!$exchanged || strcmp($asked, $played) < 0) {
                $causes[] = new MovedRow(
                    $asked,
                    $this->left->asked[$asked][0]->instrument,
                    $played,
                    ($this->left->asked[$played] ?? $this->left->played[$played])[0]->instrument,
                    $exchanged,
                );
            }
        }
        $left = [] === $causes ? $this->left : MovedRow::allUndone($causes, $this->left);
        $disturbed = 0;
        foreach ($on as $asked => $played) {
            $disturbed += $this->disturbed[$asked][$played] ??= $this->disturbed($asked, $played);
        }
        $accounts = [];
        foreach ($left->differing() as $row) {
            $accounts[$row] = $this->search->account($left, $row);
        }

        return new Explained([], $causes, $accounts, $left, $disturbed);
    }

    /**
     * What is said to be another row may stand where it is asked, most of it.
     *
     * @return int strokes of the row that do, and are no nearer in loudness to the other row of the target there
     */
    private function disturbed(string $asked, string $played): int
    {
        $here = $this->left->played[$played];
        $own = $this->louder($here, $this->left->asked[$played] ?? []);
        $others = $this->louder($here, $this->left->asked[$asked]);
        $as = array_filter($own, static fn (int $by, int $i): bool => $by <= ($others[$i] ?? $by), \ARRAY_FILTER_USE_BOTH);

        return 2 * \count($own) > \count($here) ? \count($as) : 0;
    }

    /**
     * @param list<Played>                        $played
     * @param list<\Pulsanda\Core\Pattern\Stroke> $asked
     *
     * @return array<int, int> index of a stroke that stands where one is asked => by how much it is louder or softer than that
     */
    private function louder(array $played, array $asked): array
    {
        [$i, $j, $by] = [0, 0, []];
        while (isset($asked[$i], $played[$j])) {
            $late = $played[$j]->tick - $asked[$i]->tick;
            if (abs($late) <= $this->left->tolerance->grace) {
                $by[$j] = abs($played[$j++]->stroke->velocity - $asked[$i++]->velocity);
            } elseif ($late > 0) {
                ++$i;
            } else {
                ++$j;
            }
        }

        return $by;
    }
}
