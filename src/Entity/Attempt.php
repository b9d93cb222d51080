<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\Uid\Uuid;

/** A beat as it was handed in, with how it compares. It never changes. */
#[ORM\Entity(readOnly: true), ORM\UniqueConstraint(columns: ['part_id', 'student_id', 'number'])]
class Attempt
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\OneToOne(mappedBy: 'attempt')]
    public ?Feedback $feedback = null;

    /**
     * @param int                        $number    of the student in this part, from 1
     * @param list<array<string, mixed>> $results   result objects of the comparison, the best target's first
     * @param float|null                 $placement of the best result, 0–1, null without a target; it and the suggested mark stand beside the results so that a list needs not read them
     */
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
        #[ORM\Column(type: 'json')]
        public readonly array $results,
        #[ORM\Column(nullable: true)]
        public readonly ?float $placement,
        #[ORM\Column(nullable: true)]
        public readonly ?float $suggested,
    ) {
        $this->id = Uuid::v7();
    }
}
