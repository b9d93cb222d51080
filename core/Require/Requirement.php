<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

/** One thing that a task asks of a beat. It is passed or failed, with nothing between. */
interface Requirement
{
    /** Its name in a file of requirements. */
    public function kind(): string;

    /** @return string what it asks for, in one sentence for a student */
    public function asks(): string;

    public function check(Submission $submission): Verdict;
}
