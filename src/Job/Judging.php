<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Compare\Judge;
use Symfony\Component\Messenger\MessageBusInterface;

/** Has attempts judged again by a worker of their own, and says how far it is. What is out of date stands in the attempts themselves. */
final readonly class Judging
{
    /**
     * SQL, over `attempt t` and its `part p`: judged by an older revision of the part, or by an older comparison. What has been returned
     * stays as it was returned when only the comparison is another.
     */
    public const OUT_OF_DATE = '(t.judged < p.revision AND t.failed IS DISTINCT FROM p.revision) OR (t.judge < '.Judge::VERSION
        .' AND NOT EXISTS (SELECT 1 FROM feedback f WHERE f.attempt_id = t.id AND f.returned_at IS NOT NULL))';

    public function __construct(private Connection $connection, private MessageBusInterface $bus)
    {
    }

    public function ask(Part $part): void
    {
        $this->dispatch((string) $part->id);
    }

    /** One that waits already will see what is newest, so no second one is needed. */
    private function dispatch(string $part): void
    {
        $waits = $this->connection->fetchOne(
            "SELECT 1 FROM messenger_messages WHERE queue_name = 'judging' AND delivered_at IS NULL AND body LIKE ? LIMIT 1",
            // As it is serialized, the namespace has its backslashes doubled.
            ['%JudgeAgain%'.$part.'%'],
        );
        if (false === $waits) {
            $this->bus->dispatch(new JudgeAgain($part));
        }
    }

    /**
     * @param list<Part> $parts
     *
     * @return array{done: int, total: int, failed: int}|null null when everything is judged by the newest revision
     */
    public function progress(array $parts): ?array
    {
        $outOfDate = self::OUT_OF_DATE;
        /** @var array{total: int, waiting: int, failed: int} $count */
        $count = $this->connection->fetchAssociative(<<<SQL
            SELECT count(*) AS total,
                   count(*) FILTER (WHERE $outOfDate) AS waiting,
                   count(*) FILTER (WHERE t.failed = p.revision) AS failed
            FROM attempt t JOIN part p ON p.id = t.part_id WHERE p.id IN (?)
            SQL, [array_map(static fn (Part $part): string => (string) $part->id, $parts)], [ArrayParameterType::STRING]);

        return 0 === $count['waiting'] + $count['failed'] ? null
            : ['done' => $count['total'] - $count['waiting'] - $count['failed'], 'total' => $count['total'], 'failed' => $count['failed']];
    }

    /**
     * Asks for every part of which something is out of date: what a crash has lost, say.
     *
     * @return int parts
     */
    public function askForAll(): int
    {
        /** @var list<string> $parts */
        $parts = $this->connection->fetchFirstColumn(
            'SELECT DISTINCT p.id FROM part p JOIN attempt t ON t.part_id = p.id WHERE '.self::OUT_OF_DATE,
        );
        foreach ($parts as $part) {
            $this->dispatch($part);
        }

        return \count($parts);
    }
}
