<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Task\TaskPlan;

/** A task that ships, made of grooves of a lesson. */
final readonly class ReadyTask
{
    /** @param string $listen what it is good for, for the teacher */
    public function __construct(public string $key, public string $lesson, public int $level, public string $listen, public TaskPlan $plan)
    {
    }
}
