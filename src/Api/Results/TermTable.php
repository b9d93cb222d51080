<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Lateness;
use Pulsanda\Core\Compare\Mark\TermState;
use Pulsanda\Core\Compare\Mark\TermSum;

/**
 * The marks of a class over the term: every part against every student, in a fixed number of queries.
 *
 * @phpstan-type Column array{
 *     id: string,
 *     own: bool,
 *     assignmentId: string,
 *     title: string,
 *     position: int,
 *     name: string,
 *     parts: int,
 *     points: float,
 *     weight: float,
 *     dueAt: string|null,
 * }
 * @phpstan-type Cell array{
 *     partId: string,
 *     state: string,
 *     attemptId: string|null,
 *     number: int,
 *     mark: float|null,
 *     suggested: float|null,
 *     aspects: object,
 *     late: int,
 * }
 * @phpstan-type Line array{
 *     id: string,
 *     name: string,
 *     sort: string,
 *     given: string,
 *     family: string,
 *     signIn: string,
 *     source: string,
 *     left: bool,
 *     cells: list<Cell>,
 *     share: float|null,
 *     withMissing: float|null,
 *     missing: int,
 *     lateCount: int,
 *     excused: int,
 * }
 */
final readonly class TermTable
{
    public function __construct(private Connection $connection, private ClockInterface $clock)
    {
    }

    /**
     * @param bool        $best whether each student's best attempt counts; else the last
     * @param string|null $only the id of the only student that is wanted
     *
     * @return array{parts: list<Column>, students: list<Line>} students by name; those who have left the class after the others
     */
    public function of(Course $course, bool $best, ?string $only = null): array
    {
        $now = $this->clock->now()->getTimestamp();
        $id = (string) $course->id;
        /**
         * @var list<array{
         *     id: string,
         *     assignment_id: string,
         *     title: string,
         *     position: int,
         *     name: string,
         *     parts: int,
         *     points: float|int,
         *     weight: float|int,
         *     due: int|null,
         *     grace: int,
         *     due_at: string|null,
         *     over: bool,
         * }> $parts
         */
        $parts = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT p.id, a.id AS assignment_id, a.title, p.position, p.name, p.points, a.weight,
                (SELECT count(*) FROM part o WHERE o.assignment_id = a.id) AS parts, a.due_at, a.grace,
                extract(epoch FROM a.due_at)::bigint + 60 * a.grace AS due, coalesce(a.closed_at <= :now, false) AS over
            FROM part p JOIN assignment a ON a.id = p.assignment_id
            WHERE a.course_id = :course AND a.published_at <= :now ORDER BY a.created_at, a.id, p.position
            SQL, ['course' => $id, 'now' => $this->clock->now()->format(\DATE_ATOM)]);
        /**
         * @var list<array{
         *     id: string,
         *     name: string,
         *     sort: string,
         *     given: string,
         *     family: string,
         *     signIn: string,
         *     source: string,
         *     left: bool,
         * }> $students
         */
        $students = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT s.id, s.name, sort_name(s) AS sort, s.given, s.family, s.sign_in AS "signIn", coalesce(s.source, s.id::text) AS source,
                e.student_id IS NULL AS left FROM account s
            LEFT JOIN enrolment e ON e.student_id = s.id AND e.course_id = :course
            WHERE s.id IN (SELECT student_id FROM enrolment WHERE course_id = :course UNION SELECT t.student_id FROM attempt t
                JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id WHERE a.course_id = :course)
                AND s.id = coalesce(:only::uuid, s.id)
            ORDER BY e.student_id IS NULL, sort_name(s) COLLATE counted, s.id
            SQL, ['course' => $id, 'only' => $only]);
        /**
         * @var list<array{
         *     id: string,
         *     part_id: string,
         *     student_id: string,
         *     number: int,
         *     aspects: string,
         *     suggested: float|int|string|null,
         *     mark: float|int|string|null,
         *     at: int,
         * }> $attempts
         */
        $attempts = $this->connection->fetchAllAssociative(
            'SELECT DISTINCT ON (t.part_id, t.student_id) t.id, t.part_id, t.student_id, t.number, t.aspects, t.suggested, f.mark, '
                .'extract(epoch FROM '.Lateness::COUNTS.')::bigint AS at '
                .'FROM assignment a JOIN part p ON p.assignment_id = a.id JOIN attempt t ON t.part_id = p.id '
                .'LEFT JOIN feedback f ON f.attempt_id = t.id '
                .'WHERE a.course_id = :course AND t.student_id = coalesce(:only::uuid, t.student_id) ORDER BY t.part_id, t.student_id, '
                .($best ? 'coalesce(f.mark, t.suggested) DESC NULLS LAST, ' : '').'t.number DESC',
            ['course' => $id, 'only' => $only],
        );
        /** @var list<array{assignment_id: string, student_id: string, until: int|null, excused: bool}> $leaves */
        $leaves = $this->connection->fetchAllAssociative(
            'SELECT l.assignment_id, l.student_id, extract(epoch FROM l.until)::bigint AS until, l.excused FROM exemption l '
                .'JOIN assignment a ON a.id = l.assignment_id WHERE a.course_id = ?',
            [$id],
        );
        /** @var list<array{id: string, title: string, points: float|int, weight: float|int}> $own */
        $own = $this->connection->fetchAllAssociative(
            'SELECT id, title, points, weight FROM own_column WHERE course_id = ? ORDER BY id',
            [$id],
        );
        /** @var array<string, array<string, float|int>> $ownMarks by student and column */
        $ownMarks = [];
        /** @var array{column_id: string, student_id: string, mark: float|int} $one */
        foreach ($this->connection->fetchAllAssociative(
            'SELECT m.column_id, m.student_id, m.mark FROM own_mark m JOIN own_column o ON o.id = m.column_id '
                .'WHERE o.course_id = :course AND m.student_id = coalesce(:only::uuid, m.student_id)',
            ['course' => $id, 'only' => $only],
        ) as $one) {
            $ownMarks[$one['student_id']][$one['column_id']] = $one['mark'];
        }
        $found = $leave = [];
        foreach ($attempts as $one) {
            $found[$one['student_id']][$one['part_id']] = $one;
        }
        foreach ($leaves as $one) {
            $leave[$one['student_id']][$one['assignment_id']] = $one;
        }

        $lines = [];
        foreach ($students as $student) {
            $cells = $sums = [];
            foreach ($parts as $part) {
                $attempt = $found[$student['id']][$part['id']] ?? null;
                $has = $leave[$student['id']][$part['assignment_id']] ?? null;
                $due = $has['until'] ?? $part['due'];
                $over = null !== ($has['until'] ?? null) ? $now > $has['until'] : $part['over'] || (null !== $due && $now > $due);
                // Of somebody who has left, nothing more is expected.
                $state = self::state($attempt, $has['excused'] ?? false, $over && !$student['left']);
                $mark = self::number($attempt['mark'] ?? null);
                // Counted from when it was due, as in the marking table; within the grace it is not late.
                $from = $has['until'] ?? (null === $part['due'] ? null : $part['due'] - 60 * $part['grace']);
                $late = null === $attempt || null === $due || $attempt['at'] <= $due ? 0 : (int) ceil(($attempt['at'] - $from) / 60);
                $cells[] = [
                    'partId' => $part['id'],
                    'state' => $state->value,
                    'attemptId' => $attempt['id'] ?? null,
                    'number' => $attempt['number'] ?? 0,
                    'mark' => $mark,
                    'suggested' => self::number($attempt['suggested'] ?? null),
                    'aspects' => (object) (array) json_decode($attempt['aspects'] ?? '[]', true, 4, \JSON_THROW_ON_ERROR),
                    'late' => $late,
                ];
                $sums[] = [
                    'state' => $state,
                    'share' => null === $mark || $part['points'] <= 0 ? null : $mark / $part['points'],
                    'weight' => (float) $part['weight'],
                    'late' => $late > 0,
                ];
            }
            foreach ($own as $column) {
                $mark = self::number($ownMarks[$student['id']][$column['id']] ?? null);
                $state = null === $mark ? TermState::Open : TermState::Marked;
                $cells[] = [
                    'partId' => $column['id'], 'state' => $state->value, 'attemptId' => null, 'number' => 0, 'mark' => $mark,
                    'suggested' => null, 'aspects' => (object) [], 'late' => 0,
                ];
                $share = null === $mark ? null : $mark / $column['points'];
                $sums[] = ['state' => $state, 'share' => $share, 'weight' => (float) $column['weight'], 'late' => false];
            }
            $sum = TermSum::of($sums);
            $lines[] = $student + [
                'cells' => $cells, 'share' => $sum->share, 'withMissing' => $sum->withMissing, 'missing' => $sum->missing,
                'lateCount' => $sum->late, 'excused' => $sum->excused,
            ];
        }

        return [
            'parts' => [...array_map(static fn (array $one): array => [
                'id' => $one['id'], 'own' => false, 'assignmentId' => $one['assignment_id'], 'title' => $one['title'],
                'position' => $one['position'],
                'name' => $one['name'], 'parts' => $one['parts'], 'points' => (float) $one['points'], 'weight' => (float) $one['weight'],
                'dueAt' => null === $one['due_at'] ? null : (new \DateTimeImmutable($one['due_at']))->format(\DATE_ATOM),
            ], $parts), ...array_map(static fn (array $one): array => [
                'id' => $one['id'], 'own' => true, 'assignmentId' => '', 'title' => $one['title'], 'position' => 1,
                'name' => '', 'parts' => 1,
                'points' => (float) $one['points'], 'weight' => (float) $one['weight'], 'dueAt' => null,
            ], $own)],
            'students' => $lines,
        ];
    }

    /** @param array<string, mixed>|null $attempt */
    private static function state(?array $attempt, bool $excused, bool $over): TermState
    {
        return match (true) {
            $excused => TermState::Excused,
            null === $attempt => $over ? TermState::Missing : TermState::Open,
            null !== $attempt['mark'] => TermState::Marked,
            default => TermState::HandedIn,
        };
    }

    private static function number(mixed $value): ?float
    {
        return is_numeric($value) ? (float) $value : null;
    }
}
