<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** Two instruments are exchanged throughout. */
final readonly class SwappedRows extends Cause
{
    public function __construct(private string $rowA, private Instrument $a, private string $rowB, private Instrument $b)
    {
    }

    public function kind(): StatementKind
    {
        return StatementKind::SwappedRows;
    }

    public function scope(): string
    {
        return 'row';
    }

    public function undone(Remainder $before): Remainder
    {
        return $before->withRows([], [
            $this->rowA => array_map(fn (Played $one): Played => $one->on($this->a), $before->played[$this->rowB] ?? []),
            $this->rowB => array_map(fn (Played $one): Played => $one->on($this->b), $before->played[$this->rowA] ?? []),
        ]);
    }

    public function rows(): array
    {
        return [$this->rowA, $this->rowB];
    }

    public function instruments(): array
    {
        return [$this->a, $this->b];
    }
}
