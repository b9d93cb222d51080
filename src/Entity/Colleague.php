<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A teacher with whom a class is shared: they may do there what its own teacher may. */
#[ORM\Entity]
class Colleague
{
    public function __construct(
        #[ORM\Id, ORM\ManyToOne]
        public readonly Course $course,
        #[ORM\Id, ORM\ManyToOne]
        public readonly Account $account,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        /** @readonly @phpstan-allow-private-mutation Its id in another system; null where a teacher has shared the class. */
        #[ORM\Column(length: 60, nullable: true)]
        public ?string $source = null,
    ) {
    }

    public function know(string $source): void
    {
        $this->source = $source;
    }
}
