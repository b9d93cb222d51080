<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** What holds for one student at a task: more time, also after it is closed, or that nothing is expected. The reason is for staff alone. */
#[ORM\Entity]
class Exemption
{
    public const MOST_REASON = 300;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(name: 'until', type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $until = null;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(options: ['default' => false])]
    public bool $excused = false;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: self::MOST_REASON)]
    public string $reason = '';

    public function __construct(
        #[ORM\Id, ORM\ManyToOne]
        public readonly Assignment $assignment,
        #[ORM\Id, ORM\ManyToOne]
        public readonly Account $student,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
    ) {
    }

    public function grant(?\DateTimeImmutable $until, bool $excused, string $reason): void
    {
        [$this->until, $this->excused, $this->reason] = [$until, $excused, $reason];
    }
}
