<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Judge;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Task\Findings;
use Pulsanda\Core\Task\Judgement;
use Symfony\Component\Uid\Uuid;

/**
 * A beat as it was handed in: that never changes. What the core says of it is of one revision of its part, and is said anew after the
 * part has changed. All but the results is small, so that a list needs not read them.
 *
 * @phpstan-import-type Compared from Comparison
 * @phpstan-import-type Checked from Requirements
 * @phpstan-import-type FindingsData from Findings
 */
#[ORM\Entity]
#[ORM\UniqueConstraint(columns: ['part_id', 'student_id', 'number'])]
#[ORM\UniqueConstraint(columns: ['part_id', 'student_id', 'press'])]
class Attempt
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\OneToOne(mappedBy: 'attempt')]
    public ?Feedback $feedback = null;

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var list<Compared> the best target's first
     */
    #[ORM\Column(type: 'json')]
    public array $results = [];

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var Checked|null null where the part has no requirements
     */
    #[ORM\Column(type: 'json', nullable: true)]
    public ?array $checked = null;

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var array<string, float|null> of the best result
     */
    #[ORM\Column(type: 'json')]
    public array $aspects = [];

    /** @var FindingsData */
    #[ORM\Column(type: 'json')]
    private array $findings;

    /** @readonly @phpstan-allow-private-mutation How much there is to say: 0 opens a part that waits. */
    #[ORM\Column]
    public int $found = 0;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(nullable: true)]
    public ?float $suggested = null;

    /**
     * @readonly
     *
     * @phpstan-allow-private-mutation Whether the student may know if it is right, as by a part that opens after it. What is to be
     * found by ear is told as often as the task allows checks, and by the teacher.
     */
    #[ORM\Column]
    public bool $told = true;

    /** @readonly @phpstan-allow-private-mutation The revision of the part by which it is judged. */
    #[ORM\Column]
    public int $judged = 0;

    /** @readonly @phpstan-allow-private-mutation The revision of the part by which it could not be judged; null where it could. */
    #[ORM\Column(nullable: true)]
    public ?int $failed = null;

    /** @readonly @phpstan-allow-private-mutation The version of the comparison that judged it, see Judge. */
    #[ORM\Column(type: 'smallint')]
    public int $judge = 0;

    /** @readonly @phpstan-allow-private-mutation What was suggested before it was judged anew, until its teacher has given feedback. */
    #[ORM\Column(nullable: true)]
    public ?float $suggestedBefore = null;

    /** @readonly @phpstan-allow-private-mutation Whether a better comparison suggests another mark, and its teachers have not been told. */
    #[ORM\Column(options: ['default' => false])]
    public bool $improved = false;

    /** @readonly @phpstan-allow-private-mutation Whether its teacher counts it from when it was pressed; null where that is not decided. */
    #[ORM\Column(nullable: true)]
    public ?bool $pressAccepted = null;

    /**
     * @param int                     $number    of the student in this part, from 1
     * @param Uuid|null               $press     names the press of "Hand in", so that one press hands in once however often it is sent
     * @param \DateTimeImmutable|null $pressedAt when that was, by the student's device, where it arrived only after it was due
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Part $part,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $student,
        #[ORM\Column]
        public readonly int $number,
        #[ORM\Column(type: 'pattern')]
        public readonly Pattern $pattern,
        #[ORM\Column(length: Draft::MOST_NOTE)]
        public readonly string $note,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $handedInAt,
        Judgement $judgement,
        int $revision,
        #[ORM\Column(type: 'uuid', nullable: true)]
        public readonly ?Uuid $press = null,
        bool $told = true,
        #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
        public readonly ?\DateTimeImmutable $pressedAt = null,
    ) {
        $this->id = Uuid::v7();
        $this->told = $told;
        $this->take($judgement, $revision);
    }

    public function findings(): Findings
    {
        return new Findings($this->findings);
    }

    /** @param int $revision of the part by which it was judged */
    public function take(Judgement $judgement, int $revision): void
    {
        if ($this->judge > 0 && $this->suggested !== $judgement->suggested()) {
            $this->suggestedBefore ??= $this->suggested;
            $this->improved = $this->improved || ($this->judge < Judge::VERSION && $this->judged === $revision);
        }
        [$this->results, $this->checked, $this->aspects] = [$judgement->results, $judgement->checked, $judgement->aspects()];
        [$this->findings, $this->found, $this->suggested] = [
            $judgement->findings->toData(),
            $judgement->findings->count(),
            $judgement->suggested(),
        ];
        [$this->judged, $this->judge, $this->failed] = [$revision, Judge::VERSION, null];
    }

    /** What is returned may be known. */
    public function tell(): void
    {
        $this->told = true;
    }

    /** Keeps what was said before, and that it could not be said anew. */
    public function fail(int $revision): void
    {
        [$this->failed, $this->judge] = [$revision, Judge::VERSION];
    }

    /** Its teacher has given feedback, and has seen what is suggested now. */
    public function settle(): void
    {
        [$this->suggestedBefore, $this->improved] = [null, false];
    }

    public function acceptPress(bool $accepted): void
    {
        $this->pressAccepted = $accepted;
    }
}
