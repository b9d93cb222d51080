<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * Sound that somebody takes away: what is to be mixed, how far it is, and the file until its time is over. Renderings writes it.
 *
 * @phpstan-type Beat array{pattern: array<string, mixed>, person: string, owner: string|null}
 */
#[ORM\Entity(readOnly: true), ORM\Index(columns: ['ends_at'])]
class Rendering
{
    /** How long a file is kept. */
    public const KEPT_FOR = '+1 day';
    public const MOST_NAME = 160;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** Frames that are mixed. */
    #[ORM\Column(type: 'bigint', options: ['default' => 0])]
    public readonly int $done;

    /** waiting, going, done, failed or stopped. */
    #[ORM\Column(length: 10, options: ['default' => 'waiting'])]
    public readonly string $state;

    /** When its worker was last heard of. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    public readonly ?\DateTimeImmutable $beatAt;

    /**
     * @param list<Beat>           $beats
     * @param array<string, mixed> $asked format and the rest of an order
     * @param string               $name  of the file
     * @param int                  $total frames
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        #[ORM\Column(type: 'json')]
        public readonly array $beats,
        #[ORM\Column(type: 'json')]
        public readonly array $asked,
        #[ORM\Column(length: self::MOST_NAME)]
        public readonly string $name,
        #[ORM\Column(type: 'bigint')]
        public readonly int $total,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $endsAt,
    ) {
        $this->id = Uuid::v7();
        $this->done = 0;
        $this->state = 'waiting';
        $this->beatAt = null;
    }
}
