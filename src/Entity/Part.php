<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Policy;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Freedom;
use Symfony\Component\Uid\Uuid;

/** One part of an assignment, with what it fixes (by the start pattern) and what it leaves open. */
#[ORM\Entity]
class Part
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param list<Instrument> $instruments offered to the student, in the order of the rows
     * @param Pattern          $start       what a student begins with; it fixes all that is not left open
     * @param list<Pattern>    $targets     none where the task has nothing to copy
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
    ) {
        $this->id = Uuid::v7();
    }

    public function target(): ?Pattern
    {
        return $this->targets[0] ?? null;
    }

    /** @return list<Comparison> with each target, the best first; none where there is no target */
    public function compare(Pattern $submission): array
    {
        return [] === $this->targets ? [] : Comparison::withEach($this->targets, $submission, $this->policy);
    }
}
