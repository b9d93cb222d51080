<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** How often a student has asked about a beat of a part, and listened to its target. */
#[ORM\Entity, ORM\UniqueConstraint(columns: ['part_id', 'student_id'])]
class HelpUse
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column]
    public int $checks = 0;

    #[ORM\Column]
    public int $hearings = 0;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Part $part,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $student,
    ) {
        $this->id = Uuid::v7();
    }
}
