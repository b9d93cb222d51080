<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What a student has in a column of a teacher's own. */
#[ORM\Entity]
class OwnMark
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(name: 'column_id', onDelete: 'CASCADE')]
        public readonly OwnColumn $column,
        #[ORM\Id, ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly Account $student,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column]
        public float $mark,
    ) {
    }

    public function give(float $mark): void
    {
        $this->mark = $mark;
    }
}
