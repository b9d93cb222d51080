<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\Uid\Uuid;

/**
 * What a student is working on in one part. Its version counts the saves, so that two tabs never overwrite one another silently; Drafts
 * writes it, in one statement.
 */
#[ORM\Entity(readOnly: true), ORM\UniqueConstraint(columns: ['part_id', 'student_id'])]
class Draft
{
    public const MOST_NOTE = 500;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column(options: ['default' => 1])]
    public readonly int $version;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Part $part,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $student,
        #[ORM\Column(type: 'pattern')]
        public readonly Pattern $pattern,
        #[ORM\Column(length: self::MOST_NOTE)]
        public readonly string $note,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $savedAt,
    ) {
        $this->id = Uuid::v7();
        $this->version = 1;
    }
}
