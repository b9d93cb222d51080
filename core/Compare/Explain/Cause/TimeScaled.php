<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;

/** Everything is squeezed into half the time, or stretched over twice the time. */
final readonly class TimeScaled extends Cause
{
    public function __construct(private bool $double)
    {
    }

    public function kind(): StatementKind
    {
        return $this->double ? StatementKind::DoubleTime : StatementKind::HalfTime;
    }

    public function scope(): string
    {
        return 'whole';
    }

    public function undone(Remainder $before): Remainder
    {
        return $before->changed(fn (Played $one): Played => $one->at($this->double ? 2 * $one->tick : (int) round($one->tick / 2)));
    }
}
