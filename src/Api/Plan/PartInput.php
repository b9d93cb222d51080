<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\TaskFile;

/** A part as the Planner sends it. */
final readonly class PartInput
{
    /** @param string|null $id of the part that is changed; null for a new one */
    private function __construct(
        public ?string $id,
        public string $name,
        public string $brief,
        public Task $task,
        public bool $waits,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['id', 'name', 'brief', 'waits', ...TaskFile::KEYS]);

        $name = trim($fields->string('name', ''));
        if ('' !== $name) {
            Range::checkText($fields->at('name'), $name, Part::MOST_NAME);
        }

        return new self(
            $fields->isNull('id') ? null : $fields->string('id'),
            $name,
            $fields->has('brief') ? Body::text($fields, 'brief', Assignment::MOST_BRIEF) : '',
            TaskFile::of($fields),
            $fields->bool('waits', false),
        );
    }
}
