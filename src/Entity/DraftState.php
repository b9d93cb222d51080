<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\Uid\Uuid;

/** A draft as it was at one save. States go after an hour, unless the student has kept one. */
#[ORM\Entity, ORM\Index(columns: ['draft_id', 'saved_at'])]
class DraftState
{
    public const KEPT_FOR = '-1 hour';
    public const MOST_KEPT = 20;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column]
    public bool $kept = false;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Draft $draft,
        #[ORM\Column]
        public readonly int $version,
        #[ORM\Column(type: 'pattern')]
        public readonly Pattern $pattern,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $savedAt,
    ) {
        $this->id = Uuid::v7();
    }

    public function keep(): void
    {
        $this->kept = true;
    }
}
