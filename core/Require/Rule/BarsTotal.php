<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** One pass has so many bars. */
final readonly class BarsTotal implements Requirement
{
    public function __construct(private int $low, private int $high)
    {
    }

    public function kind(): string
    {
        return 'bars-total';
    }

    public function asks(): string
    {
        return 'One pass lasts '.($this->low === $this->high ? Submission::plural($this->low, 'bar') : "$this->low to $this->high bars").'.';
    }

    public function check(Submission $submission): Verdict
    {
        $bars = $submission->pattern->bars();
        $range = $this->low === $this->high ? "$this->low" : "$this->low to $this->high";

        return Verdict::of($bars >= $this->low && $bars <= $this->high, Submission::plural($bars, 'bar').' in all.', Submission::plural($bars, 'bar')." in all; make it $range.");
    }
}
