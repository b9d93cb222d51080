<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Task\Judgement;
use Pulsanda\Core\Task\Task;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Uid\Uuid;

/**
 * Judges the attempts at one part again, a few at a time: outside a transaction. It stores inside one, where it looks whether the part
 * has changed once more; then it begins anew with the newer task. What another worker is storing it leaves to that one.
 */
#[AsMessageHandler]
final readonly class JudgeAgainHandler
{
    private const BATCH = 5;
    private const PAUSE = 50_000;

    public function __construct(private EntityManagerInterface $entities, private LoggerInterface $logger)
    {
    }

    public function __invoke(JudgeAgain $message): void
    {
        $count = 0;
        do {
            // Other processes change what is read here.
            $this->entities->clear();
            $part = $this->entities->find(Part::class, Uuid::fromString($message->part));
            $waiting = null === $part ? [] : $this->waiting($part);
            if (null !== $part && [] !== $waiting) {
                $task = $part->task();
                $stored = $this->store($part, array_map(fn (Attempt $attempt): ?Judgement => $this->judge($task, $attempt), $waiting));
                $count += $stored;
                if (0 === $stored) {
                    usleep(self::PAUSE); // another worker is at these
                }
            }
        } while ([] !== $waiting);
        $this->logger->info('Judged {count} attempts at part {part} again', ['count' => $count, 'part' => $message->part]);
    }

    /** @return array<string, Attempt> the next few by id */
    private function waiting(Part $part): array
    {
        $ids = $this->entities->getConnection()->fetchFirstColumn(
            'SELECT t.id FROM attempt t JOIN part p ON p.id = t.part_id WHERE p.id = ? AND ('.Judging::OUT_OF_DATE.') ORDER BY t.id LIMIT '
                .self::BATCH,
            [(string) $part->id],
        );
        $byId = [];
        foreach ($this->entities->getRepository(Attempt::class)->findBy(['id' => $ids]) as $attempt) {
            $byId[(string) $attempt->id] = $attempt;
        }

        return $byId;
    }

    private function judge(Task $task, Attempt $attempt): ?Judgement
    {
        try {
            return $task->judge($attempt->pattern, $attempt->note);
        } catch (\Throwable $error) {
            $this->logger->error(
                'Attempt {attempt} could not be judged: {message}',
                ['attempt' => (string) $attempt->id, 'message' => $error->getMessage(), 'exception' => $error],
            );

            return null;
        }
    }

    /**
     * @param array<string, Judgement|null> $judged by attempt; null where it failed
     *
     * @return int attempts that were stored
     */
    private function store(Part $part, array $judged): int
    {
        return $this->entities->wrapInTransaction(function () use ($part, $judged): int {
            $connection = $this->entities->getConnection();
            // Nobody changes the part while results are stored; who does so already is waited for.
            if ($part->revision !== $connection->fetchOne('SELECT revision FROM part WHERE id = ? FOR SHARE', [(string) $part->id])) {
                return 0;
            }
            /** @var list<string> $free */
            $free = $connection->fetchFirstColumn(
                'SELECT t.id FROM attempt t JOIN part p ON p.id = t.part_id WHERE t.id IN (?) AND ('.Judging::OUT_OF_DATE
                    .') FOR NO KEY UPDATE OF t SKIP LOCKED',
                [array_keys($judged)],
                [ArrayParameterType::STRING],
            );
            foreach (array_intersect_key($judged, array_flip($free)) as $id => $judgement) {
                $attempt = $this->entities->find(Attempt::class, Uuid::fromString($id));
                null === $judgement ? $attempt?->fail($part->revision) : $attempt?->take($judgement, $part->revision);
            }

            return \count($free);
        });
    }
}
