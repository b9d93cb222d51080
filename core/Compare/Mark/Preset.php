<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Input\InvalidInput;

/** Ways to mark, to start from: what a task is about decides how far the other aspects can take from what is in place. */
enum Preset: string
{
    case Usual = 'usual';
    case Copy = 'copy';
    case Placement = 'placement';
    case Dynamics = 'dynamics';
    case Swing = 'swing';
    case Meter = 'meter';
    case Played = 'played';

    /** @throws InvalidInput never: every value is within its limits */
    public function policy(): Policy
    {
        return match ($this) {
            self::Usual => Policy::of(),
            self::Copy => Policy::of(
                Tolerance::of(15, 120),
                credit: ['moved' => 0.25, 'other-drum' => 0.25],
                weights: ['placement' => 60, 'dynamics' => 20, 'feel' => 10, 'tempo' => 5, 'form' => 5],
            ),
            self::Placement => Policy::of(weights: ['placement' => 100, 'dynamics' => 0, 'feel' => 0, 'tempo' => 0, 'form' => 0]),
            self::Dynamics => Policy::of(weights: ['placement' => 40, 'dynamics' => 60, 'feel' => 0, 'tempo' => 0, 'form' => 0]),
            self::Swing => Policy::of(weights: ['placement' => 40, 'dynamics' => 0, 'feel' => 60, 'tempo' => 0, 'form' => 0]),
            self::Played => Policy::of(weights: ['placement' => 50, 'dynamics' => 20, 'feel' => 30, 'tempo' => 0, 'form' => 0]),
            self::Meter => Policy::of(weights: ['placement' => 60, 'dynamics' => 0, 'feel' => 0, 'tempo' => 0, 'form' => 40]),
        };
    }
}
