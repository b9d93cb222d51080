<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Frame;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** All strokes of a frame are there. */
final readonly class Contains implements Requirement
{
    public function __construct(private Pattern $frame)
    {
    }

    public function kind(): string
    {
        return 'contains';
    }

    public function asks(): string
    {
        return 'The given part is all there.';
    }

    public function check(Submission $submission): Verdict
    {
        [, $missing] = Frame::over($this->frame, $submission);
        $first = [] === $missing ? '' : lcfirst($missing[0]->instrument->label()).' at '.$submission->place($missing[0]);

        return Verdict::of([] === $missing, 'The given part is all there.', Submission::plural(\count($missing), 'hit').' of the given part '.(1 === \count($missing) ? 'is' : 'are')." missing; begin with $first.", $missing);
    }
}
