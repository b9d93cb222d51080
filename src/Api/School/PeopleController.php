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
    public const MOST_STUDENTS = 60;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Roster $roster,
        private Passwords $passwords,
        private Record $record,
        private ClockInterface $clock,
        private RateLimiterFactory $helpLimiter,
        private Intakes $intakes,
    ) {
    }

    #[Route('/api/school', methods: 'GET')]
    public function school(): JsonResponse
    {
        $account = $this->access->teacher();
        $school = $account->school;
        $keeps = Role::Keeper === $account->role;
        $whose = $keeps ? 'c.school_id = :id' : 'c.id IN (SELECT course_id FROM teaching WHERE account_id = :id)';
        $courses = $this->connection->fetchAllAssociative(<<<SQL
            SELECT c.id, c.name, c.year, c.counting, a.name AS teacher, c.teacher_id = :me AS own, c.archived_at IS NOT NULL AS archived,
                (SELECT count(*) FROM enrolment e WHERE e.course_id = c.id) AS students,
                (SELECT coalesce(json_agg(k.account_id), '[]') FROM colleague k WHERE k.course_id = c.id) AS colleagues
            FROM course c JOIN account a ON a.id = c.teacher_id
            WHERE $whose ORDER BY c.archived_at IS NOT NULL, c.year DESC, c.name, c.id
            SQL, ['id' => (string) ($keeps ? $school->id : $account->id), 'me' => (string) $account->id]);
        $teachers = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT id, name, sign_in AS "signIn", email, role, disabled_at IS NOT NULL AS disabled,
                second IS NOT NULL AS second FROM account
            WHERE school_id = ? AND role <> 'student' ORDER BY name, id
            SQL, [(string) $school->id]);
        $last = $this->intakes->last($account);

        return new JsonResponse([
            'name' => $school->name,
            'zone' => $school->zone,
            'counting' => $school->counting->value,
            'points' => $school->points,
            'keepYears' => $school->keepYears,
            'keeps' => $keeps,
            'courses' => array_map(
                static fn (array $one): array => [
                    'colleagues' => json_decode(\is_string($one['colleagues']) ? $one['colleagues'] : '[]', true, 3, \JSON_THROW_ON_ERROR),
                ] + $one,
                $courses,
            ),
            'teachers' => $keeps ? $teachers : [],
            'colleagues' => array_map(
                static fn (array $one): array => ['id' => $one['id'], 'name' => $one['name']],
                array_values(array_filter($teachers, static fn (array $one): bool => true !== $one['disabled'])),
            ),
            'intake' => null === $last ? null : [
                'id' => (string) $last->id,
                'at' => $last->at->format(\DATE_ATOM),
                'accounts' => \count($last->made['accounts']),
                'classes' => \count($last->made['courses']),
            ],
        ]);
    }

    #[Route('/api/courses/{id}/students', methods: 'GET')]
    public function students(string $id): JsonResponse
    {
        $course = $this->access->taughtCourse($id);

        return new JsonResponse(['students' => $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT a.id, a.name, a.given, a.sign_in AS "signIn", a.disabled_at IS NOT NULL AS disabled,
                CASE WHEN a.password = '' THEN 'none' WHEN a.must_change THEN 'first' ELSE 'own' END AS password
            FROM enrolment e JOIN account a ON a.id = e.student_id WHERE e.course_id = ? ORDER BY a.name, a.id
            SQL, [(string) $course->id])]);
    }

    #[Route('/api/courses', methods: 'POST')]
    public function addCourse(Request $request): JsonResponse
    {
        $account = $this->access->teacher();
        $fields = Body::of($request, ['name', 'year', 'teacherId']);
        $name = trim($fields->string('name'));
        $year = $fields->has('year') ? $fields->text('year', 20) : '';
        Range::checkText('name', $name, Roster::MOST_NAME);
        $teacher = $fields->has('teacherId') ? $this->colleague($fields->string('teacherId')) : $account;
        $course = new Course($account->school, $teacher, $name, $account->school->counting, $year);
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
        $there = $this->roster->namesIn($this->access->taughtCourse($id));

        return new JsonResponse(['people' => $this->roster->read(Body::of($request, ['names'])->text('names', 50_000), $there)]);
    }

    /** Students by their names, a person a line: all or none. */
    #[Route('/api/courses/{id}/students', methods: 'POST')]
    public function addStudents(string $id, Request $request): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        $people = $this->roster->read(Body::of($request, ['names'])->text('names', 50_000), $this->roster->namesIn($course));
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
        $course = $this->access->workedCourse($id);
        $enrolment = Uuid::isValid($student)
            ? $this->entities->getRepository(Enrolment::class)->findOneBy(['course' => $course, 'student' => $student])
            : null;
        $this->entities->remove($enrolment ?? throw new NotFoundHttpException());
        $this->entities->flush();
        $this->record->now('take-out', $this->access->account(), $course->id);

        return new Response(null, 204);
    }

    /** Slips for those of a class who have not come in yet: each gets a new first password. */
    #[Route('/api/courses/{id}/slips', methods: 'POST')]
    public function slipsOf(string $id): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        /** @var list<Account> $fresh */
        $fresh = $this->entities->createQuery(
            'SELECT a FROM '.Account::class.' a JOIN '.Enrolment::class.' e WITH e.student = a '
                ."WHERE e.course = :course AND (a.mustChange = true OR a.password = '') ORDER BY a.name, a.id",
        )->setParameter('course', $course)->getResult();
        $made = array_map(fn (Account $one): array => [$one, $this->passwords->give($one)], $fresh);
        $this->entities->flush();
        $this->record->now('slips', $this->access->account(), $course->id, ['accounts' => \count($made)]);

        return $this->slips($made, 200);
    }

    /** A new first password: by a keeper for everybody else, by a teacher for the students of their classes. */
    #[Route('/api/accounts/{id}/password', methods: 'POST')]
    public function reset(string $id): JsonResponse
    {
        $account = $this->access->cared($id);
        $password = $this->passwords->give($account);
        // Whoever comes in with it at once stays in.
        $account->signOutEverywhere($this->now()->modify('-1 second'));
        $this->entities->flush();
        $this->record->now('reset-password', $this->access->account(), $account->id);

        return $this->slips([[$account, $password]], 200);
    }

    /** Who is disabled cannot sign in; what they have done stays. Where mail reaches them. */
    #[Route('/api/accounts/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $this->access->keeper();
        $account = $this->access->cared($id);
        $fields = Body::of($request, ['disabled', 'email']);
        if ($fields->has('email')) {
            $email = $fields->text('email', 200);
            $fault = PeopleTable::fault('x', $email, '');
            null === $fault || throw InvalidInput::at('email', $fault);
            $account->find($email);
        }
        if ($fields->has('disabled')) {
            $disabled = $fields->bool('disabled', false);
            $disabled ? $account->disable($this->now()) : $account->enable();
            $this->record->now($disabled ? 'disable' : 'enable', $this->access->account(), $account->id);
        }
        $this->entities->flush();

        return new JsonResponse(['id' => (string) $account->id, 'disabled' => $account->isDisabled()]);
    }

    /** A name as people have it: by a keeper for everybody else, by a teacher for the students of their classes. */
    #[Route('/api/accounts/{id}/name', methods: 'PUT')]
    public function call(string $id, Request $request): Response
    {
        $account = $this->access->cared($id);
        $fields = Body::of($request, ['name', 'given']);
        [$name, $given] = [trim($fields->string('name')), trim($fields->string('given'))];
        Range::checkText('name', $name, Roster::MOST_NAME);
        Range::checkText('given', $given, Roster::MOST_GIVEN);
        $account->call($name, $given);
        $this->entities->flush();
        $this->record->now('call', $this->access->account(), $account->id);

        return new Response(null, 204);
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
            foreach ($people as ['name' => $name, 'given' => $given, 'family' => $family, 'signIn' => $signIn]) {
                $account = new Account($by->school, $signIn, $name, $role, $given, $family);
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

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
