<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A teacher's answer to one attempt. The student sees it once it is returned. */
#[ORM\Entity]
class Feedback
{
    public const MOST_TEXT = 4000;

    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $returnedAt = null;

    /** @param float|null $mark null while the teacher has set none */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\OneToOne(inversedBy: 'feedback'), ORM\JoinColumn(nullable: false)]
        public readonly Attempt $attempt,
        #[ORM\Column(nullable: true)]
        public ?float $mark = null,
        #[ORM\Column(type: 'text')]
        public string $text = '',
    ) {
        $this->id = Uuid::v7();
    }
}
