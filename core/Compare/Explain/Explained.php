<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Cause\MovedRow;
use Pulsanda\Core\Compare\Explain\Cause\RowCause;
use Pulsanda\Core\Compare\Explain\Cause\SwappedBars;
use Pulsanda\Core\Compare\Explain\Cause\WrongBars;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\StatementKind;

/** One way to account for every difference. */
final class Explained
{
    /** So many single strokes are as much to read as one row or bar that is left out or added. */
    private const SWEEP = 2;

    /** @var list<int>|null */
    private ?array $score = null;
    /** @var list<string> rows whose cause is not said, since their strokes were played on another drum or are said one by one */
    private array $dissolved = [];
    /** @var list<string> rows in which what was moved is said as left out and too many */
    private array $apart = [];
    /** @var list<OnOtherDrum> */
    private array $joined = [];

    /**
     * @param list<Cause>               $wide     about everything or bars, in the order in which they are undone
     * @param list<MovedRow>            $moved
     * @param array<string, RowAccount> $accounts of the rows that differ then
     * @param Remainder                 $left     before the causes of rows are undone
     */
    public function __construct(
        public readonly array $wide,
        public readonly array $moved,
        public readonly array $accounts,
        public readonly Remainder $left,
        private readonly int $disturbed = 0,
    ) {
    }

    /**
     * @param list<Cause> $wide
     * @param int         $disturbed strokes that they move though they stand where they are asked
     */
    public function under(array $wide, int $disturbed): self
    {
        return new self($wide, $this->moved, $this->accounts, $this->left, $this->disturbed + $disturbed);
    }

    /** @return int statements, before strokes of one row are found on another drum */
    public function apartFromDrums(): int
    {
        $count = \count($this->wide) + \count($this->moved);
        foreach ($this->accounts as $account) {
            $count += $account->count();
        }

        return $count;
    }

    public function count(): int
    {
        return $this->score()[0];
    }

    /**
     * How many statements; then how much is said stroke by stroke or taken out as a whole, and how many strokes are moved though they stand
     * where they are asked; then what is taken out; then what is louder or softer. The less the better, one number after the other.
     *
     * @return list<int>
     */
    public function score(): array
    {
        if (null === $this->score) {
            $sums = [\count($this->wide) + \count($this->moved), $this->disturbed, 0, 0];
            foreach ($this->accounts as $account) {
                foreach ($account->score() as $i => $number) {
                    $sums[$i] += $number;
                }
            }
            [$count, $singles] = $this->acrossDrums();
            $taken = $sums[2] + \count(array_filter($this->wide, static fn (Cause $cause): bool => !$cause->repairs()));
            $this->score = [$sums[0] + $count, $sums[1] + $singles + self::SWEEP * $taken, $taken, $sums[3]];
        }

        return $this->score;
    }

    /** @return list<RowCause> */
    public function ofRows(): array
    {
        $this->score();
        $accounts = array_diff_key($this->accounts, array_flip($this->dissolved));

        return array_merge([], ...array_map(static fn (RowAccount $account): array => $account->causes, array_values($accounts)));
    }

    /** @return int ticks by which everything is late */
    public function shiftedBy(): int
    {
        return array_sum(array_map(
            static fn (Cause $cause): int => StatementKind::Shifted === $cause->kind() ? (int) $cause->ticks() : 0,
            $this->wide,
        ));
    }

    /**
     * What is said of everything is not true of a row that stands where it should, nothing goes round a loop of another length, and a bar
     * that repeats another is the same as that is in the end, so that the two are not exchanged.
     */
    public function isConsistent(): bool
    {
        $repeated = $same = [];
        foreach ($this->wide as $cause) {
            if (StatementKind::NoVariation === $cause->kind()) {
                if ([] !== array_intersect($cause->bars(), $repeated)) {
                    return false;
                }
                $repeated[] = $bar = $cause->values()['bar'] ?? 0;
                $same[] = [$bar, ...$cause->bars()];
            }
        }
        foreach ($this->wide as $cause) {
            // Two bars that are the same are not exchanged.
            foreach (StatementKind::BarsSwapped === $cause->kind() ? $same : [] as $bars) {
                if (2 === \count(array_intersect($cause->bars(), $bars))) {
                    return false;
                }
            }
        }
        $rotated = static fn (Cause $cause): bool => StatementKind::Rotated === $cause->kind();
        if ($this->left->askedBars !== $this->left->playedBars && [] !== array_filter($this->wide, $rotated)) {
            return false;
        }
        if ($this->isTangled()) {
            return false;
        }
        $by = $this->shiftedBy();
        foreach (0 === $by ? [] : $this->ofRows() as $cause) {
            if (StatementKind::Shifted === $cause->kind() && 0 === $by + (int) $cause->ticks()) {
                return false;
            }
        }

        return true;
    }

