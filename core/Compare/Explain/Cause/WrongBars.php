<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;

/** Bars are left out or added. What comes after has moved up or back, or stands where it should beside empty bars. */
final readonly class WrongBars extends Cause
{
    /**
     * @param non-empty-list<int> $bars  from 1, rising: of the target where they are missing, of the submission where they are too many
     * @param bool                $moved whether what comes after has moved
     */
    public function __construct(private array $bars, private bool $missing, private bool $moved)
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
        $bars = $this->moved ? \count($this->bars) : 0;
        if ($this->missing) {
            return $before->leavingOut($this->bars)->changed(
                fn (Played $one): Played => $one->at($one->written + $this->later($before, $one)),
                $before->playedBars + $bars,
            );
        }

        return $before->changed(
            fn (Played $one): ?Played => \in_array($before->bar($one->written), $this->bars, true)
                ? null
                : $one->at($one->written - $before->barTicks * $this->before($before->bar($one->written))),
            $before->playedBars - $bars,
        );
    }

    /** @return int ticks that a stroke moves when the missing bars are put in again */
    private function later(Remainder $before, Played $one): int
    {
        $bar = $before->bar($one->written);
        foreach ($this->moved ? $this->bars : [] as $missing) {
            $bar += $bar >= $missing ? 1 : 0;
        }

        return ($bar - $before->bar($one->written)) * $before->barTicks;
    }

    /** Whether they are bars that the submission is too short for. */
    public function isBeyond(int $playedBars): bool
    {
        return $this->missing && $this->bars[0] > $playedBars;
    }

    /** Whether they are the last bars of the target, so that nothing stands after them that could have moved. */
    public function isAtEnd(int $askedBars): bool
    {
        return $this->missing && $this->bars === range($this->bars[0], $askedBars);
    }

    /** @return int how many bars too many stand before a bar, where what comes after has moved */
    private function before(int $bar): int
    {
        return $this->moved ? \count(array_filter($this->bars, static fn (int $extra): bool => $extra < $bar)) : 0;
    }

    public function repairs(): bool
    {
        return $this->moved;
    }

    public function bars(): array
    {
        return $this->bars;
    }

    public function values(): array
    {
        return ['moved' => $this->moved];
    }
}
