<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Symfony\Component\Uid\Uuid;

/** One part of an assignment, with what it fixes (by the start pattern), what it leaves open, and what it asks. */
#[ORM\Entity]
class Part
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** The highest mark, kept beside what it follows from so that a list needs not read that. */
    #[ORM\Column]
    public float $points = 0;

    /**
     * @param int              $position    from 1
     * @param list<Instrument> $instruments offered to the student, in the order of the rows
     * @param Pattern          $start       what a student begins with; it fixes all that is not left open
     * @param list<Pattern>    $targets     none where the task has nothing to copy
     * @param bool             $waits       whether it opens only when the part before is right
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne(inversedBy: 'parts'), ORM\JoinColumn(nullable: false)]
        public readonly Assignment $assignment,
        #[ORM\Column]
        public int $position,
        #[ORM\Column(length: 10, enumType: PartKind::class)]
        public PartKind $kind,
        #[ORM\Column(length: 10, enumType: TargetView::class)]
        public TargetView $view,
        #[ORM\Column(type: 'simple_array', enumType: Instrument::class)]
        public array $instruments,
        #[ORM\Column(type: 'pattern')]
        public Pattern $start,
        #[ORM\Column(type: 'patterns')]
        public array $targets,
        #[ORM\Column(type: 'policy')]
        public Policy $policy,
        #[ORM\Column(type: 'freedom')]
        public Freedom $freedom,
        #[ORM\Column(type: 'requirements')]
        public Requirements $requirements,
        #[ORM\Column(type: 'help')]
        public Help $help,
        #[ORM\Column]
        public bool $waits = false,
    ) {
        $this->id = Uuid::v7();
        $this->countPoints();
    }

    public function countPoints(): void
    {
        $this->points = ([] !== $this->targets || $this->requirements->isEmpty() ? $this->policy->points : 0) + $this->requirements->points();
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

    /** @param list<string>|null $said to the newest attempt at the part before; null when there is none */
    public function isOpenAfter(?array $said): bool
    {
        return !$this->waits || [] === $said;
    }

    /** @return list<Comparison> with each target, the best first; none where there is no target */
    public function compare(Pattern $submission): array
    {
        return [] === $this->targets ? [] : Comparison::withEach($this->targets, $submission, $this->policy->within($this->freedom->tempo));
    }

    /**
     * @param string $note    the student's line about the work
     * @param bool   $compare false for the requirements alone
     */
    public function assess(Pattern $submission, string $note, bool $compare = true): Assessment
    {
        $checked = $this->requirements->isEmpty() ? null : $this->requirements->check(Submission::of($submission, $note, $this->policy));

        return new Assessment($compare ? $this->compare($submission) : [], $checked);
    }
}
