<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** So many different sections are played. */
final readonly class SectionsAtLeast implements Requirement
{
    public function __construct(private int $number)
    {
    }

    public function kind(): string
    {
        return 'sections-at-least';
    }

    public function asks(): string
    {
        return 'At least '.Submission::plural($this->number, 'section').' '.(1 === $this->number ? 'is' : 'are').' played.';
    }

    public function check(Submission $submission): Verdict
    {
        $count = \count(array_unique(array_map(static fn (Section $section): string => $section->name, $submission->pattern->form())));

        return Verdict::of($count >= $this->number, Submission::plural($count, 'section').'.', Submission::plural($count, 'section')." so far; make at least $this->number.");
    }
}
