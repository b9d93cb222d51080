<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\OneSidedRow;
use Pulsanda\Core\Compare\Explain\Cause\RowCause;
use Pulsanda\Core\Compare\Pair\Status;

/** The best list of what happened to one row by itself. */
final readonly class RowAccount
{
    /**
     * @param list<RowCause>     $causes
     * @param array<string, int> $kinds     what is then said stroke by stroke, and of how many strokes; see Differences::likeness()
     * @param list<int>          $missing   ticks of strokes that are left alone, on either side
     * @param list<int>          $extra
     * @param list<self>         $instead   other lists that are no longer and may be shorter beside other rows: what was moved said as left
     *                                      out and too many, or no cause of all of the row
     * @param int                $louder    strokes that are matched, but much louder or softer than asked
     * @param int                $disturbed strokes that are moved though they stand where they are asked
     */
    public function __construct(
        public array $causes = [],
        public array $kinds = [],
        public array $missing = [],
        public array $extra = [],
        public int $disturbed = 0,
        public array $instead = [],
        public int $louder = 0,
    ) {
    }

    public function after(RowCause $cause, int $disturbed): self
    {
        return new self(
            [$cause, ...$this->causes],
            $this->kinds,
            $this->missing,
            $this->extra,
            $this->disturbed + $disturbed,
            array_map(static fn (self $one): self => $one->after($cause, $disturbed), $this->instead),
            $this->louder,
        );
    }

    public function orElse(self $other): self
    {
        return new self(
            $this->causes,
            $this->kinds,
            $this->missing,
            $this->extra,
            $this->disturbed,
            [...$this->instead, $other],
            $this->louder,
        );
    }

    /** @return bool whether only strokes that are left out or too many are said one by one */
    public function movesNone(): bool
    {
        return [] === array_diff_key($this->kinds, [Status::Missing->value => 0, Status::Extra->value => 0]);
    }

    /** @return int how many statements it takes */
    public function count(): int
    {
        return \count($this->causes) + \count($this->kinds);
    }

    public function singles(): int
    {
        return array_sum($this->kinds);
    }

    /** @return list<int> the less the better, one number after the other */
    public function score(): array
    {
        $taken = \count(array_filter($this->causes, static fn (RowCause $cause): bool => !$cause->repairs()));

        return [$this->count(), $this->disturbed + $this->singles(), $taken, $this->louder];
    }

    /** @return bool whether the instrument is left out, or added, as a whole */
    public function isOneSided(): bool
    {
        return ($this->causes[0] ?? null) instanceof OneSidedRow;
    }
}
