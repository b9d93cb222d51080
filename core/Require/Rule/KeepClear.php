<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Frame;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** None of the strokes of a frame is there. */
final readonly class KeepClear implements Requirement
{
    public function __construct(private Pattern $frame)
    {
    }

    public function kind(): string
    {
        return 'keep-clear';
    }

    public function asks(): string
    {
        return 'The places that should stay clear are clear.';
    }

    public function check(Submission $submission): Verdict
    {
        [$there] = Frame::over($this->frame, $submission);
        $first = [] === $there ? '' : lcfirst($there[0]->instrument->label()).' at '.$submission->place($there[0]);

        return Verdict::of([] === $there, 'What should stay clear is clear.', Submission::plural(\count($there), 'hit').' '.(1 === \count($there) ? 'stands' : 'stand')." where it should stay clear; take out $first first.", $there);
    }
}
