<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Sound\Renderings;

/**
 * Erases the data about people: of one person, and of classes whose time is over. The audit log stays, it holds ids alone;
 * with the account gone, nothing tells whose they were.
 */
final readonly class Erasure
{
    public function __construct(private Connection $connection, private ClockInterface $clock, private Renderings $renderings)
    {
    }

    /** @param list<string> $accounts ids, of students or of teachers who have no class of their own */
    public function people(array $accounts): void
    {
        if ([] === $accounts) {
            return;
        }
        $ids = ['accounts' => $accounts];
        $types = ['accounts' => ArrayParameterType::STRING];
        $sounds = $this->connection->transactional(function () use ($ids, $types): array {
            // Their own files of sound, and those of others that hold a beat of theirs under their name.
            /** @var list<string> $sounds */
            $sounds = $this->connection->fetchFirstColumn(
                'DELETE FROM rendering WHERE account_id IN (:accounts) OR EXISTS ('
                    ."SELECT 1 FROM json_array_elements(beats) beat WHERE beat ->> 'owner' IN (:accounts)) RETURNING id",
                $ids,
                $types,
            );
            foreach ([
                'DELETE FROM feedback WHERE attempt_id IN (SELECT id FROM attempt WHERE student_id IN (:accounts))',
                'DELETE FROM attempt WHERE student_id IN (:accounts)',
                'DELETE FROM draft WHERE student_id IN (:accounts)',
                'DELETE FROM help_use WHERE student_id IN (:accounts)',
                'DELETE FROM exemption WHERE student_id IN (:accounts)',
                'DELETE FROM enrolment WHERE student_id IN (:accounts)',
                'DELETE FROM colleague WHERE account_id IN (:accounts)',
                'DELETE FROM phrase WHERE teacher_id IN (:accounts)',
                'DELETE FROM intake WHERE by_id IN (:accounts)',
                'DELETE FROM reset_link WHERE account_id IN (:accounts)',
                'DELETE FROM past_enrolment WHERE student_id IN (:accounts)',
                // Beats on the Shelf and own sounds go with the account.
                'DELETE FROM username WHERE name IN (SELECT sign_in FROM account WHERE id IN (:accounts))',
                'DELETE FROM account WHERE id IN (:accounts)',
            ] as $statement) {
                $this->connection->executeStatement($statement, $ids, $types);
            }

            return $sounds;
        });
        $this->renderings->removeFiles($sounds);
    }

    /**
     * @return list<array{id: string, name: string, year: string, goes: string, attempts: int, students: int}> classes that are archived, in
     *                                                                                                         schools that keep for some
     *                                                                                                         years: when each goes, what
     *                                                                                                         with it, and how many
     *                                                                                                         students who are in no
     *                                                                                                         other class
     */
    public function planned(?string $school = null): array
    {
        /** @var list<array{id: string, name: string, year: string, goes: string, attempts: int, students: int}> */
        return $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT c.id, c.name, c.year, to_char(c.archived_at + make_interval(years => s.keep_years), 'YYYY-MM-DD') AS goes,
                (SELECT count(*) FROM attempt t JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id
                    WHERE a.course_id = c.id) AS attempts,
                (SELECT count(*) FROM enrolment e WHERE e.course_id = c.id
                    AND NOT EXISTS (SELECT 1 FROM enrolment o WHERE o.student_id = e.student_id AND o.course_id <> c.id)) AS students
            FROM course c JOIN school s ON s.id = c.school_id
            WHERE c.archived_at IS NOT NULL AND s.keep_years IS NOT NULL AND s.id = coalesce(:school::uuid, s.id)
            ORDER BY c.archived_at, c.id
            SQL, ['school' => $school]);
    }

    /** @return int how many classes went, with what was done in them and the students who are in no other class */
    public function overdue(): int
    {
        $today = $this->clock->now()->format('Y-m-d');
        $gone = 0;
        foreach ($this->planned() as ['id' => $id, 'goes' => $goes]) {
            if ($goes <= $today) {
                $this->course($id);
                ++$gone;
            }
        }

        return $gone;
    }

    private function course(string $id): void
    {
        /** @var list<string> $alone */
        $alone = $this->connection->fetchFirstColumn(
            'SELECT e.student_id FROM enrolment e WHERE e.course_id = ? '
                .'AND NOT EXISTS (SELECT 1 FROM enrolment o WHERE o.student_id = e.student_id AND o.course_id <> e.course_id)',
            [$id],
        );
        $this->connection->transactional(function () use ($id): void {
            $parts = 'SELECT p.id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.course_id = :course';
            foreach ([
                "DELETE FROM feedback WHERE attempt_id IN (SELECT id FROM attempt WHERE part_id IN ($parts))",
                "DELETE FROM attempt WHERE part_id IN ($parts)",
                'DELETE FROM exemption WHERE assignment_id IN (SELECT id FROM assignment WHERE course_id = :course)',
                "DELETE FROM part WHERE id IN ($parts)",
                'DELETE FROM assignment WHERE course_id = :course',
                'DELETE FROM enrolment WHERE course_id = :course',
                'DELETE FROM colleague WHERE course_id = :course',
                'DELETE FROM course WHERE id = :course',
            ] as $statement) {
                $this->connection->executeStatement($statement, ['course' => $id]);
            }
        });
        $this->people($alone);
    }
}