    /**
     * Where bars are left out or added, others changed, and all of it goes round or changes its pace, too many ways lead there. Where bars
     * are left out, a row went round the loop before that, and another was late after it; and at half the pace nothing moves up, since what
     * finds no room is not asked for.
     */
    private function isTangled(): bool
    {
        $kinds = self::kindsOf($this->wide);
        $ofRows = self::kindsOf($this->ofRows());
        $movesUp = static fn (Cause $cause): bool => StatementKind::BarMissing === $cause->kind() && $cause->repairs();
        $bothWays = isset($ofRows[StatementKind::Rotated->value], $ofRows[StatementKind::Shifted->value]);
        if (($bothWays || isset($kinds[StatementKind::HalfTime->value])) && [] !== array_filter($this->wide, $movesUp)) {
            return true;
        }
        $isMoved = fn (Cause $cause): bool => $cause instanceof WrongBars && $cause->repairs() && !$cause->isAtEnd($this->left->askedBars);
        if ([] === array_filter($this->wide, $isMoved)) {
            return false;
        }
        $changed = static fn (Cause $cause): bool => $cause instanceof WrongBars || $cause instanceof SwappedBars;
        $round = isset($kinds[StatementKind::Rotated->value]);
        $paced = isset($kinds[StatementKind::HalfTime->value]) || isset($kinds[StatementKind::DoubleTime->value]);

        return (($round || $paced) && \count(array_filter($this->wide, $changed)) > 1)
            || ($round && isset($kinds[StatementKind::NoVariation->value]));
    }

    /**
     * @param list<Cause> $causes
     *
     * @return array<string, true> by the value of each kind
     */
    private static function kindsOf(array $causes): array
    {
        return array_fill_keys(array_map(static fn (Cause $cause): string => $cause->kind()->value, $causes), true);
    }

    /**
     * A stroke left out in one row and one too many in another at the same place is one on another drum, where that is no longer to say.
     *
     * @return array{int, int} what changes by that: statements, and strokes that are said by themselves
     */
    private function acrossDrums(): array
    {
        $best = $this->across([]);
        $chosen = [];
        foreach ($this->accounts as $row => $account) {
            // What was moved may as well be left out here, and one too many there.
            foreach ($account->instead as $instead) {
                $found = $this->across([$row => $instead] + $chosen);
                if ($found['count'] < $best['count']) {
                    $best = $found;
                    $chosen = [$row => $instead] + $chosen;
                }
            }
        }
        $this->apart = array_keys(array_filter($chosen, static fn (RowAccount $one): bool => $one->movesNone()));
        $plain = array_filter($chosen, static fn (RowAccount $one): bool => [] === $one->causes);
        $this->dissolved = [...$best['dissolved'], ...array_keys($plain)];
        $this->joined = $best['joined'];

        return [$best['count'], $best['singles']];
    }

    /**
     * @param array<string, RowAccount> $instead of what else would be said of a row
     *
     * @return array{count: int, singles: int, dissolved: list<string>, joined: list<OnOtherDrum>}
     */
    private function across(array $instead): array
    {
        $accounts = $this->accounts;
        $count = $singles = 0;
        foreach ($instead as $row => $account) {
            $accounts[$row] = $account;
            $count += $accounts[$row]->count() - $this->accounts[$row]->count();
            $singles += $accounts[$row]->singles() - $this->accounts[$row]->singles();
        }
        $missing = array_filter(array_map(static fn (RowAccount $account): array => $account->missing, $accounts));
        $extra = array_filter(array_map(static fn (RowAccount $account): array => $account->extra, $accounts));
        $grace = $this->left->tolerance->grace;
        $dissolved = $joined = [];
        while (null !== $best = $this->nextAcross($accounts, $missing, $extra)) {
            [$a, $b] = [$best->asked, $best->played];
            $count += $best->change;
            $singles += \count($best->along) - $best->strokes;
            $joined[] = $best;
            foreach ([$a, $b] as $row) {
                if ($accounts[$row]->isOneSided()) {
                    $dissolved[] = $row;
                    $singles += $best->strokes;
                }
            }
            [$missing[$a], $extra[$b]] = [
                Differences::without($missing[$a], $extra[$b], $grace),
                Differences::without($extra[$b], $missing[$a], $grace),
            ];
        }

        return ['count' => $count, 'singles' => $singles, 'dissolved' => $dissolved, 'joined' => $joined];
    }

