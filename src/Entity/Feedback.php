<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\Uid\Uuid;

/**
 * A teacher's answer to one attempt. The student sees it once it is returned. Its version counts the writings, so that two tabs never
 * overwrite one another silently.
 *
 * @phpstan-type Pin array{instrument: string|null, from: int, to: int, text: string}
 */
#[ORM\Entity]
class Feedback
{
    public const MOST_TEXT = 4000;
    public const MOST_PINS = 60;
    public const MOST_PIN_TEXT = 500;
    public const MOST_REPLY = 300;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $returnedAt = null;

    /** @readonly @phpstan-allow-private-mutation When the student first opened it, since it was last returned. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $openedAt = null;

    /** @readonly @phpstan-allow-private-mutation null while the teacher has set none */
    #[ORM\Column(nullable: true)]
    public ?float $mark = null;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(type: 'text')]
    public string $text = '';

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var list<Pin> notes on the sheet; ticks of one pass, null for all rows
     */
    #[ORM\Column(type: 'json')]
    public array $pins = [];

    /** @readonly @phpstan-allow-private-mutation The student's beat as the teacher would have it. */
    #[ORM\Column(type: 'pattern', nullable: true)]
    public ?Pattern $correction = null;

    /** @readonly @phpstan-allow-private-mutation One sentence of the student back; the version does not count it. */
    #[ORM\Column(length: self::MOST_REPLY, options: ['default' => ''])]
    public string $reply = '';

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\OneToOne(inversedBy: 'feedback'), ORM\JoinColumn(nullable: false)]
        public readonly Attempt $attempt,
    ) {
        $this->id = Uuid::v7();
    }

    public function write(?float $mark, string $text): void
    {
        [$this->mark, $this->text] = [$mark, $text];
    }

    /** @param list<Pin> $pins */
    public function pin(array $pins): void
    {
        $this->pins = $pins;
    }

    public function correct(?Pattern $correction): void
    {
        $this->correction = $correction;
    }

    /** From now on the student sees it. */
    public function giveBack(\DateTimeImmutable $now): void
    {
        if (null === $this->mark) {
            throw new \LogicException('What is returned has a mark.');
        }
        [$this->returnedAt, $this->openedAt] = [$now, null];
    }

    /** A return can be taken back until the student has opened it. */
    public function canBeTakenBack(): bool
    {
        return null !== $this->returnedAt && null === $this->openedAt;
    }

    public function takeBack(): void
    {
        $this->returnedAt = null;
    }
}
