<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Stroke;

/** Where the target's bars differ, the submission repeats one bar. */
final readonly class NoVariation extends Cause
{
    /**
     * @param int       $bar     the bar that is repeated, from 1
     * @param list<int> $instead the bars that should differ from it
     */
    public function __construct(private int $bar, private array $instead)
    {
    }

    public function kind(): StatementKind
    {
        return StatementKind::NoVariation;
    }

    public function scope(): string
    {
        return 'bar';
    }

    /** What is asked is then the target as if it were repeated. */
    public function undone(Remainder $before): Remainder
    {
        $rows = [];
        foreach ($before->asked as $row => $strokes) {
            $in = static fn (int $bar): array => array_filter($strokes, static fn (Stroke $one): bool => $before->bar($one) === $bar);
            $rows[$row] = array_values(
                array_filter($strokes, fn (Stroke $one): bool => !\in_array($before->bar($one), $this->instead, true)),
            );
            foreach ($this->instead as $bar) {
                foreach ($in($this->bar) as $stroke) {
                    $rows[$row][] = $stroke->later(($bar - $this->bar) * $before->barTicks);
                }
            }
        }

        return $before->with(array_map(Remainder::sorted(...), $rows), $before->played);
    }

    public function repairs(): bool
    {
        return false;
    }

    public function bars(): array
    {
        return $this->instead;
    }

    public function values(): array
    {
        return ['bar' => $this->bar];
    }
}
