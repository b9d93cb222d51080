<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A column of a teacher's own in the marks over the term, such as for playing in the lesson. */
#[ORM\Entity]
class OwnColumn
{
    public const MOST_TITLE = 120;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Course $course,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: self::MOST_TITLE)]
        public string $title,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column]
        public float $points,
        /** @readonly @phpstan-allow-private-mutation How much it counts; 0 for not at all. */
        #[ORM\Column(options: ['default' => 1])]
        public float $weight = 1,
    ) {
        $this->id = Uuid::v7();
    }

    public function settle(string $title, float $points, float $weight): void
    {
        [$this->title, $this->points, $this->weight] = [$title, $points, $weight];
    }
}
