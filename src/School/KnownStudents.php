<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Role;

/**
 * Students who have an account already, so that nobody gets a second one: those who are or were in a class of whoever asks, for an
 * administrator those of the school.
 *
 * @phpstan-type Known array{id: string, name: string, signIn: string, until: string|null, classes: list<string>}
 */
final readonly class KnownStudents
{
    private const MOST_FOUND = 50;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param list<string> $names
     *
     * @return array<string, list<Known>> by name: those who are not in the class; `until` is when they were in it
     */
    public function named(array $names, Course $course, Account $by): array
    {
        $found = [];
        foreach ($this->query('a.name IN (:names) AND NOT in_class', $course, $by, ['names' => $names]) as $one) {
            $found[$one['name']][] = $one;
        }

        return $found;
    }

    /** @return list<Known> those who were in a class and are not now, the last first */
    public function formerly(Course $course, Account $by): array
    {
        return $this->query('past.until IS NOT NULL AND NOT in_class', $course, $by, []);
    }

    /** @return list<Known> students of the school by a part of their name or username, in whatever class they are */
    public function search(string $part, Account $by): array
    {
        $pattern = '%'.addcslashes($part, '%_\\').'%';

        return $this->query('(a.name ILIKE :part OR a.sign_in ILIKE :part)', null, $by, ['part' => $pattern]);
    }

    /**
     * @param array<string, string|list<string>> $values
     *
     * @return list<Known>
     */
    private function query(string $which, ?Course $course, Account $by, array $values): array
    {
        $which = str_replace('in_class', 'EXISTS (SELECT 1 FROM enrolment i WHERE i.student_id = a.id AND i.course_id = :course)', $which);
        $all = Role::Administrator === $by->role;
        $theirs = $all ? 'true' : 'EXISTS (SELECT 1 FROM teaching t WHERE t.account_id = :by AND t.course_id IN ('
            .'SELECT course_id FROM enrolment WHERE student_id = a.id UNION SELECT course_id FROM past_enrolment WHERE student_id = a.id))';
        // Of a class that whoever asks does not teach, not even its name is told.
        $visible = $all ? 'true' : 'c.id IN (SELECT course_id FROM teaching WHERE account_id = :by)';
        /** @var list<array{id: string, name: string, signIn: string, until: string|null, classes: string}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            <<<SQL
                SELECT a.id, a.name, a.sign_in AS "signIn", to_char(past.until AT TIME ZONE s.zone, 'YYYY-MM-DD') AS until,
                    (SELECT coalesce(json_agg(c.name ORDER BY c.name), '[]') FROM enrolment e JOIN course c ON c.id = e.course_id
                        WHERE e.student_id = a.id AND c.archived_at IS NULL AND $visible) AS classes
                FROM account a JOIN school s ON s.id = a.school_id
                LEFT JOIN past_enrolment past ON past.student_id = a.id AND past.course_id = :course
                WHERE a.school_id = :school AND a.role = 'student' AND $which AND ($theirs)
                ORDER BY past.until DESC NULLS LAST, a.name, a.id LIMIT :most
                SQL,
            $values + [
                'course' => null === $course ? null : (string) $course->id,
                'school' => (string) $by->school->id,
                'by' => (string) $by->id,
                'most' => self::MOST_FOUND + (\is_array($values['names'] ?? null) ? 2 * \count($values['names']) : 0),
            ],
            ['names' => ArrayParameterType::STRING],
        );

        return array_map(static function (array $row): array {
            /** @var list<string> $classes */
            $classes = json_decode($row['classes'], true, 3, \JSON_THROW_ON_ERROR);

            return ['classes' => $classes] + $row;
        }, $rows);
    }
}
