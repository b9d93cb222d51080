<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A link, good once and for an hour, with which a teacher chooses a new password. Its key is not kept. */
#[ORM\Entity]
class ResetLink
{
    public function __construct(
        #[ORM\Id, ORM\Column(length: 64)]
        public readonly string $hash,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $endsAt,
    ) {
    }
}
