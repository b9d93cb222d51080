<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A student's place in a class. */
#[ORM\Entity]
class Enrolment
{
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\Id, ORM\ManyToOne]
        public readonly Course $course,
        #[ORM\Id, ORM\ManyToOne]
        public readonly Account $student,
        /** The name that another system has for this place; null where somebody here has given it. */
        #[ORM\Column(length: 60, nullable: true)]
        public readonly ?string $source = null,
    ) {
    }
}