    /**
     * @param array<string, RowAccount> $accounts
     * @param array<string, list<int>>  $missing  ticks by row
     * @param array<string, list<int>>  $extra
     *
     * @return OnOtherDrum|null of the two rows that shorten the list most
     */
    private function nextAcross(array $accounts, array $missing, array $extra): ?OnOtherDrum
    {
        $best = null;
        foreach ($missing as $a => $asked) {
            foreach ($extra as $b => $played) {
                $stands = $this->standsOn($b, $a);
                // Beside a row that is on another instrument: where bars moved too, its own hits are no longer where they are asked.
                $isAside = $b === $a.Remainder::ASIDE && [] !== $this->wide;
                $pairs = $a === $b || $isAside || ($stands && $this->isMoved($accounts[$b]))
                    ? 0 : Likeness::common($asked, $played, $this->left->tolerance->grace);
                $along = $pairs > 0 && $accounts[$b]->isOneSided() ? $this->along($accounts[$a]->extra, $asked, $played) : [];
                [$allAsked, $allPlayed] = [$pairs === \count($asked), $pairs + \count($along) === \count($played)];
                $sweeps = ($accounts[$a]->isOneSided() && !$allAsked) || ($accounts[$b]->isOneSided() && !$allPlayed);
                // A stroke that stands where it is asked, in a row that is exchanged, is no difference at all.
                $change = ($stands ? 0 : 1)
                    - ($allAsked ? self::kinds($accounts[$a], Status::Missing, \count($accounts[$a]->missing)) : 0)
                    - ($allPlayed ? self::kinds($accounts[$b], Status::Extra, \count($accounts[$b]->extra)) : 0);
                if (0 !== $pairs && !$sweeps && $change <= 0 && (null === $best || $change < $best->change)) {
                    $best = new OnOtherDrum($a, $b, $pairs, $change, $along);
                }
            }
        }

        return $best;
    }

    /**
     * @param list<int> $extra  ticks of what is too many in the row that is asked
     * @param list<int> $asked  of what is left out in it
     * @param list<int> $played of a row that is not asked
     *
     * @return list<int> what of the latter is too many as it is in other bars of the row, where that was played on this drum; all of the
     *                   rest or none
     */
    private function along(array $extra, array $asked, array $played): array
    {
        $grace = $this->left->tolerance->grace;
        $bar = $this->left->barTicks;
        $rest = Differences::without($played, $asked, $grace);
        $bars = array_map(static fn (int $tick): int => intdiv($tick, $bar), array_diff($played, $rest));
        foreach ($rest as $tick) {
            $isAlike = static fn (int $one): bool => abs($one % $bar - $tick % $bar) <= $grace;
            if (!\in_array(intdiv($tick, $bar), $bars, true) || [] === array_filter($extra, $isAlike)) {
                return [];
            }
        }

        return $rest;
    }

    /** @return bool whether what belongs to a row was played on the other */
    private function standsOn(string $row, string $other): bool
    {
        foreach ($this->moved as $cause) {
            if ($cause->isOn($row, $other)) {
                return true;
            }
        }

        return false;
    }

    /** What stands right in a row that is exchanged has not moved with that; and where all or bars moved, it stands right no more. */
    private function isMoved(RowAccount $played): bool
    {
        return [] !== $played->causes || [] !== $this->wide;
    }

    /** @return int statements that go when these strokes are said otherwise: not what is said of moved strokes too */
    private static function kinds(RowAccount $account, Status $status, int $strokes): int
    {
        return $account->isOneSided() || ($account->kinds[$status->value] ?? 0) === $strokes ? 1 : 0;
    }

    /** @return list<string> rows in which what was moved is said as left out and too many */
    public function apart(): array
    {
        $this->score();

        return $this->apart;
    }

    /** @return list<OnOtherDrum> */
    public function joined(): array
    {
        $this->score();

        return $this->joined;
    }

    /** @return Remainder what the causes leave */
    public function right(): Remainder
    {
        $left = $this->left;
        foreach ($this->ofRows() as $cause) {
            $left = $cause->undone($left);
        }

        return $left;
    }
}
