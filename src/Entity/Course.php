<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\Uid\Uuid;

/** A class: one teacher, up to 35 students, one way of counting. */
#[ORM\Entity]
class Course
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $teacher,
        #[ORM\Column(length: 120)]
        public readonly string $name,
        /** @readonly @phpstan-allow-private-mutation How places are said to this class. */
        #[ORM\Column(length: 10, enumType: CountingStyle::class)]
        public CountingStyle $counting = CountingStyle::Syllables,
    ) {
        $this->id = Uuid::v7();
    }

    public function count(CountingStyle $counting): void
    {
        $this->counting = $counting;
    }
}
