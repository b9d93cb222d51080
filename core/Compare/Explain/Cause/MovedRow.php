<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** A whole row was played on another instrument, or two instruments are exchanged throughout. */
final readonly class MovedRow extends Cause
{
    /** @param string $askedRow row of $asked, which was played in $playedRow */
    public function __construct(
        public string $askedRow,
        private Instrument $asked,
        public string $playedRow,
        private Instrument $played,
        private bool $exchanged,
    ) {
    }

    /** @return bool whether what belongs to one row was played in the other */
    public function isOn(string $row, string $other): bool
    {
        return [$this->askedRow, $this->playedRow] === [$row, $other]
            || ($this->exchanged && [$this->playedRow, $this->askedRow] === [$row, $other]);
    }

    public function kind(): StatementKind
    {
        return $this->exchanged ? StatementKind::SwappedRows : StatementKind::WrongRow;
    }

    public function scope(): string
    {
        return 'row';
    }

    public function undone(Remainder $before): Remainder
    {
        return self::allUndone([$this], $before);
    }

    /**
     * All of them at once, so that rows may go in a circle.
     *
     * @param list<self> $causes
     */
    public static function allUndone(array $causes, Remainder $before): Remainder
    {
        $to = [];
        foreach ($causes as $cause) {
            $to[$cause->playedRow] = $cause->asked;
            if ($cause->exchanged) {
                $to[$cause->askedRow] = $cause->played;
            }
        }
        $rows = array_intersect_key($before->played, $to);
        $moved = [];
        foreach ($rows as $row => $played) {
            $moved[$before->tolerance->sameness($to[$row])] = array_map(static fn (Played $one): Played => $one->on($to[$row]), $played);
        }
        $kept = array_diff_key($before->played, $rows);
        foreach ($moved as $row => $played) {
            // What stands where this row belongs is none of it.
            if (isset($kept[$row])) {
                $kept[$row.Remainder::ASIDE] = $kept[$row];
            }
            $kept[$row] = $played;
        }

        return $before->with($before->asked, $kept);
    }

    public function instruments(): array
    {
        return [$this->asked, $this->played];
    }
}
