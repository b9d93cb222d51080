<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Colleague;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Uid\Uuid;

/**
 * Gives each person what is theirs, and nothing else: a teacher what belongs to their own classes, an administrator what belongs to the
 * school, a student what is published in the classes they are in, and their own work. Everything else is "not found", so that nobody
 * learns what there is.
 */
final readonly class Access
{
    public function __construct(
        private Security $security,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
    ) {
    }

    public function account(): Account
    {
        $account = $this->security->getUser();

        return $account instanceof Account ? $account : throw new NotFoundHttpException();
    }

    public function teacher(): Account
    {
        return $this->teaches() ? $this->account() : throw new NotFoundHttpException();
    }

    public function student(): Account
    {
        return Role::Student === $this->account()->role ? $this->account() : throw new NotFoundHttpException();
    }

    public function teaches(): bool
    {
        return $this->account()->teaches();
    }

    public function administrator(): Account
    {
        return Role::Administrator === $this->account()->role ? $this->account() : throw new NotFoundHttpException();
    }

    /** Whether a class is the signed-in teacher's, shared with them, or in the school that they keep. */
    private function runs(Course $course): bool
    {
        $account = $this->teacher();

        return $course->teacher === $account || (Role::Administrator === $account->role && $course->school === $account->school)
            || 0 < $this->entities->getRepository(Colleague::class)->count(['course' => $course, 'account' => $account]);
    }

    /** A class in which something is changed. */
    public function workedCourse(string $id): Course
    {
        return self::current($this->taughtCourse($id));
    }

    public function workedAssignment(string $id): Assignment
    {
        $assignment = $this->taughtAssignment($id);
        self::current($assignment->course);

        return $assignment;
    }

    /** @throws Conflict where it is archived */
    public static function current(Course $course): Course
    {
        return null === $course->archivedAt
            ? $course
            : throw new Conflict("\"$course->name\" is archived, so nothing in it changes. Restore it in School first.");
    }

    /** A class that is the signed-in teacher's own, or in the school that they keep: sharing it is not for those it is shared with. */
    public function ownCourse(string $id): Course
    {
        $course = $this->taughtCourse($id);

        $own = $course->teacher === $this->account() || Role::Administrator === $this->account()->role;

        return $own ? $course : throw new NotFoundHttpException();
    }

    public function taughtCourse(string $id): Course
    {
        $course = $this->find(Course::class, $id);

        return $this->runs($course) ? $course : throw new NotFoundHttpException();
    }

    public function taughtAssignment(string $id): Assignment
    {
        $assignment = $this->find(Assignment::class, $id);

        return $this->runs($assignment->course) ? $assignment : throw new NotFoundHttpException();
    }

    public function taughtPart(string $id): Part
    {
        $part = $this->find(Part::class, $id);

        return $this->runs($part->assignment->course) ? $part : throw new NotFoundHttpException();
    }

    /** A student of the signed-in teacher's classes that are not archived, or of the school that they administer. */
    public function taughtStudent(string $id): Account
    {
        $by = $this->teacher();
        $student = $this->find(Account::class, $id);
        if (Role::Student !== $student->role || $student->school !== $by->school) {
            throw new NotFoundHttpException();
        }
        $taught = Role::Administrator === $by->role || false !== $this->entities->getConnection()->fetchOne(
            'SELECT 1 FROM enrolment e JOIN teaching t ON t.course_id = e.course_id JOIN course c ON c.id = e.course_id '
                .'WHERE t.account_id = ? AND e.student_id = ? AND c.archived_at IS NULL LIMIT 1',
            [(string) $by->id, $id],
        );

        return $taught ? $student : throw new NotFoundHttpException();
    }

    /** A student who is in a class that the signed-in teacher runs, or was. */
    public function everIn(string $id, Course $course): Account
    {
        $ever = Uuid::isValid($id) && false !== $this->entities->getConnection()->fetchOne(
            'SELECT 1 FROM (SELECT course_id, student_id FROM enrolment UNION ALL SELECT course_id, student_id FROM past_enrolment) e '
                .'WHERE e.course_id = ? AND e.student_id = ? LIMIT 1',
            [(string) $course->id, $id],
        );

        return $ever ? $this->find(Account::class, $id) : throw new NotFoundHttpException();
    }

    /** A student who is or was in a class of the signed-in teacher. */
    public function knownStudent(string $id): Account
    {
        $student = $this->find(Account::class, $id);
        $worked = Role::Student === $student->role && false !== $this->entities->getConnection()->fetchOne(
            'SELECT 1 FROM teaching g WHERE g.account_id = :teacher AND g.course_id IN ('
                .'SELECT course_id FROM enrolment WHERE student_id = :student UNION SELECT a.course_id FROM attempt t '
                .'JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id WHERE t.student_id = :student) LIMIT 1',
            ['student' => $id, 'teacher' => (string) $this->teacher()->id],
        );

        return $worked ? $student : $this->taughtStudent($id);
    }

    /** Somebody of the administrator's school, or a student of the teacher's; not oneself, unless that is said. */
    public function cared(string $id, bool $self = false): Account
    {
        $by = $this->teacher();
        $account = $this->find(Account::class, $id);
        if (($account === $by && !$self) || $account->school !== $by->school) {
            throw new NotFoundHttpException();
        }

        return Role::Administrator === $by->role ? $account : $this->taughtStudent($id);
    }

    /** A part that the signed-in student has been set. */
    public function studiedPart(string $id): Part
    {
        $student = $this->student();
        $part = !Uuid::isValid($id) ? null : $this->entities->createQuery(
            'SELECT p, a, c FROM '.Part::class.' p JOIN p.assignment a JOIN a.course c JOIN '.Enrolment::class.' e WITH e.course = c '
                .'WHERE p.id = :part AND e.student = :student AND a.publishedAt <= :now',
        )->setParameters(['part' => $id, 'student' => $student->id, 'now' => $this->clock->now()])->getOneOrNullResult();

        return $part instanceof Part ? $part : throw new NotFoundHttpException();
    }

    /**
     * A part that the signed-in student may work on now.
     *
     * @throws Conflict while it waits for the part before
     */
    public function openPart(string $id): Part
    {
        $part = $this->studiedPart($id);
        if ($part->waits && !$part->isOpenAfter($this->leftAt($part->assignment->id, $part->position - 1))) {
            throw self::waits($part->position);
        }

        return $part;
    }

    /** A part to work on, or for its teacher to try. */
    public function workedPart(string $id): Part
    {
        return $this->teaches() ? $this->taughtPart($id) : $this->openPart($id);
    }

    public static function waits(int $position): Conflict
    {
        return new Conflict(\sprintf('Part %d opens when part %d is right; hand that in first.', $position, $position - 1));
    }

    public function taughtAttempt(string $id): Attempt
    {
        $attempt = $this->find(Attempt::class, $id);

        return $this->runs($attempt->part->assignment->course) ? $attempt : throw new NotFoundHttpException();
    }

    /** An attempt that gets feedback: not one of an archived class. */
    public function markedAttempt(string $id): Attempt
    {
        $attempt = $this->taughtAttempt($id);
        self::current($attempt->part->assignment->course);

        return $attempt;
    }

    public function markedPart(string $id): Part
    {
        $part = $this->taughtPart($id);
        self::current($part->assignment->course);

        return $part;
    }

    public function ownAttempt(string $id): Attempt
    {
        $attempt = $this->find(Attempt::class, $id);

        // What somebody has handed in stays theirs, also after they have left the class.
        return $attempt->student === $this->student() ? $attempt : throw new NotFoundHttpException();
    }

    /**
     * @return int|null how much is to be said to the newest attempt of the signed-in student at a part; null when there is none, or it is
     *                  not told
     */
    private function leftAt(Uuid $assignment, int $position): ?int
    {
        /** @var list<array{found: int, told: bool}> $newest */
        $newest = $this->entities->createQuery(
            'SELECT a.found, a.told FROM '.Attempt::class.' a JOIN a.part p
             WHERE p.assignment = :assignment AND p.position = :position AND a.student = :student ORDER BY a.number DESC',
        )->setParameters(['assignment' => $assignment, 'position' => $position, 'student' => $this->student()->id])
            ->setMaxResults(1)->getArrayResult();

        return ($newest[0]['told'] ?? false) ? $newest[0]['found'] : null;
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    private function find(string $class, string $id): object
    {
        return (Uuid::isValid($id) ? $this->entities->find($class, Uuid::fromString($id)) : null) ?? throw new NotFoundHttpException();
    }
}
