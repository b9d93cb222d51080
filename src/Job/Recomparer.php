<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Pulsanda\App\Api\Plan\PartInput;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Recomparison;
use Pulsanda\Core\Compare\ClassPicture;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\TerminateEvent;

/**
 * Compares what was handed in again after its task has changed: after the answer is sent, with progress in the database, by one
 * process at a time. What was left undone goes on when somebody asks how far it is. Marks that a teacher gave are never touched.
 */
final class Recomparer
{
    /** A run that has said nothing for so long has been cut off. */
    private const STALE = '-30 seconds';
    private const BATCH = 5;
    private bool $due = false;

    public function __construct(private readonly EntityManagerInterface $entities, private readonly Connection $connection, private readonly ClockInterface $clock, private readonly LoggerInterface $logger)
    {
    }

    /**
     * What a change would mean for each student's newest attempt. Nothing is stored.
     *
     * @return array{attempts: int, changes: list<array{student: string, number: int, before: float|null, after: float|null, gone: list<string>, new: list<string>, mark: float|null}>}
     */
    public function effect(Part $part, PartInput $input): array
    {
        $changed = clone $part;
        $input->writeTo($changed);
        $changes = [];
        $attempts = $this->newest($part);
        foreach ($attempts as $attempt) {
            $after = $changed->assess($attempt->pattern, $attempt->note);
            $progress = ClassPicture::progress($attempt->said, $after->said());
            if ($attempt->suggested !== $after->suggested() || [] !== $progress['gone'] || [] !== $progress['new']) {
                $changes[] = ['student' => $attempt->student->name, 'number' => $attempt->number, 'before' => $attempt->suggested, 'after' => $after->suggested(), 'gone' => $progress['gone'], 'new' => $progress['new'], 'mark' => $attempt->feedback?->mark];
            }
        }

        return ['attempts' => \count($attempts), 'changes' => $changes];
    }

    /** Asks for all attempts of a part to be compared again; it begins when the answer to the request is sent. */
    public function ask(Part $part): void
    {
        $total = $this->entities->getRepository(Attempt::class)->count(['part' => $part]);
        $work = $this->entities->getRepository(Recomparison::class)->findOneBy(['part' => $part]) ?? new Recomparison($part->school, $part, $total, $this->clock->now());
        [$work->total, $work->done, $work->askedAt, $work->finishedAt] = [$total, 0, $this->clock->now(), null];
        ++$work->run;
        $this->entities->persist($work);
        $this->due = true;
    }

    /**
     * How far the parts are that are being compared again.
     *
     * @param list<Part> $parts
     *
     * @return array{done: int, total: int}|null null when none is
     */
    public function progress(array $parts): ?array
    {
        $running = [] === $parts ? [] : $this->entities->getRepository(Recomparison::class)->findBy(['part' => $parts, 'finishedAt' => null]);
        $stale = $this->clock->now()->modify(self::STALE);
        foreach ($running as $one) {
            $this->due = $this->due || $one->askedAt < $stale;
        }

        return [] === $running ? null : ['done' => array_sum(array_column($running, 'done')), 'total' => array_sum(array_column($running, 'total'))];
    }

    #[AsEventListener]
    public function afterwards(TerminateEvent $event): void
    {
        if ($this->due) {
            $this->due = false;
            $this->run();
        }
    }

    /** @return int attempts that were compared */
    public function run(): int
    {
        if (true !== $this->connection->fetchOne("SELECT pg_try_advisory_lock(hashtext('recompare'))")) {
            return 0; // another process is at it
        }
        $count = 0;
        try {
            set_time_limit(0);
            $this->entities->clear();
            while (null !== $work = $this->entities->getRepository(Recomparison::class)->findOneBy(['finishedAt' => null])) {
                $count += $this->compareAll($work);
            }
        } finally {
            $this->connection->executeStatement("SELECT pg_advisory_unlock(hashtext('recompare'))");
        }

        return $count;
    }

    private function compareAll(Recomparison $work): int
    {
        [$id, $run] = [$work->id, $work->run];
        $attempts = $this->entities->createQuery('SELECT a, p, s FROM '.Attempt::class.' a JOIN a.part p JOIN a.student s WHERE a.part = :part ORDER BY a.id')->setParameter('part', $work->part->id)->getResult();
        \assert(\is_array($attempts));
        foreach (array_values($attempts) as $i => $attempt) {
            \assert($attempt instanceof Attempt);
            $attempt->take($attempt->part->assess($attempt->pattern, $attempt->note));
            if (0 === ($i + 1) % self::BATCH) {
                $work->done = $i + 1;
                $this->entities->flush();
            }
        }
        $work->done = \count($attempts);
        $this->entities->flush();
        // A change that came meanwhile begins it anew.
        $this->entities->createQuery('UPDATE '.Recomparison::class.' r SET r.finishedAt = :now WHERE r.id = :id AND r.run = :run')
            ->setParameters(['now' => $this->clock->now(), 'id' => $id, 'run' => $run])->execute();
        $this->logger->info('Compared {count} attempts of part {part} again', ['count' => \count($attempts), 'part' => (string) $work->part->id]);
        $this->entities->clear();

        return \count($attempts);
    }

    /** @return list<Attempt> of each student the newest, by name */
    private function newest(Part $part): array
    {
        $attempts = $this->entities->createQuery('SELECT a, s, f FROM '.Attempt::class.' a JOIN a.student s LEFT JOIN a.feedback f WHERE a.part = :part AND a.number = (SELECT MAX(b.number) FROM '.Attempt::class.' b WHERE b.part = a.part AND b.student = a.student) ORDER BY s.name')
            ->setParameter('part', $part->id)->getResult();
        \assert(\is_array($attempts));

        return array_values(array_filter($attempts, static fn (mixed $one): bool => $one instanceof Attempt));
    }
}
