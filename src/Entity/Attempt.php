<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Requirements;
use Symfony\Component\Uid\Uuid;

/**
 * A beat as it was handed in: that never changes. What the core says of it changes when the task does.
 *
 * @phpstan-import-type Result from Comparison
 * @phpstan-import-type Checked from Requirements
 */
#[ORM\Entity, ORM\UniqueConstraint(columns: ['part_id', 'student_id', 'number'])]
class Attempt
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\OneToOne(mappedBy: 'attempt')]
    public ?Feedback $feedback = null;

    /** @var list<Result> the best target's first */
    #[ORM\Column(type: 'json')]
    public array $results = [];

    /** @var Checked|null null where the part has no requirements */
    #[ORM\Column(type: 'json', nullable: true)]
    public ?array $checked = null;

    /** @var array<string, float|null> of the best result; like all that follows it stands beside the results so that a list needs not read them */
    #[ORM\Column(type: 'json')]
    public array $aspects = [];

    /** @var list<string> the sentences of the statements, and of the requirements that are not met */
    #[ORM\Column(type: 'json')]
    public array $said = [];

    #[ORM\Column(nullable: true)]
    public ?float $suggested = null;

    /** @param int $number of the student in this part, from 1 */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Part $part,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $student,
        #[ORM\Column]
        public readonly int $number,
        #[ORM\Column(type: 'pattern')]
        public readonly Pattern $pattern,
        #[ORM\Column(length: Draft::MOST_NOTE)]
        public readonly string $note,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $handedInAt,
        Assessment $assessment,
    ) {
        $this->id = Uuid::v7();
        $this->take($assessment);
    }

    public function take(Assessment $assessment): void
    {
        [$this->results, $this->checked, $this->aspects] = [$assessment->results, $assessment->checked, $assessment->aspects()];
        [$this->said, $this->suggested] = [$assessment->said(), $assessment->suggested()];
    }
}
