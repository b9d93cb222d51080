<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** Comparing all attempts of a part again after its task has changed: how far it is. */
#[ORM\Entity]
class Recomparison
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column]
    public int $done = 0;

    /** Counts the askings: one that comes while another is being worked on begins it anew. */
    #[ORM\Column]
    public int $run = 1;

    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $finishedAt = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\OneToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Part $part,
        #[ORM\Column]
        public int $total,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public \DateTimeImmutable $askedAt,
    ) {
        $this->id = Uuid::v7();
    }
}
