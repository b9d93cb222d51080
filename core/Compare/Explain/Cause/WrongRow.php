<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** A whole row was played on another instrument. */
final readonly class WrongRow extends Cause
{
    public function __construct(private string $askedRow, private Instrument $asked, private string $playedRow, private Instrument $played)
    {
    }

    public function kind(): StatementKind
    {
        return StatementKind::WrongRow;
    }

    public function scope(): string
    {
        return 'row';
    }

    public function undone(Remainder $before): Remainder
    {
        return $before->withRows([], [
            $this->askedRow => array_map(fn (Played $one): Played => $one->on($this->asked), $before->played[$this->playedRow] ?? []),
            $this->playedRow => [],
        ]);
    }

    public function rows(): array
    {
        return [$this->askedRow, $this->playedRow];
    }

    public function instruments(): array
    {
        return [$this->asked, $this->played];
    }
}
