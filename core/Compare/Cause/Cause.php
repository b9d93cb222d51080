<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Cause;

use Pulsanda\Core\Compare\Remainder;
use Pulsanda\Core\Compare\StatementKind;
use Pulsanda\Core\Compare\Wording;
use Pulsanda\Core\Pattern\Instrument;

/** One thing that may have happened to a whole row, a bar, or everything. */
interface Cause
{
    public function kind(): StatementKind;

    /** @return 'whole'|'row'|'bar' how wide it is */
    public function scope(): string;

    /** What would be left to compare if it had not happened. */
    public function undone(Remainder $before): Remainder;

    /** @return list<string>|null the rows that it concerns, null for all */
    public function rows(): ?array;

    /** @return bool whether undoing it gives target strokes their submission strokes back, rather than taking strokes out */
    public function repairs(): bool;

    /** @return list<Instrument> that it names */
    public function instruments(): array;

    /** @return list<int> bars that it names, from 1; empty where it is about all that it covers */
    public function bars(): array;

    /** @return int|null ticks that the submission is late (+) or early (−) */
    public function ticks(): ?int;

    /** @return string one plain sentence for a student */
    public function text(Wording $wording, int $strokes): string;
}
