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

    /** @readonly @phpstan-allow-private-mutation When it opens to the class: a time to come where that is planned, null for a draft. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $publishedAt = null;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $dueAt = null;

    /** @readonly @phpstan-allow-private-mutation When its teacher closed it; null while it takes beats. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $closedAt = null;

    /** @readonly @phpstan-allow-private-mutation Whether it takes beats after it is due; they count as late. */
    #[ORM\Column(options: ['default' => false])]
    public bool $late = false;

    /** @readonly @phpstan-allow-private-mutation Minutes after it is due that are not late yet. */
    #[ORM\Column(type: 'smallint', options: ['default' => 0])]
    public int $grace = 0;

    /** @readonly @phpstan-allow-private-mutation Whether presses that claim an earlier time than their arrival count from then. */
    #[ORM\Column(options: ['default' => false])]
    public bool $trustsPresses = false;

    /** @readonly @phpstan-allow-private-mutation How much its marks count over the term; 0 for not at all. */
    #[ORM\Column(options: ['default' => 1])]
    public float $weight = 1;

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

    /** @param Uuid|null $id that a browser has chosen, so that a plan that is sent twice is one */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Course $course,
        /** @readonly */
        #[ORM\Column(type: 'datetimetz_immutable')]
        public \DateTimeImmutable $createdAt = new \DateTimeImmutable(),
        ?Uuid $id = null,
    ) {
        $this->id = $id ?? Uuid::v7();
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

    /** @param int $grace minutes */
    public function takeLate(bool $late, int $grace): void
    {
        [$this->late, $this->grace] = [$late, $grace];
    }

    public function trustPresses(bool $trusts): void
    {
        $this->trustsPresses = $trusts;
    }

    public function weigh(float $weight): void
    {
        $this->weight = $weight;
    }

    /** Opens it now, or at a time to come. What is open already stays open. */
    public function publish(\DateTimeImmutable $now, ?\DateTimeImmutable $at = null): void
    {
        if (null === $this->publishedAt || $this->publishedAt > $now) {
            $this->publishedAt = $at ?? $now;
        }
    }

    public function isPublished(\DateTimeImmutable $now): bool
    {
        return null !== $this->publishedAt && $this->publishedAt <= $now;
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

    /**
     * The same for a class, as a draft of its own.
     *
     * @param int $days later; the time of the day stays as the school's clocks show it, also over their change
     */
    public function copyTo(Course $course, int $days, \DateTimeImmutable $now): self
    {
        $copy = new self($course->school, $course, $now);
        $due = $this->dueAt?->setTimezone($course->school->zone())->modify(\sprintf('%+d days', $days));
        $copy->describe($this->title, $this->brief, false === $due ? null : $due);
        $copy->takeLate($this->late, $this->grace);
        $copy->weigh($this->weight);
        foreach ($this->parts() as $part) {
            $copy->add($part->task(), $part->waits)->describe($part->name, $part->brief);
        }

        return $copy;
    }

    /** Until when it is on time: for everybody, or for whoever has leave. */
    public function dueFor(?Exemption $leave): ?\DateTimeImmutable
    {
        return $leave->until ?? $this->dueAt?->add(new \DateInterval("PT{$this->grace}M"));
    }

    /** @return int minutes by which what came in then is late, counted from when it was due, rounded up; 0 where it is not */
    public function lateness(\DateTimeImmutable $at, ?Exemption $leave = null): int
    {
        return Lateness::minutes($at, $this->dueFor($leave), $leave->until ?? $this->dueAt);
    }

    /** @param Exemption|null $leave of the student who asks: it holds although the task is closed */
    public function isOpen(\DateTimeImmutable $now, ?Exemption $leave = null): bool
    {
        if (!$this->isPublished($now) || null !== $this->course->archivedAt) {
            return false;
        }
        if (null !== $leave?->until && $now <= $leave->until) {
            return true;
        }
        $due = $this->dueFor(null);

        return (null === $this->closedAt || $now < $this->closedAt) && ($this->late || null === $due || $now <= $due);
    }

    /** @return bool whether a beat that arrives now, and was handed in by the clock of the student's device at that time, is in time */
    public function wasOpen(\DateTimeImmutable $pressed, \DateTimeImmutable $now, ?Exemption $leave = null): bool
    {
        return $this->isOpen($pressed, $leave) && $now <= $pressed->modify(self::ARRIVES_WITHIN);
    }
}
