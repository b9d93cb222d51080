<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** The tempo lies in a range. */
final readonly class TempoBetween implements Requirement
{
    /**
     * @param float $low quarter notes a minute
     */
    public function __construct(private float $low, private float $high)
    {
    }

    public function kind(): string
    {
        return 'tempo-between';
    }

    public function asks(): string
    {
        return "The tempo lies between $this->low and $this->high quarter notes a minute.";
    }

    public function check(Submission $submission): Verdict
    {
        $quarters = round($submission->pattern->tempo->quarters(), 2);

        return Verdict::of(
            $quarters >= $this->low && $quarters <= $this->high,
            "The tempo is $quarters, between $this->low and $this->high.",
            "The tempo is $quarters quarter notes a minute; choose one between $this->low and $this->high.",
        );
    }
}
