<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * One entry in the audit log: who did what to what, and when. The application may add to the log and read it, never change it:
 * the database refuses that to its role. Record writes it.
 */
#[ORM\Entity(readOnly: true)]
#[ORM\Index(columns: ['subject', 'at']), ORM\Index(columns: ['who', 'at'], name: 'audit_entry_who')]
class AuditEntry
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param School|null          $school  null where nobody is known, as for a sign-in by a name that nobody has
     * @param Uuid|null            $who     account
     * @param Uuid|null            $subject what it was done to: an attempt, an assignment, an account
     * @param array<string, mixed> $details what changed, from and to
     */
    public function __construct(
        #[ORM\ManyToOne]
        public readonly ?School $school,
        #[ORM\Column(length: 30)]
        public readonly string $what,
        #[ORM\Column(type: 'uuid', nullable: true)]
        public readonly ?Uuid $who,
        #[ORM\Column(type: 'uuid', nullable: true)]
        public readonly ?Uuid $subject,
        #[ORM\Column(type: 'json')]
        public readonly array $details,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $at,
    ) {
        $this->id = Uuid::v7();
    }
}
