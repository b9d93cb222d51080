<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Intake;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Format\Table;
use Pulsanda\App\Http\Away;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Language\Refusals;
use Pulsanda\App\School\ClassLock;
use Pulsanda\App\School\Intakes;
use Pulsanda\App\School\OneRoster;
use Pulsanda\App\School\PeopleTable;
use Pulsanda\App\School\RosterIntake;
use Pulsanda\App\School\RosterSet;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Lists of people in and out: a table into a class, and the OneRoster set of a school. Everything is looked at before it is taken. */
final readonly class IntakeController
{
    private const SHOWN = 200;

    public function __construct(
        private Access $access,
        private Intakes $intakes,
        private OneRoster $oneRoster,
        private RosterIntake $roster,
        private ClockInterface $clock,
        private ClassLock $lock,
        private Usernames $usernames,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Reader $reader,
        private Refusals $refusals,
    ) {
    }

    /** ?columns= what each column holds, ?head=0 where the first line is a person; …/take brings them in. */
    #[Route('/api/courses/{id}/list', methods: 'POST'), Route('/api/courses/{id}/list/take', name: 'take_list', methods: 'POST')]
    public function list(string $id, Request $request): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        $table = Table::read($request->getContent());
        $first = array_key_first($table);
        [$columns, $head] = PeopleTable::guess($table[$first] ?? []);
        $said = $request->query->get('columns');
        $columns = null === $said ? $columns : explode(',', $said);
        $head = $request->query->has('head') ? '1' === $request->query->get('head') : $head;
        $titles = $table[$first] ?? [];
        $titles = $head ? $titles : array_map(
            fn (int $i): string => $this->reader->phrases()->say('export.column', ['number' => $i + 1]),
            array_keys($titles),
        );
        $sample = \array_slice($table, $head ? 1 : 0, 3);
        if ($head) {
            unset($table[$first]);
        }
        try {
            [$people, $faults, $already] = PeopleTable::read($table, $columns, $this->lock->names($course));
        } catch (InvalidInput $error) {
            if (self::takes($request)) {
                throw $error;
            }
            [$people, $faults, $already] = [[], [['line' => 0, 'text' => $error->reason]], 0];
        }
        $strangers = $this->intakes->strangers($people, $this->access->account());
        foreach ($people as $one) {
            if (isset($strangers[$one['source'] ?? ''])) {
                $text = "you do not teach the person with the id \"{$one['source']}\"; an administrator can import them.";
                $faults[] = ['line' => $one['line'], 'text' => $text];
            }
        }
        $room = $this->lock->roomIn($course);
        if (\count($people) > $room) {
            $faults[] = ['line' => $people[$room]['line'], 'text' => "from here on the class has no room: $room more can be in it."];
        }
        if (self::takes($request)) {
            return $this->taken($faults, [] === $people, fn (): array => $this->intakes->list($people, $course, $this->access->account()));
        }

        return new JsonResponse([
            'head' => $head,
            'titles' => $titles,
            'sample' => $sample,
            'columns' => array_pad(\array_slice($columns, 0, \count($titles)), \count($titles), ''),
            'kinds' => PeopleTable::kinds(),
            'people' => array_map(
                static fn (array $one, string $username): array => $one + ['signIn' => $username],
                $shown = \array_slice($people, 0, self::SHOWN),
                $this->usernames->propose($shown),
            ),
            'count' => \count($people),
            'already' => $already,
            'faults' => array_map(
                fn (array $one): array => ['text' => $this->told($one['text'])] + $one,
                \array_slice($faults, 0, self::SHOWN),
            ),
            'faultCount' => \count($faults),
        ]);
    }

    /** What cannot be taken, in the reader's language. */
    private function told(string $fault): string
    {
        return $this->refusals->told($this->reader->tag(), $fault)[1];
    }

    /** Who is in a class, as a table that comes in again; ?mark=1 gives CSV a byte-order mark. */
    #[Route('/api/courses/{id}/list.{kind}', requirements: ['kind' => 'csv|xlsx|ods'], methods: 'GET')]
    public function table(string $id, string $kind, Request $request): Response
    {
        $course = $this->access->taughtCourse($id);
        /** @var list<array{id: string, name: string, given: string, family: string, email: string, sign_in: string}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            'SELECT coalesce(a.source, a.id::text) AS id, a.name, a.given, a.family, a.email, a.sign_in FROM enrolment e '
                .'JOIN account a ON a.id = e.student_id WHERE e.course_id = ? ORDER BY sort_name(a) COLLATE counted, a.id',
            [(string) $course->id],
        );
        $lines = [['id', 'family', 'given', 'called', 'name', 'username', 'email']];
        foreach ($rows as $row) {
            [$given, $family] = PersonName::parts($row['name'], $row['given'], $row['family']);
            $lines[] = [$row['id'], $family, $given, $row['given'], $row['name'], $row['sign_in'], $row['email']];
        }

        return Table::response($lines, $kind, $course->name, '1' === $request->query->get('mark'));
    }

    /** ?school= which one, where the set has several; …/take brings it in. */
    #[Route('/api/school/oneroster', methods: 'POST'), Route('/api/school/oneroster/take', name: 'take_oneroster', methods: 'POST')]
    public function oneRoster(Request $request): JsonResponse
    {
        $administrator = $this->access->administrator();
        $today = $this->clock->now()->setTimezone(new \DateTimeZone($administrator->school->zone))->format('Y-m-d');
        $school = $request->query->getString('school');
        $set = RosterSet::read($request->getContent(), $today, $school);
        if (self::takes($request)) {
            if ('' === $school && \count($set->schools) > 1) {
                throw InvalidInput::at('school', 'this set holds several schools; choose one of them.');
            }
            $plan = $this->roster->plan($set, $administrator);
            $faults = array_map(static fn (string $text): array => ['line' => 0, 'text' => $text], $plan->faults);

            return $this->taken($faults, false, fn (): array => $this->roster->take($set, $administrator));
        }
        $plan = $this->roster->plan($set, $administrator);
        $role = static fn (Role $role): int => \count(array_filter($plan->new, static fn (array $one): bool => $role === $one['role']));

        return new JsonResponse([
            'schools' => array_map(
                static fn (int|string $id, string $name): array => ['id' => (string) $id, 'name' => $name],
                array_keys($set->schools),
                $set->schools,
            ),
            'newTeachers' => $role(Role::Teacher),
            'newStudents' => $role(Role::Student),
            'known' => \count(array_intersect_key($plan->accounts, $set->users)),
            'changed' => array_map(
                static fn (array $one, int|string $id): array => ['from' => $plan->accounts[$id]->name, 'to' => $one['name']],
                $changed = \array_slice($plan->changed, 0, self::SHOWN, true),
                array_keys($changed),
            ),
            'changedCount' => \count($plan->changed),
            'disabled' => array_map(static fn (Account $one): string => $one->name, \array_slice($plan->disable, 0, self::SHOWN)),
            'enabled' => \count($plan->enable),
            'others' => $plan->others,
            'classes' => array_values(array_map(static fn (array $one): string => trim($one['title'].' '.$one['year']), $plan->classes)),
            'renamed' => array_map(
                static fn (array $one, int|string $id): array => ['from' => $plan->courses[$id]->name, 'to' => $one['title']],
                array_values($plan->renamed),
                array_keys($plan->renamed),
            ),
            'enter' => \count($plan->enter),
            'end' => \count($plan->end),
            'moved' => $plan->moved,
            'teach' => \count(array_filter($plan->teach, static fn (array $one): bool => isset($plan->courses[$one['class']]))),
            'leave' => \count($plan->leave),
            'over' => $plan->over,
            'delta' => $set->delta,
            'nothing' => $plan->changesNothing(),
            'faults' => array_map($this->told(...), \array_slice($plan->faults, 0, self::SHOWN)),
            'faultCount' => \count($plan->faults),
        ]);
    }

    /** The classes that are not archived: an administrator's are those of the school. */
    #[Route('/api/school/oneroster', methods: 'GET')]
    public function away(): Response
    {
        $account = $this->access->teacher();
        $keeps = Role::Administrator === $account->role;
        /** @var list<string> $courses */
        $courses = $this->connection->fetchFirstColumn(
            $keeps ? 'SELECT id FROM course WHERE school_id = ? AND archived_at IS NULL'
                : 'SELECT c.id FROM course c JOIN teaching t ON t.course_id = c.id WHERE t.account_id = ? AND c.archived_at IS NULL',
            [(string) ($keeps ? $account->school->id : $account->id)],
        );
        $zip = $this->oneRoster->write((string) $account->school->id, $account->school->name, $courses);

        return Away::file($zip, Away::TYPES['zip'], $account->school->name.' roster.zip');
    }

    /** Takes a list back: what it made, and nothing else. */
    #[Route('/api/intakes/{id}', methods: 'DELETE')]
    public function takeBack(string $id): Response
    {
        $account = $this->access->teacher();
        $intake = Uuid::isValid($id) ? $this->entities->find(Intake::class, Uuid::fromString($id)) : null;
        if (null === $intake || $intake->by !== $account) {
            throw new NotFoundHttpException();
        }
        $this->intakes->takeBack($intake);

        return new Response(null, 204);
    }

    /**
     * @param list<array{line: int, text: string}>                    $faults
     * @param \Closure(): array{id: string, made: int, enrolled: int} $take
     */
    private function taken(array $faults, bool $nobody, \Closure $take): JsonResponse
    {
        if ([] !== $faults) {
            throw InvalidInput::at(0 === $faults[0]['line'] ? '' : 'line '.$faults[0]['line'], $faults[0]['text']);
        }

        return $nobody ? throw new Conflict('There is nobody in this list to add.') : new JsonResponse($take(), 201);
    }

    private static function takes(Request $request): bool
    {
        return str_ends_with($request->getPathInfo(), '/take');
    }
}
