<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** One thing that may have happened to a whole row, a bar, or everything. What a cause does not name, it leaves at the usual. */
abstract readonly class Cause
{
    abstract public function kind(): StatementKind;

    /** @return 'whole'|'row'|'bar' how wide it is */
    abstract public function scope(): string;

    /** What would be left to compare if it had not happened. */
    abstract public function undone(Remainder $before): Remainder;

    /** @return bool whether undoing it gives target strokes their submission strokes back, rather than taking strokes out */
    public function repairs(): bool
    {
        return true;
    }

    /** @return list<Instrument> that it names */
    public function instruments(): array
    {
        return [];
    }

    /** @return list<int> bars that it names, from 1; empty where it is about all that it covers */
    public function bars(): array
    {
        return [];
    }

    /** @return array<string, bool|int> what else a sentence about it tells */
    public function values(): array
    {
        return [];
    }

    /** @return int|null ticks that the submission is late (+) or early (−) */
    public function ticks(): ?int
    {
        return null;
    }
}
