<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
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

    /** Until when a return can be taken back, in words of DateTimeImmutable::modify. */
    public const UNDO = '+60 seconds';
    public const MOST_PINS = 60;
    public const MOST_PIN_TEXT = 500;

    /**
     * @param float|null                                                             $mark       null while the teacher has set none
     * @param list<array{instrument: string|null, from: int, to: int, text: string}> $pins       notes on the sheet; ticks of one pass, null for all rows
     * @param Pattern|null                                                           $correction the student's beat as the teacher would have it
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\OneToOne(inversedBy: 'feedback'), ORM\JoinColumn(nullable: false)]
        public readonly Attempt $attempt,
        #[ORM\Column(nullable: true)]
        public ?float $mark = null,
        #[ORM\Column(type: 'text')]
        public string $text = '',
        #[ORM\Column(type: 'json')]
        public array $pins = [],
        #[ORM\Column(type: 'pattern', nullable: true)]
        public ?Pattern $correction = null,
    ) {
        $this->id = Uuid::v7();
    }
}
