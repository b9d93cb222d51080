<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Task\Task;

/** What a change of a task would mean for each student's newest attempt. Nothing is stored. */
final readonly class Effect
{
    public function __construct(private EntityManagerInterface $entities, private Reader $reader)
    {
    }

    /**
     * @return array{
     *     attempts: int,
     *     changes: list<array{
     *         student: string,
     *         number: int,
     *         before: float|null,
     *         after: float|null,
     *         gone: list<string>,
     *         new: list<string>,
     *         mark: float|null,
     *     }>,
     * }
     */
    public function of(Part $part, Task $task): array
    {
        $voice = $this->reader->of($part->assignment->course);
        $changes = [];
        $attempts = $this->newest($part);
        foreach ($attempts as $attempt) {
            $after = $task->judge($attempt->pattern, $attempt->note);
            $progress = ClassPicture::progress($attempt->findings()->keys(), $after->findings->keys());
            if ($attempt->suggested !== $after->suggested() || [] !== $progress['gone'] || [] !== $progress['new']) {
                [$said, $says] = [$attempt->findings()->sentences($voice), $after->findings->sentences($voice)];
                $changes[] = [
                    'student' => $attempt->student->name,
                    'number' => $attempt->number,
                    'before' => $attempt->suggested,
                    'after' => $after->suggested(),
                    'gone' => array_map(static fn (int $i): string => $said[$i], $progress['gone']),
                    'new' => array_map(static fn (int $i): string => $says[$i], $progress['new']),
                    'mark' => $attempt->feedback?->mark,
                ];
            }
        }

        return ['attempts' => \count($attempts), 'changes' => $changes];
    }

    /** @return list<Attempt> of each student the newest, by name */
    private function newest(Part $part): array
    {
        $attempts = $this->entities->createQuery(
            'SELECT a, s, f FROM '.Attempt::class.' a JOIN a.student s LEFT JOIN a.feedback f
             WHERE a.part = :part AND a.number = (
                 SELECT MAX(b.number) FROM '.Attempt::class.' b WHERE b.part = a.part AND b.student = a.student
             )
             ORDER BY s.name',
        )->setParameter('part', $part->id)->getResult();
        \assert(\is_array($attempts));

        return array_values(array_filter($attempts, static fn (mixed $one): bool => $one instanceof Attempt));
    }
}
