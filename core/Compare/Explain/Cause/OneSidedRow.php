<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** An instrument is left out, or added. */
final readonly class OneSidedRow extends Cause
{
    public function __construct(private string $row, private Instrument $instrument, private bool $missing)
    {
    }

    public function kind(): StatementKind
    {
        return $this->missing ? StatementKind::RowMissing : StatementKind::RowExtra;
    }

    public function scope(): string
    {
        return 'row';
    }

    public function undone(Remainder $before): Remainder
    {
        return $this->missing ? $before->withRows([$this->row => []], []) : $before->withRows([], [$this->row => []]);
    }

    public function rows(): array
    {
        return [$this->row];
    }

    public function repairs(): bool
    {
        return false;
    }

    public function instruments(): array
    {
        return [$this->instrument];
    }
}
