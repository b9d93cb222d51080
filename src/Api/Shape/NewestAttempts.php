<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;

/** The newest beat of everybody who has handed in a part. */
final readonly class NewestAttempts
{
    public function __construct(private EntityManagerInterface $entities)
    {
    }

    /** @return list<Attempt> by the names of the students */
    public function of(Part $part): array
    {
        /** @var list<Attempt> */
        return $this->entities->createQuery(
            'SELECT a, s FROM '.Attempt::class.' a JOIN a.student s WHERE a.part = :part AND a.number =
                (SELECT MAX(b.number) FROM '.Attempt::class.' b WHERE b.part = a.part AND b.student = a.student) ORDER BY s.name',
        )->setParameter('part', $part->id)->getResult();
    }
}
