<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Job\Judging;

/** A plan as its teacher sees it. */
final readonly class Planned
{
    public function __construct(private EntityManagerInterface $entities, private Judging $judging)
    {
    }

    /** @return array<string, mixed> */
    public function shape(Assignment $assignment): array
    {
        $counts = $this->attempts($assignment);
        $parts = $assignment->parts();

        return Shapes::assignment($assignment) + [
            'createdAt' => Shapes::time($assignment->createdAt),
            'version' => $assignment->version,
            'attempts' => array_sum($counts),
            'recomparing' => $this->judging->progress($parts),
            'parts' => array_map(
                static fn (Part $part): array => Shapes::plannedPart($part) + ['attempts' => $counts[(string) $part->id] ?? 0],
                $parts,
            ),
        ];
    }

    /** @return array<string, int> how many attempts there are, by part */
    public function attempts(Assignment $assignment): array
    {
        /** @var list<array{part: string, attempts: int}> $counts */
        $counts = $this->entities->createQuery(
            'SELECT IDENTITY(a.part) AS part, COUNT(a.id) AS attempts FROM '.Attempt::class.' a JOIN a.part p WHERE p.assignment = '
                .':assignment GROUP BY a.part',
        )
            ->setParameter('assignment', $assignment->id)->getArrayResult();

        return array_column($counts, 'attempts', 'part');
    }
}
