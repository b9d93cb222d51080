<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** One part of a plan: its task, what it is called, and whether it waits for the part before. */
final readonly class PlanPart
{
    public const KEYS = ['name', 'brief', 'waits', ...TaskFile::KEYS];
    public const MOST_NAME = 60;
    public const MOST_BRIEF = 2000;

    public function __construct(public Task $task, public string $name = '', public string $brief = '', public bool $waits = false)
    {
    }

    /** @throws InvalidInput naming the place */
    public static function of(Fields $fields): self
    {
        $name = trim($fields->string('name', ''));
        if ('' !== $name) {
            Range::checkText($fields->at('name'), $name, self::MOST_NAME);
        }

        return new self(TaskFile::of($fields), $name, $fields->text('brief', self::MOST_BRIEF), $fields->bool('waits', false));
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        return ['name' => $this->name, 'brief' => $this->brief, 'waits' => $this->waits] + TaskFile::toData($this->task);
    }
}
