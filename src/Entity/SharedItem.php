<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A pattern of the Shelf that the students of a class may take: a kept one, or a groove that ships, by its key. */
#[ORM\Entity(readOnly: true)]
#[ORM\UniqueConstraint(columns: ['course_id', 'item_id']), ORM\UniqueConstraint(columns: ['course_id', 'groove'])]
class SharedItem
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Course $course,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly ?ShelfItem $item,
        #[ORM\Column(length: 60, nullable: true)]
        public readonly ?string $groove,
    ) {
        $this->id = Uuid::v7();
    }
}
