<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Types\Types;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\AuditEntry;
use Pulsanda\App\Entity\School;
use Symfony\Component\Uid\Uuid;

/** Writes the audit log: within the transaction of what was done, where there is one, so that neither is there without the other. */
final readonly class Record
{
    private const TYPES = [
        'id' => 'uuid',
        'school_id' => 'uuid',
        'who' => 'uuid',
        'subject' => 'uuid',
        'details' => Types::JSON,
        'at' => Types::DATETIMETZ_IMMUTABLE,
    ];

    public function __construct(private Connection $connection, private ClockInterface $clock)
    {
    }

    /**
     * @param string               $what    a short name, such as "return"
     * @param Uuid|null            $subject what it was done to
     * @param array<string, mixed> $details what changed; never what a person typed
     * @param string|null          $address from where it was done; it goes after a time, the record stays
     */
    public function now(
        string $what,
        ?Account $who,
        ?Uuid $subject,
        array $details = [],
        ?School $school = null,
        ?string $address = null,
    ): void {
        $entry = new AuditEntry(
            $school ?? $who?->school,
            $what,
            $who?->id,
            $subject,
            $details,
            \DateTimeImmutable::createFromInterface($this->clock->now()),
        );
        $this->connection->insert('audit_entry', [
            'id' => $entry->id, 'school_id' => $entry->school?->id, 'what' => $entry->what, 'who' => $entry->who,
            'subject' => $entry->subject,
            'details' => $entry->details, 'at' => $entry->at,
        ], self::TYPES);
        null === $address || $this->connection->insert('audit_address', [
            'entry_id' => (string) $entry->id, 'address' => $address, 'at' => $entry->at->format(\DATE_ATOM),
        ]);
    }
}
