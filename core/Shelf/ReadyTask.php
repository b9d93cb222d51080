<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Task\TaskPlan;

/** A task that ships, made of grooves of a lesson. */
final readonly class ReadyTask
{
    /**
     * @param string       $form         'easier', 'harder', or '' for the task itself; students see the title alone
     * @param string       $listen       what it is good for, for the teacher
     * @param string       $trains       what students practise in it
     * @param string       $introduction how a teacher introduces it, in two sentences
     * @param list<string> $plays        what somebody types who does what the words say, by part; ReadyTaskTest proves it
     */
    public function __construct(
        public string $key,
        public string $lesson,
        public int $level,
        public string $form,
        public string $listen,
        public string $trains,
        public string $introduction,
        public TaskPlan $plan,
        public array $plays,
    ) {
    }
}
