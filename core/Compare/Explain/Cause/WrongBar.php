<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Stroke;

/** A bar is left out or added. What comes after it has moved up or back by a bar, or stands where it should beside an empty bar. */
final readonly class WrongBar extends Cause
{
    /**
     * @param int  $bar   from 1
     * @param bool $moved whether what comes after has moved
     */
    public function __construct(private int $bar, private bool $missing, private bool $moved)
    {
    }

    public function kind(): StatementKind
    {
        return $this->missing ? StatementKind::BarMissing : StatementKind::BarExtra;
    }

    public function scope(): string
    {
        return 'bar';
    }

    public function undone(Remainder $before): Remainder
    {
        $by = $this->moved ? $before->barTicks : 0;
        if ($this->missing) {
            return $before->changed(
                fn (Played $one): Played => $before->bar($one->tick) >= $this->bar ? $one->at($one->tick + $by) : $one,
                fn (Stroke $stroke): bool => $before->bar($stroke->tick()) !== $this->bar,
                $before->playedBars + ($this->moved ? 1 : 0),
            );
        }

        return $before->changed(fn (Played $one): ?Played => match ($before->bar($one->tick) <=> $this->bar) {
            -1 => $one, 0 => null, 1 => $one->at($one->tick - $by),
        }, null, $before->playedBars - ($this->moved ? 1 : 0));
    }

    public function repairs(): bool
    {
        return $this->moved;
    }

    public function bars(): array
    {
        return [$this->bar];
    }

    public function values(): array
    {
        return ['moved' => $this->moved];
    }
}
