<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/**
 * The School: people and classes. A keeper has all of them, a teacher their own classes and the students in them. First passwords are told
 * once, to whoever gives them out.
 *
 * @phpstan-import-type Person from Roster
 */
final readonly class PeopleController
{
    private const MOST_STUDENTS = 60;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Roster $roster,
        private Passwords $passwords,
        private Record $record,
        private ClockInterface $clock,
        private RateLimiterFactory $helpLimiter,
    ) {
    }

    #[Route('/api/school', methods: 'GET')]
    public function school(): JsonResponse
    {
        $account = $this->access->teacher();
        $keeps = Role::Keeper === $account->role;
        $id = (string) ($keeps ? $account->school->id : $account->id);
        $whose = $keeps ? 'c.school_id' : 'c.teacher_id';
        $courses = $this->connection->fetchAllAssociative(<<<SQL
            SELECT c.id, c.name, c.counting, a.name AS teacher, count(e.student_id) AS students
            FROM course c JOIN account a ON a.id = c.teacher_id LEFT JOIN enrolment e ON e.course_id = c.id
            WHERE $whose = ? GROUP BY c.id, a.name ORDER BY c.name, c.id
            SQL, [$id]);
        $teachers = !$keeps ? [] : $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT id, name, sign_in AS "signIn", role, disabled_at IS NOT NULL AS disabled FROM account
            WHERE school_id = ? AND role <> 'student' ORDER BY name, id
            SQL, [$id]);

        return new JsonResponse(['name' => $account->school->name, 'keeps' => $keeps, 'courses' => $courses, 'teachers' => $teachers]);
    }

    #[Route('/api/courses/{id}/students', methods: 'GET')]
    public function students(string $id): JsonResponse
    {
        $course = $this->access->taughtCourse($id);

        return new JsonResponse(['students' => $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT a.id, a.name, a.given, a.sign_in AS "signIn", a.disabled_at IS NOT NULL AS disabled, a.must_change AS fresh
            FROM enrolment e JOIN account a ON a.id = e.student_id WHERE e.course_id = ? ORDER BY a.name, a.id
            SQL, [(string) $course->id])]);
    }

    #[Route('/api/courses', methods: 'POST')]
    public function addCourse(Request $request): JsonResponse
    {
        $account = $this->access->teacher();
        $fields = Body::of($request, ['name', 'teacherId']);
        $name = trim($fields->string('name'));
        Range::checkText('name', $name, Roster::MOST_NAME);
        $teacher = $fields->has('teacherId') ? $this->colleague($fields->string('teacherId')) : $account;
        $course = new Course($account->school, $teacher, $name);
        $this->entities->persist($course);
        $this->entities->flush();
        $this->record->now('add-class', $account, $course->id);

        return new JsonResponse(['id' => (string) $course->id], 201);
    }

    /** Teachers by their names, a person a line. */
    #[Route('/api/teachers', methods: 'POST')]
    public function addTeachers(Request $request): JsonResponse
    {
        $this->access->keeper();
        $people = $this->roster->read(Body::of($request, ['names'])->text('names', 20_000));

        return $this->slips($this->make($people, Role::Teacher, null));
    }

    /** What a pasted list would make; nothing is kept. */
    #[Route('/api/courses/{id}/students/preview', methods: 'POST')]
    public function preview(string $id, Request $request): JsonResponse
    {
        $this->access->taughtCourse($id);

        return new JsonResponse(['people' => $this->roster->read(Body::of($request, ['names'])->text('names', 50_000))]);
    }

    /** Students by their names, a person a line: all or none. */
    #[Route('/api/courses/{id}/students', methods: 'POST')]
    public function addStudents(string $id, Request $request): JsonResponse
    {
        $course = $this->access->taughtCourse($id);
        $people = $this->roster->read(Body::of($request, ['names'])->text('names', 50_000));
        $there = $this->entities->getRepository(Enrolment::class)->count(['course' => $course]);
        if ($there + \count($people) > self::MOST_STUDENTS) {
            throw new Conflict(\sprintf('A class has room for %d, and %d are in it; make another class.', self::MOST_STUDENTS, $there));
        }

        return $this->slips($this->make($people, Role::Student, $course));
    }

    /** Takes a student out of a class; their work stays, and so does their account. */
    #[Route('/api/courses/{id}/students/{student}', methods: 'DELETE')]
    public function takeOut(string $id, string $student): Response
    {
        $course = $this->access->taughtCourse($id);
        $enrolment = Uuid::isValid($student)
            ? $this->entities->getRepository(Enrolment::class)->findOneBy(['course' => $course, 'student' => $student])
            : null;
        $this->entities->remove($enrolment ?? throw new NotFoundHttpException());
        $this->entities->flush();
        $this->record->now('take-out', $this->access->account(), $course->id);

        return new Response(null, 204);
    }

    /** A new first password: by a keeper for everybody else, by a teacher for the students of their classes. */
    #[Route('/api/accounts/{id}/password', methods: 'POST')]
    public function reset(string $id): JsonResponse
    {
        $account = $this->cared($id);
        $password = $this->passwords->give($account);
        // Whoever comes in with it at once stays in.
        $account->signOutEverywhere($this->now()->modify('-1 second'));
        $this->entities->flush();
        $this->record->now('reset-password', $this->access->account(), $account->id);

        return $this->slips([[$account, $password]], 200);
    }

    /** Who is disabled cannot sign in; what they have done stays. */
    #[Route('/api/accounts/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $this->access->keeper();
        $account = $this->cared($id);
        $disabled = Body::of($request, ['disabled'])->bool('disabled', false);
        $disabled ? $account->disable($this->now()) : $account->enable();
        $this->entities->flush();
        $this->record->now($disabled ? 'disable' : 'enable', $this->access->account(), $account->id);

        return new JsonResponse(['id' => (string) $account->id, 'disabled' => $account->isDisabled()]);
    }

    /** One's own password; every other session of the account ends. */
    #[Route('/api/password', methods: 'POST')]
    public function password(Request $request): Response
    {
        $account = $this->access->account();
        TooOften::unless($this->helpLimiter->create('password '.$account->id)->consume());
        $fields = Body::of($request, ['old', 'password']);
        if (!$this->passwords->is($account, $fields->string('old'))) {
            throw InvalidInput::at('old', 'this is not your password now; type it once more.');
        }
        if ($fields->string('old') === $fields->string('password')) {
            throw InvalidInput::at('password', 'this is the one that you have; take another.');
        }
        $this->passwords->choose($account, $fields->string('password'));
        $account->signOutEverywhere($this->now()->modify('-1 second'));
        $this->entities->flush();
        $request->getSession()->migrate(true);
        $this->record->now('change-password', $account, $account->id);

        return new Response(null, 204);
    }

    /**
     * @param list<Person> $people
     *
     * @return list<array{Account, string}> with their first passwords
     */
    private function make(array $people, Role $role, ?Course $course): array
    {
        $by = $this->access->account();

        return $this->entities->wrapInTransaction(function () use ($people, $role, $course, $by): array {
            $made = [];
            foreach ($people as ['name' => $name, 'given' => $given, 'signIn' => $signIn]) {
                $account = new Account($by->school, $signIn, $name, $role, $given);
                $made[] = [$account, $this->passwords->give($account)];
                $this->entities->persist($account);
                null === $course || $this->entities->persist(new Enrolment($by->school, $course, $account));
                $this->record->now('add-'.$role->value, $by, $account->id);
            }

            return $made;
        });
    }

    /** @param list<array{Account, string}> $made */
    private function slips(array $made, int $status = 201): JsonResponse
    {
        return new JsonResponse(['slips' => array_map(static fn (array $one): array => [
            'id' => (string) $one[0]->id,
            'name' => $one[0]->name,
            'signIn' => $one[0]->signIn,
            'password' => $one[1],
        ], $made)], $status);
    }

    private function colleague(string $id): Account
    {
        $keeper = $this->access->keeper();
        $account = Uuid::isValid($id) ? $this->entities->find(Account::class, Uuid::fromString($id)) : null;

        if (null === $account || $account->school !== $keeper->school || !$account->teaches()) {
            throw new NotFoundHttpException();
        }

        return $account;
    }

    /** Somebody of the keeper's school, or a student of the teacher's; never oneself. */
    private function cared(string $id): Account
    {
        $by = $this->access->teacher();
        $account = Uuid::isValid($id) ? $this->entities->find(Account::class, Uuid::fromString($id)) : null;
        if (null === $account || $account === $by || $account->school !== $by->school) {
            throw new NotFoundHttpException();
        }
        if (Role::Keeper === $by->role) {
            return $account;
        }
        $taught = false !== $this->connection->fetchOne(
            'SELECT 1 FROM enrolment e JOIN course c ON c.id = e.course_id WHERE c.teacher_id = ? AND e.student_id = ? LIMIT 1',
            [(string) $by->id, $id],
        );

        return $taught ? $account : throw new NotFoundHttpException();
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
