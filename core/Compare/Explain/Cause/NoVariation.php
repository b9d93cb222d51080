<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\StatementKind;
use Pulsanda\Core\Compare\Wording;
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

    public function text(Wording $wording, int $strokes): string
    {
        $are = \count($this->instead) > 1 ? 'Bars '.Wording::join(array_map(strval(...), $this->instead)).' are' : 'Bar '.implode('', $this->instead).' is';

        return \count($this->instead) > 4
            ? "Every bar repeats bar $this->bar; make the others different, as asked."
            : "$are the same as bar $this->bar; make the change that is asked.";
    }
}
