<?php

declare(strict_types=1);

namespace Pulsanda\Core\Shelf;

use Pulsanda\Core\Say\Phrases;
use Pulsanda\Core\Task\TaskPlan;

/** A task that ships, made of grooves of a lesson. Its words stand in lang/, as `ready.light-the-lamps.trains`. */
final readonly class ReadyTask
{
    public string $key;
    /** What it has in common with its easier and its harder form: the words for the teacher. */
    private string $common;

    /**
     * @param string       $form  'easier', 'harder', or '' for the task itself; students see the title alone
     * @param TaskPlan     $plan  without its brief
     * @param list<string> $plays what somebody types who does what the words say, by part; ReadyTaskTest proves it
     */
    public function __construct(
        public string $lesson,
        public int $level,
        public string $form,
        public TaskPlan $plan,
        public array $plays,
    ) {
        $this->common = Groove::keyOf($plan->title);
        $this->key = Groove::keyOf("$plan->title $form");
    }

    /** With its brief, as students read it. */
    public function planIn(Phrases $phrases): TaskPlan
    {
        return new TaskPlan($this->plan->title, $phrases->say("ready.$this->key.brief"), $this->plan->parts);
    }

    /**
     * What is said of it to teachers.
     *
     * @param string $what "listen": what it is good for; "trains": what students practise; "introduction": two sentences to begin
     */
    public function say(string $what, Phrases $phrases): string
    {
        return $phrases->say("ready.$this->common.$what");
    }
}
