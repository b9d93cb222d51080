<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\Uid\Uuid;

/** What a student is working on in one part. Its version counts the saves, so that two tabs never overwrite one another silently. */
#[ORM\Entity, ORM\UniqueConstraint(columns: ['part_id', 'student_id'])]
class Draft
{
    public const MOST_NOTE = 500;

    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Part $part,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $student,
        #[ORM\Column(type: 'pattern')]
        public Pattern $pattern,
        #[ORM\Column(length: self::MOST_NOTE)]
        public string $note,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public \DateTimeImmutable $savedAt,
    ) {
        $this->id = Uuid::v7();
    }
}
