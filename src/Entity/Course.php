<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\Uid\Uuid;

/** A class of one year: one teacher, colleagues who share it, up to 60 students, one way of counting. Archived, it is only read. */
#[ORM\Entity, ORM\UniqueConstraint(name: 'course_source', columns: ['school_id', 'source'])]
class Course
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation When its year was over. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public ?\DateTimeImmutable $archivedAt = null;

    /** @readonly @phpstan-allow-private-mutation Day of the week of its usual lesson, 1 for Monday to 7; null where none is set. */
    #[ORM\Column(type: 'smallint', nullable: true)]
    public ?int $lessonDay = null;

    /** @readonly @phpstan-allow-private-mutation By the school's clock, such as "14:30"; null where no lesson is set. */
    #[ORM\Column(length: 5, nullable: true)]
    public ?string $lessonTime = null;

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
        /** @readonly @phpstan-allow-private-mutation The name that another system has for this class, by which its sets find it again. */
        #[ORM\Column(length: 60, nullable: true)]
        public ?string $source = null,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Embedded(class: SheetStyle::class, columnPrefix: 'sheet_')]
        public SheetStyle $sheet = new SheetStyle(),
        /** @readonly @phpstan-allow-private-mutation The tag of the language that this class is taught in; null for the school's. */
        #[ORM\Column(length: 10, nullable: true)]
        public ?string $language = null,
    ) {
        $this->id = Uuid::v7();
    }

    public function call(string $name, string $year): void
    {
        [$this->name, $this->year] = [$name, $year];
    }

    /** By which id another system knows it; null for none. */
    public function know(?string $source): void
    {
        $this->source = $source;
    }

    /** @param array{day: int, time: string}|null $lesson */
    public function meet(?array $lesson): void
    {
        [$this->lessonDay, $this->lessonTime] = [$lesson['day'] ?? null, $lesson['time'] ?? null];
    }

    /** @return array{day: int, time: string}|null when it usually meets */
    public function lesson(): ?array
    {
        return null === $this->lessonDay || null === $this->lessonTime ? null : ['day' => $this->lessonDay, 'time' => $this->lessonTime];
    }

    public function handTo(Account $teacher): void
    {
        $this->teacher = $teacher;
    }

    public function archive(\DateTimeImmutable $now): void
    {
        $this->archivedAt ??= $now;
    }

    public function restore(): void
    {
        $this->archivedAt = null;
    }

    public function drawSheets(SheetStyle $sheet): void
    {
        $this->sheet = $sheet;
    }

    public function speak(?string $language): void
    {
        $this->language = $language;
    }

    /** The tag of the language of its texts. */
    public function spoken(): string
    {
        return $this->language ?? $this->school->language;
    }

    public function count(CountingStyle $counting): void
    {
        $this->counting = $counting;
    }
}
