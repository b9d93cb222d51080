<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\Common\Collections\ArrayCollection;
use Doctrine\Common\Collections\Collection;
use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Task\Task;
use Symfony\Component\Uid\Uuid;

/**
 * A task that a teacher sets to a class: one or several parts in a row. Students see it once it is published. Its version counts the
 * savings of the plan, so that two tabs never overwrite one another silently.
 */
#[ORM\Entity]
class Assignment
{
    /** How long a beat that was handed in in time, without a connection, may be on its way. */
    public const ARRIVES_WITHIN = '+7 days';

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column]
    public int $version = 0;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $publishedAt = null;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $dueAt = null;

    /** @readonly @phpstan-allow-private-mutation When its teacher closed it; null while it takes beats. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $closedAt = null;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: 120)]
    public string $title = '';

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'text')]
    public string $brief = '';

    /** @var Collection<int, Part> */
    #[ORM\OneToMany(targetEntity: Part::class, mappedBy: 'assignment', cascade: ['persist', 'remove'], orphanRemoval: true),
        ORM\OrderBy(['position' => 'ASC']),]
    private Collection $parts;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Course $course,
        /** @readonly */
        #[ORM\Column(type: 'datetimetz_immutable')]
        public \DateTimeImmutable $createdAt = new \DateTimeImmutable(),
    ) {
        $this->id = Uuid::v7();
        $this->parts = new ArrayCollection();
    }

    /** @return list<Part> in their order */
    public function parts(): array
    {
        $parts = array_values($this->parts->toArray());
        usort($parts, static fn (Part $a, Part $b): int => $a->position <=> $b->position);

        return $parts;
    }

    /** Says what it is about; every saving of the plan does. */
    public function describe(string $title, string $brief, ?\DateTimeImmutable $dueAt): void
    {
        [$this->title, $this->brief, $this->dueAt] = [$title, $brief, $dueAt];
        ++$this->version;
    }

    /** Adds a part at the end, or at a position from 1. */
    public function add(Task $task, bool $waits = false, ?int $position = null): Part
    {
        $part = new Part($this->school, $this, $position ?? $this->parts->count() + 1, $task, $waits);
        $this->parts->add($part);

        return $part;
    }

    public function remove(Part $part): void
    {
        $this->parts->removeElement($part);
    }

    public function publish(\DateTimeImmutable $now): void
    {
        $this->publishedAt ??= $now;
    }

    /** Takes it back from the class: it is the teacher's own again, open as it was. */
    public function withdraw(): void
    {
        [$this->publishedAt, $this->closedAt] = [null, null];
    }

    public function close(\DateTimeImmutable $now): void
    {
        $this->closedAt ??= $now;
    }

    public function reopen(): void
    {
        $this->closedAt = null;
    }

    public function isOpen(\DateTimeImmutable $now): bool
    {
        return null !== $this->publishedAt && (null === $this->closedAt || $now < $this->closedAt)
            && (null === $this->dueAt || $now <= $this->dueAt);
    }

    /** @return bool whether a beat that arrives now, and was handed in by the clock of the student's device at that time, is in time */
    public function wasOpen(\DateTimeImmutable $pressed, \DateTimeImmutable $now): bool
    {
        return $this->isOpen($pressed) && $pressed >= $this->publishedAt && $now <= $pressed->modify(self::ARRIVES_WITHIN);
    }
}
