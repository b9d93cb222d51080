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

    /** The target is then read as if it were repeated. */
    public function undone(Remainder $before): Remainder
    {
        $rows = [];
        $instead = array_fill_keys($this->instead, true);
        foreach ($before->askedInBars() as $row => $bars) {
            $repeated = $bars[$this->bar] ?? [];
            $all = $bars + $instead;
            ksort($all);
            $rows[$row] = [];
            foreach (array_keys($all) as $bar) {
                $by = ($bar - $this->bar) * $before->barTicks;
                $asked = isset($instead[$bar])
                    ? array_map(static fn (Stroke $one): Stroke => $one->later($by), $repeated)
                    : $bars[$bar] ?? [];
                array_push($rows[$row], ...$asked);
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
