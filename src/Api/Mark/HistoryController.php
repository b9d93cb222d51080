<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Security\Access;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\Routing\Attribute\Route;

/** What has been done to an attempt, by whom and when: read from the audit log. */
final readonly class HistoryController
{
    public function __construct(private Access $access, private Connection $connection)
    {
    }

    #[Route('/api/attempts/{id}/history', methods: 'GET')]
    public function history(string $id): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        /** @var list<array{what: string, details: string, at: string, name: string|null}> $entries */
        $entries = $this->connection->fetchAllAssociative(
            'SELECT d.what, d.details, d.at, a.name FROM audit_entry d LEFT JOIN account a ON a.id = d.who WHERE d.subject = ? ORDER BY '
                .'d.at, d.id',
            [(string) $attempt->id],
        );

        return new JsonResponse(['entries' => array_map(static fn (array $entry): array => [
            'what' => $entry['what'],
            'by' => $entry['name'],
            'at' => Shapes::time(new \DateTimeImmutable($entry['at'])),
            'details' => (object) (array) json_decode($entry['details'], true, 8, \JSON_THROW_ON_ERROR),
        ], $entries)]);
    }
}
