<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** The swing lies in a range. */
final readonly class SwingBetween implements Requirement
{
    public function __construct(private float $low, private float $high)
    {
    }

    public function kind(): string
    {
        return 'swing-between';
    }

    public function asks(): string
    {
        return "The swing lies between $this->low and $this->high percent.";
    }

    public function check(Submission $submission): Verdict
    {
        $swing = $submission->pattern->swing->percent;

        return Verdict::of($swing >= $this->low && $swing <= $this->high, "The swing is $swing percent.", "The swing is $swing percent; choose one between $this->low and $this->high.");
    }
}
