<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Record;

/**
 * Students into a class, out of it, back, and from one into another. Those who leave keep account and work, and stay known to the
 * class, so that the way back is one press. Each of these may be asked twice: the second time changes nothing.
 */
final readonly class Enrolments
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClassLock $lock,
        private ClockInterface $clock,
        private Record $record,
    ) {
    }

    /** @return bool whether they were in it */
    public function remove(Account $student, Course $course, Account $by): bool
    {
        return $this->entities->wrapInTransaction(function () use ($student, $course, $by): bool {
            $was = $this->leave($student, $course);
            if ($was) {
                $this->record->now('remove-from-class', $by, $student->id, ['class' => (string) $course->id]);
            }

            return $was;
        });
    }

    /** @throws Conflict where the class is full */
    public function putBack(Account $student, Course $course, Account $by): void
    {
        $this->entities->wrapInTransaction(function () use ($student, $course, $by): void {
            $this->lock->namesIn($course);
            if ($this->enter($student, $course)) {
                $this->record->now('put-back', $by, $student->id, ['class' => (string) $course->id]);
            }
        });
    }

    /**
     * Into another class; into the one they are in, it does nothing.
     *
     * @throws Conflict where the other class is full, or they are in none of the two
     */
    public function move(Account $student, Course $from, Course $to, Account $by): void
    {
        if ($from === $to) {
            return;
        }
        $this->entities->wrapInTransaction(function () use ($student, $from, $to, $by): void {
            $this->lock->namesIn($to);
            $entered = $this->enter($student, $to);
            $left = $this->leave($student, $from);
            if (!$left && $entered) {
                throw new Conflict("$student->name is not in \"$from->name\" any more. Load the page again.");
            }
            if ($left) {
                $this->record->now('move', $by, $student->id, ['from' => (string) $from->id, 'to' => (string) $to->id]);
            }
        });
    }

    /**
     * Within a transaction that has locked the class.
     *
     * @return bool whether they were not in it
     *
     * @throws Conflict where it is full
     */
    public function enter(Account $student, Course $course, ?string $source = null): bool
    {
        $ids = ['course' => (string) $course->id, 'student' => (string) $student->id];
        $new = 1 === $this->connection->executeStatement(
            'INSERT INTO enrolment (course_id, student_id, school_id, source) VALUES (:course, :student, :school, :source) '
                .'ON CONFLICT DO NOTHING',
            $ids + ['school' => (string) $course->school->id, 'source' => $source],
        );
        if ($new) {
            $this->lock->checkRoom($course, 1, counted: 1);
            $this->connection->executeStatement(
                'DELETE FROM past_enrolment WHERE course_id = :course AND student_id = :student',
                $ids,
            );
        }

        return $new;
    }

    private function leave(Account $student, Course $course): bool
    {
        return $this->end((string) $course->id, (string) $student->id, (string) $course->school->id);
    }

    /** Within a transaction; by ids. */
    public function end(string $course, string $student, string $school): bool
    {
        $ids = ['course' => $course, 'student' => $student];
        if (0 === $this->connection->executeStatement('DELETE FROM enrolment WHERE course_id = :course AND student_id = :student', $ids)) {
            return false;
        }
        $this->connection->executeStatement(
            'INSERT INTO past_enrolment (course_id, student_id, school_id, until) VALUES (:course, :student, :school, :until) '
                .'ON CONFLICT (course_id, student_id) DO UPDATE SET until = excluded.until',
            $ids + ['school' => $school, 'until' => $this->clock->now()->format(\DATE_ATOM)],
        );

        return true;
    }
}
