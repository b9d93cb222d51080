<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** One row, or one row within some bars, is earlier or later by the same. */
final readonly class RowShifted extends RowCause
{
    /** @param list<int> $bars of the target, from 1, rising; empty for all */
    public function __construct(string $row, Instrument $instrument, private int $by, private array $bars = [])
    {
        parent::__construct($row, $instrument);
    }

    public function kind(): StatementKind
    {
        return StatementKind::Shifted;
    }

    public function scope(): string
    {
        return [] === $this->bars ? 'row' : 'bar';
    }

    public function within(array $asked, array $played, Remainder $of): array
    {
        $back = fn (Played $one): Played => $one->at($one->written - $this->by);
        if ([] === $this->bars) {
            return [$asked, array_map($back, $played)];
        }
        $ticks = array_map(static fn (Stroke $stroke): int => $stroke->tick, $asked);
        $isAsked = static fn (Played $one): bool => [] !== array_filter(
            $ticks,
            static fn (int $tick): bool => abs($tick - $one->tick) <= $of->tolerance->grace,
        );
        $isIn = fn (Played $one): bool => \in_array($of->bar($one->written), $this->bars, true);
        $undo = static function (Played $one) use ($back, $isIn, $isAsked): Played {
            $right = $back($one);
            [$here, $there] = [$isIn($one), $isIn($right)];

            // What crosses a bar line on its way belongs to the bar in which it is asked.
            return $there && ($here || ($isAsked($right) && !$isAsked($one))) ? $right : $one;
        };

        return [$asked, Remainder::sorted(array_map($undo, $played))];
    }

    public function bars(): array
    {
        return $this->bars;
    }

    public function ticks(): int
    {
        return $this->by;
    }
}
