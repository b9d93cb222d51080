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
use Pulsanda\Core\Say\Voice;

/** An instrument sounds on the first downbeat. */
final readonly class StartsWith implements Requirement
{
    public function __construct(private Instrument $instrument)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('starts-with', [Blank::instrument()], ['instrument' => 'kick']);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.starts-with', ['name' => $voice->label($this->instrument)]);
    }

    public function check(Submission $submission): Verdict
    {
        $near = static fn (Stroke $stroke): bool => abs($stroke->tick) <= $submission->tolerance->grace;
        $first = array_values(array_filter($submission->on($this->instrument), $near));

        return Verdict::of([] !== $first, ['instrument' => $this->instrument], $first);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.starts-with.'.$verdict->way(), ['name' => $verdict->named($voice)]);
    }
}
