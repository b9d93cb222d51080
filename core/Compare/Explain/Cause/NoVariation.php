<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
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

    public function undone(Remainder $before): Remainder
    {
        return $before->changed(
            fn (Played $one): ?Played => \in_array($before->bar($one->tick), $this->instead, true) ? null : $one,
            fn (Stroke $stroke): bool => !\in_array($before->bar($stroke->tick()), $this->instead, true),
        );
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
