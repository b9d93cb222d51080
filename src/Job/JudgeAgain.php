<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

/** The task of a part has changed: every attempt at it that rests on an older revision is to be judged again. */
final readonly class JudgeAgain
{
    public function __construct(public string $part)
    {
    }
}
