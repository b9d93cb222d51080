<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** The whole pattern, one row, or one row within one bar, is earlier or later by the same. */
final readonly class Shifted extends Cause
{
    /**
     * @param int|null $bar of the target, from 1; null for all bars
     */
    private function __construct(private int $by, private ?string $row, private ?Instrument $instrument, private ?int $bar)
    {
    }

    public static function everything(int $by): self
    {
        return new self($by, null, null, null);
    }

    public static function row(string $row, Instrument $instrument, int $by, ?int $bar = null): self
    {
        return new self($by, $row, $instrument, $bar);
    }

    public function kind(): StatementKind
    {
        return StatementKind::Shifted;
    }

    public function scope(): string
    {
        return null === $this->row ? 'whole' : (null === $this->bar ? 'row' : 'bar');
    }

    public function undone(Remainder $before): Remainder
    {
        if (null === $this->row) {
            return $before->changed(fn (Played $one): Played => $one->at($one->tick - $this->by));
        }
        // What lies in the bar when it is put right belongs to the bar.
        $undo = fn (Played $one): Played => null === $this->bar || $before->bar($one->tick - $this->by) === $this->bar
            ? $one->at($one->tick - $this->by)
            : $one;

        return $before->withRows([], [$this->row => array_map($undo, $before->played[$this->row] ?? [])]);
    }

    public function rows(): ?array
    {
        return null === $this->row ? null : [$this->row];
    }

    public function instruments(): array
    {
        return null === $this->instrument ? [] : [$this->instrument];
    }

    public function bars(): array
    {
        return null === $this->bar ? [] : [$this->bar];
    }

    public function ticks(): int
    {
        return $this->by;
    }
}
