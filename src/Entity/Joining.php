<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/** Somebody who has typed the code of a class and waits for its teacher to let them in. */
#[ORM\Entity, ORM\UniqueConstraint('joining_account', columns: ['course_id', 'account_id'])]
class Joining
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param non-empty-string $signIn
     * @param string           $password its hash; empty with an account
     * @param Account|null     $account  whose it is, where somebody has one already
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Course $course,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\Column(length: 120)]
        public readonly string $name,
        #[ORM\Column(length: 60)]
        public readonly string $given,
        #[ORM\Column(length: 60)]
        public readonly string $signIn,
        #[ORM\Column]
        public readonly string $password,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $at,
        #[ORM\ManyToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly ?Account $account = null,
    ) {
        $this->id = Uuid::v7();
    }
}
