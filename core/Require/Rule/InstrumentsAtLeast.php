<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** So many different instruments are heard. */
final readonly class InstrumentsAtLeast implements Requirement
{
    public function __construct(private int $number)
    {
    }

    public function kind(): string
    {
        return 'instruments-at-least';
    }

    public function asks(): string
    {
        return 'At least '.Submission::plural($this->number, 'instrument').' '.(1 === $this->number ? 'is' : 'are').' heard.';
    }

    public function check(Submission $submission): Verdict
    {
        $heard = $submission->instruments();
        $count = \count($heard);

        return Verdict::of($count >= $this->number, Submission::plural($count, 'instrument').': '.Submission::names($heard).'.', Submission::plural($count, 'instrument')." so far; use at least $this->number.");
    }
}
