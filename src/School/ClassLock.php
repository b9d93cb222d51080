<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Http\Conflict;

/** Who is in a class (or teaches at a school), held until the transaction ends: of two who add the same people at once, one waits. */
final readonly class ClassLock
{
    public const MOST_STUDENTS = 60;

    public function __construct(private Connection $connection)
    {
    }

    /** @return array<string, true> names, held */
    public function namesIn(Course $course): array
    {
        $this->connection->executeStatement('SELECT 1 FROM course WHERE id = ? FOR UPDATE', [(string) $course->id]);

        return $this->names($course);
    }

    /** @return array<string, true> names, as they are at this moment */
    public function names(Course $course): array
    {
        /** @var list<string> $names */
        $names = $this->connection->fetchFirstColumn(
            'SELECT a.name FROM enrolment e JOIN account a ON a.id = e.student_id WHERE e.course_id = ?',
            [(string) $course->id],
        );

        return array_fill_keys($names, true);
    }

    /** @return array<string, true> names */
    public function teachersOf(School $school): array
    {
        $this->connection->executeStatement('SELECT 1 FROM school WHERE id = ? FOR UPDATE', [(string) $school->id]);
        /** @var list<string> $names */
        $names = $this->connection->fetchFirstColumn(
            "SELECT name FROM account WHERE school_id = ? AND role <> 'student'",
            [(string) $school->id],
        );

        return array_fill_keys($names, true);
    }

    /** @return int how many more can be in a class */
    public function roomIn(Course $course): int
    {
        $there = $this->connection->fetchOne('SELECT count(*) FROM enrolment WHERE course_id = ?', [(string) $course->id]);

        return self::MOST_STUDENTS - (is_numeric($there) ? (int) $there : 0);
    }

    /**
     * @param int $counted how many of those who come are in it already, within this transaction
     *
     * @throws Conflict where so many more are too many
     */
    public function checkRoom(Course $course, int $more, int $counted = 0): void
    {
        $room = $this->roomIn($course) + $counted;
        if ($more > $room) {
            $there = self::MOST_STUDENTS - $room;
            throw new Conflict(\sprintf(
                'A class has room for %d, and %d are in "%s". Make another class for the others.',
                self::MOST_STUDENTS,
                $there,
                $course->name,
            ));
        }
    }
}
