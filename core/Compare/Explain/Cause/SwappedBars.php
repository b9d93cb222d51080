<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;

/** Two bars are exchanged. */
final readonly class SwappedBars extends Cause
{
    /** @param int $a bar from 1, before $b */
    public function __construct(private int $a, private int $b)
    {
    }

    public function kind(): StatementKind
    {
        return StatementKind::BarsSwapped;
    }

    public function scope(): string
    {
        return 'bar';
    }

    public function undone(Remainder $before): Remainder
    {
        $by = ($this->b - $this->a) * $before->barTicks;

        return $before->changed(fn (Played $one): Played => match ($before->bar($one->written)) {
            $this->a => $one->at($one->written + $by),
            $this->b => $one->at($one->written - $by),
            default => $one,
        });
    }

    public function bars(): array
    {
        return [$this->a, $this->b];
    }
}
