<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\School\Added;
use Pulsanda\App\School\AddPeople;
use Pulsanda\App\School\ClassLock;
use Pulsanda\App\School\Enrolments;
use Pulsanda\App\School\Intakes;
use Pulsanda\App\School\KnownStudents;
use Pulsanda\App\School\LoginSlips;
use Pulsanda\App\School\PeopleTable;
use Pulsanda\App\School\Roster;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/**
 * The School: people and classes. An administrator has all of them, a teacher their own classes and the students in them. Starter
 * passwords stand on login slips, which can be fetched until they were printed or used.
 */
final readonly class PeopleController
{
    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private AddPeople $add,
        private Enrolments $enrolments,
        private KnownStudents $known,
        private LoginSlips $loginSlips,
        private ClassLock $lock,
        private Usernames $usernames,
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
        $keeps = Role::Administrator === $account->role;
        $whose = $keeps ? 'c.school_id = :id' : 'c.id IN (SELECT course_id FROM teaching WHERE account_id = :id)';
        $courses = $this->connection->fetchAllAssociative(<<<SQL
            SELECT c.id, c.name, c.year, c.counting, c.language, c.sheet_like_staff, c.sheet_values, c.lesson_day, c.lesson_time,
                a.name AS teacher, c.teacher_id = :me AS own,
                c.archived_at IS NOT NULL AS archived,
                (SELECT count(*) FROM enrolment e WHERE e.course_id = c.id) AS students,
                (SELECT coalesce(json_agg(k.account_id), '[]') FROM colleague k WHERE k.course_id = c.id) AS colleagues
            FROM course c JOIN account a ON a.id = c.teacher_id
            WHERE $whose ORDER BY c.archived_at IS NOT NULL, c.year DESC, c.name COLLATE counted, c.id
            SQL, ['id' => (string) ($keeps ? $school->id : $account->id), 'me' => (string) $account->id]);
        $teachers = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT id, name, sort_name(a) AS sort, sign_in AS "signIn", email, role, disabled_at IS NOT NULL AS disabled,
                second IS NOT NULL AS second,
                CASE WHEN starter IS NOT NULL THEN 'slip' WHEN must_change THEN 'first' ELSE 'own' END AS password FROM account a
            WHERE school_id = ? AND role <> 'student' ORDER BY sort_name(a) COLLATE counted, id
            SQL, [(string) $school->id]);
        $last = $this->intakes->last($account);

        return new JsonResponse([
            'name' => $school->name,
            'zone' => $school->zone,
            'language' => $school->language,
            'counting' => $school->counting->value,
            'points' => $school->points,
            'keepYears' => $school->keepYears,
            'sortBy' => $school->sortBy->value,
            'keeps' => $keeps,
            'courses' => array_map(
                static fn (array $one): array => [
                    'colleagues' => json_decode(\is_string($one['colleagues']) ? $one['colleagues'] : '[]', true, 3, \JSON_THROW_ON_ERROR),
                    'lesson' => null === $one['lesson_day'] ? null : ['day' => $one['lesson_day'], 'time' => $one['lesson_time']],
                    'sheet' => ['likeStaff' => $one['sheet_like_staff'], 'values' => $one['sheet_values']],
                ] + array_diff_key($one, array_flip(['lesson_day', 'lesson_time', 'sheet_like_staff', 'sheet_values'])),
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
        return new JsonResponse(['students' => $this->studentsOf($this->access->taughtCourse($id))]);
    }

    #[Route('/api/courses', methods: 'POST')]
    public function addCourse(Request $request): JsonResponse
    {
        $account = $this->access->teacher();
        $fields = Body::of($request, ['name', 'year', 'teacherId']);
        $name = PersonName::read('name', $fields->string('name'));
        $year = $fields->has('year') ? $fields->text('year', 20) : '';
        $teacher = $fields->has('teacherId') ? $this->colleague($fields->string('teacherId')) : $account;
        $course = new Course($account->school, $teacher, $name, $account->school->counting, $year);
        $this->entities->wrapInTransaction(function () use ($account, $course): void {
            $this->entities->persist($course);
            $this->record->now('add-class', $account, $course->id);
        });

        return new JsonResponse(['id' => (string) $course->id], 201);
    }

    /** Teachers by their names, a person a line; who is there already is not added again. */
    #[Route('/api/teachers', methods: 'POST')]
    public function addTeachers(Request $request): JsonResponse
    {
        $administrator = $this->access->administrator();

        return $this->added($this->add->teachers(Body::of($request, ['names'])->text('names', 20_000), $administrator));
    }

    /** What a pasted list would make; nothing is kept. `known` are accounts that somebody of this name may have already. */
    #[Route('/api/courses/{id}/students/preview', methods: 'POST')]
    public function preview(string $id, Request $request): JsonResponse
    {
        $course = $this->access->taughtCourse($id);
        $people = Roster::read(Body::of($request, ['names'])->text('names', 50_000));
        $known = $this->known->named(array_column($people, 'name'), $course, $this->access->account());
        $there = $this->lock->names($course);
        $usernames = $this->usernames->propose($people);

        return new JsonResponse(['people' => array_map(static fn (array $one, string $username): array => [
            'name' => $one['name'],
            'given' => $one['given'],
            'family' => $one['family'],
            'signIn' => $username,
            'already' => isset($there[$one['name']]),
            'known' => $known[$one['name']] ?? [],
        ], $people, $usernames)]);
    }

    /** Students by their names, a person a line: all or none. `same` names accounts that people of this list have already. */
    #[Route('/api/courses/{id}/students', methods: 'POST')]
    public function addStudents(string $id, Request $request): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        $fields = Body::of($request, ['names', 'same']);
        $same = $fields->has('same') ? array_filter($fields->list('same', 0, ClassLock::MOST_STUDENTS), is_string(...)) : [];

        return $this->added($this->add->students($fields->text('names', 50_000), array_values($same), $course, $this->access->account()));
    }

    /** Those who were in a class and are not now. */
    #[Route('/api/courses/{id}/former', methods: 'GET')]
    public function former(string $id): JsonResponse
    {
        return new JsonResponse(['students' => $this->known->formerly($this->access->taughtCourse($id), $this->access->account())]);
    }

    /** Students of the school by a part of their name, also those who are in no class; for administrators. */
    #[Route('/api/people', methods: 'GET')]
    public function find(Request $request): JsonResponse
    {
        $part = trim((string) $request->query->get('name'));

        return new JsonResponse([
            'students' => mb_strlen($part) < 2 ? []
                : $this->known->search(mb_substr($part, 0, PersonName::MOST), $this->access->administrator()),
        ]);
    }

    /** Removes a student from a class; their work stays, and so does their account. Twice is once. */
    #[Route('/api/courses/{id}/students/{student}', methods: 'DELETE')]
    public function remove(string $id, string $student): Response
    {
        $course = $this->access->workedCourse($id);
        $this->enrolments->remove($this->access->everIn($student, $course), $course, $this->access->account());

        return new Response(null, 204);
    }

    /** Puts somebody who was in a class back into it. */
    #[Route('/api/courses/{id}/students/{student}', methods: 'PUT')]
    public function putBack(string $id, string $student): Response
    {
        $course = $this->access->workedCourse($id);
        $this->enrolments->putBack($this->access->everIn($student, $course), $course, $this->access->account());

        return new Response(null, 204);
    }

    /** Login slips of a class that wait to be printed. */
    #[Route('/api/courses/{id}/slips', methods: 'GET')]
    public function slipsOf(string $id): JsonResponse
    {
        return new JsonResponse(['slips' => $this->loginSlips->ofClass($this->access->workedCourse($id))]);
    }

    /** Gives a starter password to everybody in a class who has neither a password of their own nor a slip that waits. */
    #[Route('/api/courses/{id}/slips', methods: 'POST')]
    public function completeSlips(string $id): JsonResponse
    {
        return new JsonResponse(['slips' => $this->loginSlips->complete($this->access->workedCourse($id), $this->access->account())]);
    }

    /** Login slips of teachers that wait to be printed; for administrators. */
    #[Route('/api/teachers/slips', methods: 'GET')]
    public function slipsOfTeachers(): JsonResponse
    {
        return new JsonResponse(['slips' => $this->loginSlips->ofTeachers($this->access->administrator()->school)]);
    }

    /** The slips of these accounts were printed: their passwords are told no more. */
    #[Route('/api/slips/printed', methods: 'POST')]
    public function printed(Request $request): Response
    {
        $ids = Body::of($request, ['accounts'])->list('accounts', 1, Roster::MOST_LINES);
        $accounts = array_map(fn (mixed $id): Account => $this->access->cared(\is_string($id) ? $id : ''), $ids);
        $this->loginSlips->markPrinted($accounts, $this->access->account());

        return new Response(null, 204);
    }

    /** A new starter password: by an administrator for everybody else, by a teacher for the students of their classes. */
    #[Route('/api/accounts/{id}/password', methods: 'POST')]
    public function reset(string $id): JsonResponse
    {
        $slips = $this->loginSlips->replace($this->access->cared($id), $this->access->account(), $this->now());

        return new JsonResponse(['slips' => $slips]);
    }

    /** Who is disabled cannot sign in; what they have done stays. Where mail reaches them. */
    #[Route('/api/accounts/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $this->access->administrator();
        $account = $this->access->cared($id);
        $fields = Body::of($request, ['disabled', 'email']);
        $email = $fields->has('email') ? $fields->text('email', 200) : $account->email;
        $fault = PeopleTable::fault('x', $email, '');
        null === $fault || throw InvalidInput::at('email', $fault);
        $this->entities->wrapInTransaction(function () use ($account, $fields, $email): void {
            $account->find($email);
            if ($fields->has('disabled')) {
                $disabled = $fields->bool('disabled', false);
                $disabled ? $account->disable($this->now()) : $account->enable();
                $this->record->now($disabled ? 'disable' : 'enable', $this->access->account(), $account->id);
            }
        });

        return new JsonResponse(['id' => (string) $account->id, 'disabled' => $account->isDisabled()]);
    }

    /** A name as people have it: by an administrator for everybody else, by a teacher for the students of their classes. */
    #[Route('/api/accounts/{id}/name', methods: 'PUT')]
    public function call(string $id, Request $request): Response
    {
        $account = $this->access->cared($id);
        $fields = Body::of($request, ['name', 'given', 'family']);
        $name = PersonName::read('name', $fields->string('name'));
        $given = PersonName::read('given', $fields->string('given'), PersonName::MOST_PART);
        $family = $fields->has('family') ? PersonName::clean($fields->text('family', PersonName::MOST_PART)) : $account->family;
        $this->entities->wrapInTransaction(function () use ($account, $name, $given, $family): void {
            $account->call($name, $given, $family);
            $this->record->now('call', $this->access->account(), $account->id);
        });

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
        $this->entities->wrapInTransaction(function () use ($account, $fields): void {
            $this->passwords->choose($account, $fields->string('password'));
            $account->signOutEverywhere($this->now()->modify('-1 second'));
            $this->record->now('change-password', $account, $account->id);
        });
        $request->getSession()->migrate(true);

        return new Response(null, 204);
    }

    private function added(Added $added): JsonResponse
    {
        return new JsonResponse([
            'slips' => $this->loginSlips->of($added->accounts),
            'already' => $added->already,
            'back' => $added->back,
        ], 201);
    }

    /** @return list<array<string, mixed>> */
    private function studentsOf(Course $course): array
    {
        return $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT a.id, a.name, sort_name(a) AS sort, a.given, a.family, a.sign_in AS "signIn", a.disabled_at IS NOT NULL AS disabled,
                CASE WHEN a.password = '' THEN 'none' WHEN a.starter IS NOT NULL THEN 'slip' WHEN a.must_change THEN 'first' ELSE 'own' END
                    AS password
            FROM enrolment e JOIN account a ON a.id = e.student_id WHERE e.course_id = ? ORDER BY sort_name(a) COLLATE counted, a.id
            SQL, [(string) $course->id]);
    }

    private function colleague(string $id): Account
    {
        $administrator = $this->access->administrator();
        $account = Uuid::isValid($id) ? $this->entities->find(Account::class, Uuid::fromString($id)) : null;

        if (null === $account || $account->school !== $administrator->school || !$account->teaches()) {
            throw new NotFoundHttpException();
        }

        return $account;
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
