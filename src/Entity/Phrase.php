<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A sentence that a teacher uses again and again, with {name}, {place} and {instrument} to be filled in. */
#[ORM\Entity]
class Phrase
{
    public const MOST_TEXT = 300;
    public const MOST = 100;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $teacher,
        #[ORM\Column(length: self::MOST_TEXT)]
        public string $text,
        /** The kind of comment that it is offered first for, as StatementKind names it; null for any. */
        #[ORM\Column(length: 20, nullable: true)]
        public readonly ?string $kind = null,
    ) {
        $this->id = Uuid::v7();
    }
}
