<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Sound\Kit\OwnKit;
use Symfony\Component\Uid\Uuid;

/** A kit that somebody has put together and keeps by name. It goes when they go. */
#[ORM\Entity, ORM\UniqueConstraint(columns: ['account_id', 'name'])]
class SavedKit
{
    /** That one person may keep. */
    public const MOST = 30;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: OwnKit::MOST_NAME)]
    public string $name;

    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $account,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(type: 'own_kit')]
        public OwnKit $kit,
    ) {
        $this->id = Uuid::v7();
        $this->name = $kit->name;
    }

    public function put(OwnKit $kit): void
    {
        $this->kit = $kit;
    }
}
