<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\Uid\Uuid;

/** A class of one year: one teacher, colleagues who share it, up to 60 students, one way of counting. Put away, it is only read. */
#[ORM\Entity]
class Course
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation When its year was over. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $archivedAt = null;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public Account $teacher,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: 120)]
        public string $name,
        /** @readonly @phpstan-allow-private-mutation How places are said to this class. */
        #[ORM\Column(length: 10, enumType: CountingStyle::class)]
        public CountingStyle $counting = CountingStyle::Syllables,
        /** @readonly @phpstan-allow-private-mutation As the school writes it, such as "2026/27". */
        #[ORM\Column(length: 20, options: ['default' => ''])]
        public string $year = '',
    ) {
        $this->id = Uuid::v7();
    }

    public function call(string $name, string $year): void
    {
        [$this->name, $this->year] = [$name, $year];
    }

    public function handTo(Account $teacher): void
    {
        $this->teacher = $teacher;
    }

    public function archive(\DateTimeImmutable $now): void
    {
        $this->archivedAt ??= $now;
    }

    public function takeOut(): void
    {
        $this->archivedAt = null;
    }

    public function count(CountingStyle $counting): void
    {
        $this->counting = $counting;
    }
}
