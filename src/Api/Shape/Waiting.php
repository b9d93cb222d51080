<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Part;

/** Who waits to be marked: students of a class whose newest attempt has not been returned. Those who have left the class do not wait. */
final readonly class Waiting
{
    /** SQL: each student of the class of a part, with their newest attempt and what has been returned of it. */
    private const NEWEST = <<<'SQL'
        part p JOIN assignment a ON a.id = p.assignment_id JOIN enrolment e ON e.course_id = a.course_id
        JOIN account s ON s.id = e.student_id
        LEFT JOIN LATERAL (
            SELECT id FROM attempt WHERE part_id = p.id AND student_id = s.id ORDER BY number DESC LIMIT 1
        ) n ON true
        LEFT JOIN feedback f ON f.attempt_id = n.id
        SQL;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @return list<array{
     *     student: string,
     *     attempt: string|null,
     * }> by name: each student, and the newest attempt where that waits
     */
    public function of(Part $part): array
    {
        /** @var list<array{student: string, attempt: string|null}> */
        return $this->connection->fetchAllAssociative(
            'SELECT s.id AS student, CASE WHEN f.returned_at IS NULL THEN n.id END AS attempt FROM '.self::NEWEST
                .' WHERE p.id = ? ORDER BY sort_name(s) COLLATE counted, s.id',
            [(string) $part->id],
        );
    }

    /**
     * @return array<string, array{
     *     handedIn: int,
     *     toMark: int,
     * }> by part, how many students of the classes of a teacher have handed it in and how many of them wait; no entry where nobody has
     */
    public function counts(string $teacher): array
    {
        /** @var array<string, array{handedIn: int, toMark: int}> */
        return $this->connection->fetchAllAssociativeIndexed(
            'SELECT p.id, count(n.id) AS "handedIn", count(n.id) FILTER (WHERE f.returned_at IS NULL) AS "toMark" FROM '.self::NEWEST
                .' JOIN teaching t ON t.course_id = a.course_id WHERE t.account_id = ? GROUP BY p.id HAVING count(n.id) > 0',
            [$teacher],
        );
    }
}
