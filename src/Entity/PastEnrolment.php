<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** That a student was in a class, until when: by this they are found again and put back. */
#[ORM\Entity(readOnly: true)]
class PastEnrolment
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly Course $course,
        #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly Account $student,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\Column(name: 'until', type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $until,
    ) {
    }
}
