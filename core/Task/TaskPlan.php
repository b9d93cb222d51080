<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;

/** A whole task with all its parts, as it is planned: without a class and without a time. */
final readonly class TaskPlan
{
    public const KEYS = ['title', 'brief', 'parts'];
    public const MOST_PARTS = 8;

    /** @param non-empty-list<PlanPart> $parts of which the first does not wait */
    public function __construct(public string $title, public string $brief, public array $parts)
    {
    }

    /** @throws InvalidInput naming the place */
    public static function of(Fields $fields): self
    {
        $title = trim($fields->string('title'));
        Range::checkText($fields->at('title'), $title, Pattern::MOST_TITLE);
        $parts = [];
        foreach ($fields->list('parts', 1, self::MOST_PARTS) as $i => $data) {
            $parts[] = PlanPart::of(Fields::of($data, $fields->at("parts[$i]"), PlanPart::KEYS));
        }
        if ([] === $parts) {
            throw new \LogicException('A list of at least one is not empty.');
        }
        self::checkFirst($parts[0]->waits, $fields->at('parts[0].waits'));

        return new self($title, $fields->text('brief', PlanPart::MOST_BRIEF), $parts);
    }

    /** @throws InvalidInput where the first part waits */
    public static function checkFirst(bool $waits, string $path): void
    {
        if ($waits) {
            throw InvalidInput::at($path, 'the first part has none before it to wait for.');
        }
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        return [
            'title' => $this->title,
            'brief' => $this->brief,
            'parts' => array_map(static fn (PlanPart $part): array => $part->toData(), $this->parts),
        ];
    }
}
