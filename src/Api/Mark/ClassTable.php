<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Exemption;
use Pulsanda\App\Entity\Lateness;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Task\Findings;

/**
 * A class at a glance: every student with their attempts, in a fixed number of queries and without reading patterns or results.
 *
 * @phpstan-import-type FindingsData from Findings
 *
 * @phpstan-type Row array{
 *     id: string,
 *     number: int,
 *     handedInAt: string|null,
 *     late: int,
 *     aspects: object,
 *     said: list<string>,
 *     passed: int|null,
 *     failed: int|null,
 *     suggested: float|null,
 *     suggestedBefore: float|null,
 *     mark: float|null,
 *     state: 'returned'|'begun'|'to-mark',
 * }
 * @phpstan-type ExemptionRow array{until: string|null, excused: bool, reason: string}
 * @phpstan-type StudentRow array{id: string, name: string, attempts: list<Row>, exemption: ExemptionRow|null}
 */
final readonly class ClassTable
{
    public function __construct(private Connection $connection, private EntityManagerInterface $entities, private Reader $reader)
    {
    }

    /**
     * Students by name, each with the newest attempt first; newest attempts of which the same is to be said, the largest group first; and
     * those of which one statement is the same, whatever else is said.
     *
     * @return array{
     *     students: list<StudentRow>,
     *     groups: list<array{statements: list<string>, of: non-empty-list<string>}>,
     *     sharing: list<array{statement: string, of: non-empty-list<string>}>,
     * }
     */
    public function of(Part $part): array
    {
        $counts = Lateness::COUNTS;
        /**
         * @var list<array{
         *     id: string,
         *     student_id: string,
         *     number: int,
         *     handed_in_at: string,
         *     counts_at: string,
         *     aspects: string,
         *     findings: string,
         *     passed: int|null,
         *     failed: int|null,
         *     suggested: string|null,
         *     suggested_before: string|null,
         *     mark: string|null,
         *     returned_at: string|null,
         *     begun: string|null,
         * }> $attempts
         */
        $attempts = $this->connection->fetchAllAssociative(<<<SQL
            SELECT t.id, t.student_id, t.number, t.handed_in_at, $counts AS counts_at, t.aspects, t.findings,
                   (t.checked->>'passed')::int AS passed, (t.checked->>'failed')::int AS failed, t.suggested, t.suggested_before,
                   f.mark, f.returned_at, f.id AS begun
            FROM attempt t JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id
            LEFT JOIN feedback f ON f.attempt_id = t.id WHERE t.part_id = ? ORDER BY t.number DESC
            SQL, [(string) $part->id]);
        $voice = $this->reader->of($part->assignment->course);
        $leaves = [];
        foreach ($this->entities->getRepository(Exemption::class)->findBy(['assignment' => $part->assignment]) as $exemption) {
            $leaves[(string) $exemption->student->id] = $exemption;
        }
        $byStudent = $keys = $said = [];
        foreach ($attempts as $attempt) {
            /** @var array<string, float|null> $aspects */
            $aspects = json_decode($attempt['aspects'], true, 4, \JSON_THROW_ON_ERROR);
            /** @var FindingsData $data */
            $data = json_decode($attempt['findings'], true, 16, \JSON_THROW_ON_ERROR);
            $findings = new Findings($data);
            $said[$attempt['id']] = $findings->sentences($voice);
            if (!isset($byStudent[$attempt['student_id']])) {
                $keys[$attempt['student_id']] = [$attempt['id'], $findings->keys()];
            }
            $byStudent[$attempt['student_id']][] = [
                'id' => $attempt['id'],
                'number' => $attempt['number'],
                'handedInAt' => Shapes::time(new \DateTimeImmutable($attempt['handed_in_at'])),
                'late' => $part->assignment->lateness(
                    new \DateTimeImmutable($attempt['counts_at']),
                    $leaves[$attempt['student_id']] ?? null,
                ),
                'aspects' => (object) $aspects,
                'said' => $said[$attempt['id']],
                'passed' => $attempt['passed'],
                'failed' => $attempt['failed'],
                'suggested' => null === $attempt['suggested'] ? null : (float) $attempt['suggested'],
                'suggestedBefore' => null === $attempt['suggested_before'] ? null : (float) $attempt['suggested_before'],
                'mark' => null === $attempt['mark'] ? null : (float) $attempt['mark'],
                'state' => null !== $attempt['returned_at'] ? 'returned' : (null !== $attempt['begun'] ? 'begun' : 'to-mark'),
            ];
        }
        $students = $newest = [];
        foreach ($this->students($part) as $student) {
            $exemption = $leaves[$student['id']] ?? null;
            $students[] = [
                'id' => $student['id'],
                'name' => $student['name'],
                'sort' => $student['sort'],
                'attempts' => $byStudent[$student['id']] ?? [],
                'exemption' => null === $exemption
                    ? null : ['until' => Shapes::time($exemption->until), 'excused' => $exemption->excused, 'reason' => $exemption->reason],
            ];
            if (isset($keys[$student['id']])) {
                [$id, $of] = $keys[$student['id']];
                $newest[$id] = $of;
            }
        }

        $shared = ClassPicture::sharing($newest);

        return [
            'students' => $students,
            'groups' => array_map(
                static fn (array $ids): array => ['statements' => $said[$ids[0]], 'of' => $ids],
                ClassPicture::groups($newest),
            ),
            'sharing' => array_map(
                static fn (string $key, array $ids): array => [
                    'statement' => $said[$ids[0]][(int) array_search($key, $newest[$ids[0]], true)],
                    'of' => $ids,
                ],
                array_keys($shared),
                $shared,
            ),
        ];
    }

    /** @return list<array{id: string, name: string, sort: string}> */
    private function students(Part $part): array
    {
        /** @var list<array{id: string, name: string, sort: string}> */
        return $this->connection->fetchAllAssociative(
            'SELECT s.id, s.name, sort_name(s) AS sort FROM account s JOIN enrolment e ON e.student_id = s.id WHERE e.course_id = ? '
                .'ORDER BY sort_name(s) COLLATE counted, s.id',
            [(string) $part->assignment->course->id],
        );
    }
}
