<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** A short sound that somebody has brought for rows of their own. It goes when they go. */
#[ORM\Entity(readOnly: true), ORM\UniqueConstraint(columns: ['account_id', 'name'])]
class OwnSound
{
    /** That one person may have. */
    public const MOST = 40;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param resource|string $flac    as it was written here anew, one channel at 44.1 kHz
     * @param int             $samples that it lasts
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        #[ORM\Column(length: 40)]
        public readonly string $name,
        #[ORM\Column(type: 'blob')]
        public readonly mixed $flac,
        #[ORM\Column]
        public readonly int $samples,
        #[ORM\Column]
        public readonly int $bytes,
    ) {
        $this->id = Uuid::v7();
    }
}
