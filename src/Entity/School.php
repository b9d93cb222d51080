<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\Uid\Uuid;

/** Everything belongs to one school, which says in which zone its times are read and how its classes begin. */
#[ORM\Entity]
class School
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation Of the time zone database, such as "Europe/Lisbon". */
    #[ORM\Column(length: 40, options: ['default' => 'UTC'])]
    public string $zone = 'UTC';

    /** @readonly @phpstan-allow-private-mutation How a new class counts. */
    #[ORM\Column(length: 10, enumType: CountingStyle::class, options: ['default' => 'syllables'])]
    public CountingStyle $counting = CountingStyle::Syllables;

    /** @readonly @phpstan-allow-private-mutation Points of a part that a teacher begins. */
    #[ORM\Column(type: 'smallint', options: ['default' => 20])]
    public int $points = 20;

    /** @readonly @phpstan-allow-private-mutation Years after which an archived class may go; null to keep all. */
    #[ORM\Column(type: 'smallint', nullable: true)]
    public ?int $keepYears = null;

    /** @readonly @phpstan-allow-private-mutation By which name people stand in lists. */
    #[ORM\Column(length: 6, enumType: SortBy::class, options: ['default' => 'given'])]
    public SortBy $sortBy = SortBy::Given;

    /** @readonly @phpstan-allow-private-mutation The tag of the language of those who have not chosen one. */
    #[ORM\Column(length: 10, options: ['default' => 'en-US'])]
    public string $language = 'en-US';

    public function __construct(
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: 120)]
        public string $name,
    ) {
        $this->id = Uuid::v7();
    }

    /** @param string $zone of the time zone database */
    public function settle(string $name, string $zone, CountingStyle $counting, int $points): void
    {
        [$this->name, $this->zone, $this->counting, $this->points] = [$name, $zone, $counting, $points];
    }

    public function speak(string $language): void
    {
        $this->language = $language;
    }

    public function keepFor(?int $years): void
    {
        $this->keepYears = $years;
    }

    public function zone(): \DateTimeZone
    {
        return new \DateTimeZone('' === $this->zone ? 'UTC' : $this->zone);
    }

    public function sortBy(SortBy $sortBy): void
    {
        $this->sortBy = $sortBy;
    }
}
