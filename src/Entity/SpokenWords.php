<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** What one side has said aloud at an attempt: the teacher as feedback, or the student as an answer. It goes with the attempt. */
#[ORM\Entity(readOnly: true), ORM\UniqueConstraint(columns: ['attempt_id', 'speaker'])]
class SpokenWords
{
    public const MOST_CAPTION = 2000;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param resource|string $opus    in Ogg
     * @param string          $caption what is said, as far as somebody has typed it
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Attempt $attempt,
        #[ORM\Column(length: 10)]
        public readonly Speaker $speaker,
        #[ORM\Column(type: 'blob')]
        public readonly mixed $opus,
        #[ORM\Column]
        public readonly float $seconds,
        #[ORM\Column(type: 'text', options: ['default' => ''])]
        public readonly string $caption = '',
    ) {
        $this->id = Uuid::v7();
    }
}
