<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A task that a teacher sets to a class: one or several parts in a row. Students see it once it is published. */
#[ORM\Entity]
class Assignment
{
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $publishedAt = null;

    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $dueAt = null;

    /** @var Collection<int, Part> */
    #[ORM\OneToMany(targetEntity: Part::class, mappedBy: 'assignment', cascade: ['persist', 'remove']), ORM\OrderBy(['position' => 'ASC'])]
    public Collection $parts;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Course $course,
        #[ORM\Column(length: 120)]
        public string $title,
        #[ORM\Column(type: 'text')]
        public string $brief,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $createdAt = new \DateTimeImmutable(),
    ) {
        $this->id = Uuid::v7();
        $this->parts = new ArrayCollection();
    }

    public function isOpen(\DateTimeImmutable $now): bool
    {
        return null !== $this->publishedAt && (null === $this->dueAt || $now <= $this->dueAt);
    }
}
