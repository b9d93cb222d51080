<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** The student says so many words about the work. */
final readonly class NoteWords implements Requirement
{
    public function __construct(private int $least)
    {
    }

    public function kind(): string
    {
        return 'note-words';
    }

    public function asks(): string
    {
        return 'Your line about the work has at least '.Submission::plural($this->least, 'word').'.';
    }

    public function check(Submission $submission): Verdict
    {
        $count = (int) preg_match_all('/[\p{L}\p{N}]+(?:[\'’-][\p{L}\p{N}]+)*/u', $submission->note);

        return Verdict::of($count >= $this->least, 'You said what you chose.', Submission::plural($count, 'word').' about your work; write at least '.$this->least.'.');
    }
}
