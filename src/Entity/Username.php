<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A username that somebody has, or gets in a moment: unique on the server. `School\Usernames` writes it. */
#[ORM\Entity(readOnly: true)]
class Username
{
    public function __construct(
        #[ORM\Id, ORM\Column(length: SignInName::MOST)]
        public readonly string $name,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $reservedAt,
    ) {
    }
}
