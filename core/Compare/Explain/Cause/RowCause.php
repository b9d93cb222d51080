<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain\Cause;

use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;

/** One thing that may have happened to a row by itself. */
abstract readonly class RowCause extends Cause
{
    public function __construct(public string $row, public Instrument $instrument)
    {
    }

    /**
     * The row as it would be without it.
     *
     * @param list<Stroke> $asked
     * @param list<Played> $played
     *
     * @return array{list<Stroke>, list<Played>} by tick
     */
    abstract public function within(array $asked, array $played, Remainder $of): array;

    public function undone(Remainder $before): Remainder
    {
        [$asked, $played] = $this->within($before->asked[$this->row] ?? [], $before->played[$this->row] ?? [], $before);

        return $before->with([$this->row => $asked] + $before->asked, [$this->row => $played] + $before->played);
    }

    public function scope(): string
    {
        return 'row';
    }

    public function instruments(): array
    {
        return [$this->instrument];
    }
}
