<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\TaskPlan;

/** An assignment as the Planner sends it. */
final readonly class PlanInput
{
    public const KEYS = ['title', 'brief', 'dueAt', 'late', 'grace', 'parts'];
    /** Minutes. */
    private const MOST_GRACE = 1440;

    /**
     * @param bool|null                 $late  whether late work is accepted; null where nothing is said
     * @param int|null                  $grace minutes; null where nothing is said
     * @param non-empty-list<PartInput> $parts
     */
    private function __construct(
        public string $title,
        public string $brief,
        public ?\DateTimeImmutable $dueAt,
        public ?bool $late,
        public ?int $grace,
        public array $parts,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(Fields $fields): self
    {
        $title = trim($fields->string('title'));
        // A plan is saved from the first change; it needs a name when the class sees it.
        if ('' !== $title) {
            Range::checkText('title', $title, Pattern::MOST_TITLE);
        }
        $grace = $fields->has('grace') ? $fields->int('grace') : null;
        Range::check('grace', $grace ?? 0, 0, self::MOST_GRACE);
        $parts = [];
        foreach ($fields->list('parts', 1, TaskPlan::MOST_PARTS) as $i => $data) {
            $parts[] = $part = PartInput::of($data, "parts[$i]");
            TaskPlan::checkFirst(0 === $i && $part->part->waits, "parts[$i].waits");
        }
        \assert([] !== $parts);

        return new self(
            $title,
            $fields->text('brief', PlanPart::MOST_BRIEF),
            Body::time($fields, 'dueAt'),
            $fields->has('late') ? $fields->bool('late', false) : null,
            $grace,
            $parts,
        );
    }

    /**
     * @return list<array{Part|null, PartInput}> each part that was sent, with the part that it changes
     *
     * @throws InvalidInput where a part is not of this assignment, or is sent twice
     */
    public function matched(Assignment $assignment): array
    {
        $known = [];
        foreach ($assignment->parts() as $part) {
            $known[(string) $part->id] = $part;
        }
        $matched = [];
        foreach ($this->parts as $i => $input) {
            if (null !== $input->id && !isset($known[$input->id])) {
                throw InvalidInput::at(
                    "parts[$i].id",
                    'there is no such part in this assignment, or it stands here twice; leave the id out for a new one.',
                );
            }
            $matched[] = [null === $input->id ? null : $known[$input->id], $input];
            unset($known[$input->id ?? '']);
        }

        return $matched;
    }

    /**
     * Whether this is what is there already.
     *
     * @throws InvalidInput as matched()
     */
    public function isSaved(Assignment $assignment): bool
    {
        $there = $assignment->parts();
        if ([$this->title, $this->brief] !== [$assignment->title, $assignment->brief]
            || $this->dueAt?->getTimestamp() !== $assignment->dueAt?->getTimestamp()
            || [$this->late ?? $assignment->late, $this->grace ?? $assignment->grace] !== [$assignment->late, $assignment->grace]
            || \count($this->parts) !== \count($there)) {
            return false;
        }
        foreach ($this->matched($assignment) as $i => [$part, $input]) {
            // What is sent again after it was made knows no id yet.
            if (!\in_array($part, [null, $there[$i]], true) || !$input->isSaved($there[$i])) {
                return false;
            }
        }

        return true;
    }
}
