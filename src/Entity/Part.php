<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\View;
use Symfony\Component\Uid\Uuid;

/**
 * One part of an assignment: a task, its place in the row, and whether it waits for the part before.
 *
 * The revision counts the changes of how beats are judged; a result that rests on an older one is judged again.
 */
#[ORM\Entity]
class Part
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column]
    public int $revision = 1;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: PlanPart::MOST_NAME)]
    public string $name = '';

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'text')]
    public string $brief = '';

    /** @readonly @phpstan-allow-private-mutation The highest mark, kept beside what it follows from so that a list needs not read that. */
    #[ORM\Column]
    public float $points = 0;

    #[ORM\Column(length: 10, enumType: Kind::class)]
    private Kind $kind;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: 10, enumType: View::class)]
    public View $view;

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var list<Instrument>
     */
    #[ORM\Column(type: 'simple_array', enumType: Instrument::class)]
    public array $instruments;

    /** @readonly @phpstan-allow-private-mutation What a student begins with. */
    #[ORM\Column(type: 'pattern')]
    public Pattern $start;

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var list<Pattern>
     */
    #[ORM\Column(type: 'patterns')]
    public array $targets;

    #[ORM\Column(type: 'policy')]
    private Policy $policy;

    #[ORM\Column(type: 'freedom')]
    private Freedom $freedom;

    #[ORM\Column(type: 'requirements')]
    private Requirements $requirements;

    #[ORM\Column(type: 'help')]
    private Help $help;

    /**
     * @param int  $position from 1
     * @param bool $waits    whether it opens only when the part before is right
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne(inversedBy: 'parts'), ORM\JoinColumn(nullable: false)]
        public readonly Assignment $assignment,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column]
        public int $position,
        Task $task,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column]
        public bool $waits = false,
    ) {
        $this->id = Uuid::v7();
        $this->set($task);
    }

    public function planned(): PlanPart
    {
        return new PlanPart($this->task(), $this->name, $this->brief, $this->waits);
    }

    public function task(): Task
    {
        return Task::of(
            $this->kind,
            $this->view,
            $this->instruments,
            $this->start,
            $this->targets,
            $this->policy,
            $this->freedom,
            $this->requirements,
            $this->help,
        );
    }

    /** Takes another task; where it judges otherwise, the revision goes up, and every result of before is out of date. */
    public function change(Task $task, int $position, bool $waits): void
    {
        if (!$task->judgesAs($this->task())) {
            ++$this->revision;
        }
        [$this->position, $this->waits] = [$position, $waits];
        $this->set($task);
    }

    /** Says what it is called, where it has a name, and what it is about beside the brief of the whole. */
    public function describe(string $name, string $brief): void
    {
        [$this->name, $this->brief] = [$name, $brief];
    }

    public function target(): ?Pattern
    {
        return $this->targets[0] ?? null;
    }

    /** @return bool whether every target has a hit */
    public function isDrawn(): bool
    {
        return [] === array_filter($this->targets, static fn (Pattern $target): bool => 0 === $target->hitCount());
    }

    /** @param int|null $left how much is to be said to the newest attempt at the part before; null when there is none */
    public function isOpenAfter(?int $left): bool
    {
        return !$this->waits || 0 === $left;
    }

    private function set(Task $task): void
    {
        [$this->kind, $this->view, $this->instruments, $this->start, $this->targets] = [
            $task->kind,
            $task->view,
            $task->instruments,
            $task->start,
            $task->targets,
        ];
        [$this->policy, $this->freedom, $this->requirements, $this->help] = [
            $task->policy,
            $task->freedom,
            $task->requirements,
            $task->help,
        ];
        $this->points = $task->points();
    }
}
