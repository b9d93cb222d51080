<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** A row goes round the loop: what leaves at one end comes in at the other. */
final readonly class RowRotated extends RowCause
{
    public function __construct(string $row, Instrument $instrument, private int $by)
    {
        parent::__construct($row, $instrument);
    }

    public function kind(): StatementKind
    {
        return StatementKind::Rotated;
    }

    public function within(array $asked, array $played, Remainder $of): array
    {
        return [$of->askedBefore($this->row, $asked, $this->by), Remainder::sorted(array_map(
            fn (Played $one): Played => $one->at(Everything::round($one->written - $this->by, $of->loop())),
            $played,
        ))];
    }

    public function ticks(): int
    {
        return $this->by;
    }
}
