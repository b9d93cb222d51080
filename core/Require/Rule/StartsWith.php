<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** An instrument sounds on the first downbeat. */
final readonly class StartsWith implements Requirement
{
    public function __construct(private Instrument $instrument)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'starts-with',
            'a first downbeat',
            [Blank::instrument('instrument'), 'stands on the first downbeat.'],
            ['instrument' => 'kick'],
        );
    }

    public function asks(): string
    {
        return $this->instrument->label().' stands on the first downbeat.';
    }

    public function check(Submission $submission): Verdict
    {
        $near = static fn (Stroke $stroke): bool => abs($stroke->tick) <= $submission->tolerance->grace;
        $first = array_values(array_filter($submission->on($this->instrument), $near));

        return Verdict::of([] !== $first, ['instrument' => $this->instrument], $first);
    }

    public static function says(Verdict $verdict, \Closure $place): string
    {
        $name = lcfirst($verdict->instrument());

        return $verdict->passed ? "The beat starts with $name." : "Put $name on the first downbeat.";
    }
}
