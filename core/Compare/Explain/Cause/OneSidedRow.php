<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** An instrument is left out, or added. */
final readonly class OneSidedRow extends RowCause
{
    public function __construct(string $row, Instrument $instrument, private bool $missing)
    {
        parent::__construct($row, $instrument);
    }

    public function kind(): StatementKind
    {
        return $this->missing ? StatementKind::RowMissing : StatementKind::RowExtra;
    }

    public function within(array $asked, array $played, Remainder $of): array
    {
        return [[], []];
    }

    public function repairs(): bool
    {
        return false;
    }
}
