<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Compare\ClassPicture;

/**
 * A class at a glance: every student with their attempts, in a fixed number of queries and without reading patterns or results.
 *
 * @phpstan-type Row array{id: string, number: int, handedInAt: string|null, aspects: object, said: list<string>, passed: int|null, failed: int|null, suggested: float|null, mark: float|null, state: 'returned'|'begun'|'to-mark'}
 * @phpstan-type StudentRow array{id: string, name: string, attempts: list<Row>}
 */
final readonly class ClassTable
{
    public function __construct(private Connection $connection)
    {
    }

    /** @return list<StudentRow> by name, the newest attempt first */
    public function students(Part $part): array
    {
        /** @var list<array{id: string, name: string}> $students */
        $students = $this->connection->fetchAllAssociative('SELECT s.id, s.name FROM account s JOIN enrolment e ON e.student_id = s.id WHERE e.course_id = ? ORDER BY s.name', [(string) $part->assignment->course->id]);
        /** @var list<array{id: string, student_id: string, number: int, handed_in_at: string, aspects: string, said: string, passed: int|null, failed: int|null, suggested: string|null, mark: string|null, returned_at: string|null, begun: string|null}> $attempts */
        $attempts = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT a.id, a.student_id, a.number, a.handed_in_at, a.aspects, a.said, (a.checked->>'passed')::int AS passed, (a.checked->>'failed')::int AS failed, a.suggested, f.mark, f.returned_at, f.id AS begun
            FROM attempt a LEFT JOIN feedback f ON f.attempt_id = a.id WHERE a.part_id = ? ORDER BY a.number DESC
            SQL, [(string) $part->id]);
        $byStudent = [];
        foreach ($attempts as $attempt) {
            /** @var array<string, float|null> $aspects */
            $aspects = json_decode($attempt['aspects'], true, 4, \JSON_THROW_ON_ERROR);
            /** @var list<string> $said */
            $said = json_decode($attempt['said'], true, 4, \JSON_THROW_ON_ERROR);
            $byStudent[$attempt['student_id']][] = [
                'id' => $attempt['id'],
                'number' => $attempt['number'],
                'handedInAt' => Shapes::time(new \DateTimeImmutable($attempt['handed_in_at'])),
                'aspects' => (object) $aspects,
                'said' => $said,
                'passed' => $attempt['passed'],
                'failed' => $attempt['failed'],
                'suggested' => null === $attempt['suggested'] ? null : (float) $attempt['suggested'],
                'mark' => null === $attempt['mark'] ? null : (float) $attempt['mark'],
                'state' => null !== $attempt['returned_at'] ? 'returned' : (null !== $attempt['begun'] ? 'begun' : 'to-mark'),
            ];
        }

        return array_map(static fn (array $student): array => ['id' => $student['id'], 'name' => $student['name'], 'attempts' => $byStudent[$student['id']] ?? []], $students);
    }

    /**
     * Newest attempts of which the same is to be said.
     *
     * @param list<StudentRow> $students
     *
     * @return list<array{statements: list<string>, of: list<string>}> the largest first
     */
    public static function groups(array $students): array
    {
        $said = [];
        foreach ($students as $student) {
            if ([] !== $student['attempts']) {
                $said[$student['attempts'][0]['id']] = $student['attempts'][0]['said'];
            }
        }

        return ClassPicture::groups($said);
    }
}
