<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Stroke;

/** The whole pattern is earlier or later, goes round the loop, or is squeezed into half or stretched over twice the time. */
final readonly class Everything extends Cause
{
    private function __construct(private StatementKind $kind, private int $by)
    {
    }

    public static function shifted(int $by): self
    {
        return new self(StatementKind::Shifted, $by);
    }

    public static function rotated(int $by): self
    {
        return new self(StatementKind::Rotated, $by);
    }

    public static function scaled(bool $double): self
    {
        return new self($double ? StatementKind::DoubleTime : StatementKind::HalfTime, 0);
    }

    public function kind(): StatementKind
    {
        return $this->kind;
    }

    public function scope(): string
    {
        return 'whole';
    }

    public function undone(Remainder $before): Remainder
    {
        $length = $before->loop();
        if (StatementKind::HalfTime === $this->kind) {
            // What has no room at half the pace could not be played.
            $room = intdiv($before->playedBars * $before->barTicks, 2);
            $before = $before->asking(static fn (array $row): array => array_values(
                array_filter($row, static fn (Stroke $stroke): bool => $stroke->written < $room),
            ));
        }

        if (StatementKind::Rotated === $this->kind && $before->leavesOut()) {
            $asked = [];
            foreach (array_keys($before->asked + $before->played) as $row) {
                $asked[$row] = $before->askedBefore($row, $before->asked[$row] ?? [], $this->by);
            }
            $before = $before->with($asked, $before->played);
        }

        return $before->changed(fn (Played $one): Played => $one->at(match ($this->kind) {
            StatementKind::Shifted => $one->written - $this->by,
            StatementKind::Rotated => self::round($one->written - $this->by, $length),
            StatementKind::DoubleTime => 2 * $one->written,
            default => (int) round($one->written / 2),
        }), StatementKind::HalfTime === $this->kind ? (int) ceil($before->playedBars / 2) : null);
    }

    /** @return int a tick round a loop */
    public static function round(int $tick, int $length): int
    {
        return ($tick % $length + $length) % $length;
    }

    public function ticks(): ?int
    {
        return 0 === $this->by ? null : $this->by;
    }
}
