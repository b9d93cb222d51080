<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** An instrument sounds on the first downbeat. */
final readonly class StartsWith implements Requirement
{
    public function __construct(private Instrument $instrument)
    {
    }

    public function kind(): string
    {
        return 'starts-with';
    }

    public function asks(): string
    {
        return $this->instrument->label().' stands on the first downbeat.';
    }

    public function check(Submission $submission): Verdict
    {
        $first = array_values(array_filter($submission->on($this->instrument), static fn (Stroke $stroke): bool => abs($stroke->tick()) <= $submission->policy->grace));
        $name = lcfirst($this->instrument->label());

        return Verdict::of([] !== $first, "The beat starts with $name.", "Put $name on the first downbeat.", $first);
    }
}
