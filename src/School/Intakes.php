<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Colleague;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Intake;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Record;
use Symfony\Component\Uid\Uuid;

/**
 * Brings lists of people in, whole or not at all, and takes them back. Who is brought in has no password yet: slips give first ones.
 *
 * @phpstan-import-type Listed from PeopleTable
 * @phpstan-import-type Set from OneRoster
 */
final readonly class Intakes
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClockInterface $clock,
        private Usernames $usernames,
        private ClassLock $lock,
        private Enrolments $enrolments,
        private Record $record,
    ) {
    }

    /**
     * @param list<Listed> $people
     *
     * @return array{id: string, made: int, enrolled: int}
     */
    public function list(array $people, Course $course, Account $by): array
    {
        $known = $this->known($by, array_values(array_filter(array_column($people, 'source'), is_string(...))));
        $new = array_values(array_filter($people, static fn (array $one): bool => !isset($known[$one['source'] ?? ''])));
        $usernames = $this->usernames->reserve($new);

        return $this->entities->wrapInTransaction(function () use ($people, $known, $usernames, $course, $by): array {
            // Of two who bring the same list at once, the second finds everybody there.
            $there = $this->lock->namesIn($course);
            $made = $enrolled = [];
            $accounts = [];
            foreach ($people as $one) {
                $account = $known[$one['source'] ?? ''] ?? null;
                $username = null === $account ? array_shift($usernames) : null;
                if (isset($there[$one['name']])) {
                    continue;
                }
                if (null === $account) {
                    \assert(null !== $username);
                    $account = new Account($by->school, $username, $one['name'], Role::Student, $one['given'], $one['family']);
                    $account->find($one['email'], $one['source']);
                    $this->entities->persist($account);
                    $made[] = (string) $account->id;
                }
                $accounts[] = $account;
            }
            $this->entities->flush();
            foreach ($accounts as $account) {
                if ($this->enrolments->enter($account, $course)) {
                    $enrolled[] = [(string) $course->id, (string) $account->id];
                }
            }

            return $this->keep($by, ['accounts' => $made, 'courses' => [], 'enrolments' => $enrolled]);
        });
    }

    /**
     * Whose ids stand in a list and who are not theirs who brings it: nobody gets a student of others by guessing an id.
     *
     * @param list<Listed> $people
     *
     * @return array<string, true> by id
     */
    public function strangers(array $people, Account $by): array
    {
        $strangers = [];
        $sources = array_values(array_filter(array_column($people, 'source'), is_string(...)));
        foreach ($this->known($by, $sources) as $id => $account) {
            $theirs = Role::Keeper === $by->role || false !== $this->connection->fetchOne(
                'SELECT 1 FROM enrolment e JOIN teaching t ON t.course_id = e.course_id '
                    .'WHERE t.account_id = ? AND e.student_id = ? LIMIT 1',
                [(string) $by->id, (string) $account->id],
            );
            if (!$theirs || Role::Student !== $account->role) {
                $strangers[$id] = true;
            }
        }

        return $strangers;
    }

    /**
     * @param Set $set
     *
     * @return array{id: string, made: int, enrolled: int}
     */
    public function oneRoster(array $set, Account $by): array
    {
        $known = $this->known($by, array_map(strval(...), array_keys($set['users'])));
        $usernames = $this->usernames->reserve(array_values(array_diff_key($set['users'], $known)));

        return $this->entities->wrapInTransaction(function () use ($set, $usernames, $by): array {
            // Of two sets at once, the second finds what the first has made.
            $this->connection->executeStatement('SELECT 1 FROM school WHERE id = ? FOR UPDATE', [(string) $by->school->id]);
            $accounts = $this->known($by, array_map(strval(...), array_keys($set['users'])));
            $made = ['accounts' => [], 'courses' => [], 'enrolments' => []];
            foreach ($set['users'] as $id => $user) {
                if (isset($accounts[$id])) {
                    continue;
                }
                $signIn = array_shift($usernames) ?? throw new Conflict('Somebody else changed the people of the school. Try again.');
                $role = $user['teaches'] ? Role::Teacher : Role::Student;
                $account = new Account($by->school, $signIn, $user['name'], $role, $user['given'], $user['family']);
                $account->find($user['email'], (string) $id);
                $this->entities->persist($account);
                $accounts[$id] = $account;
                $made['accounts'][] = (string) $account->id;
            }
            $courses = $this->courses($set, $accounts, $by, $made['courses']);
            $this->entities->flush();
            /** @var list<array{course_id: string, student_id: string}> $rows */
            $rows = $this->connection->fetchAllAssociative(
                'SELECT course_id, student_id FROM enrolment WHERE school_id = ?',
                [(string) $by->school->id],
            );
            $in = [];
            foreach ($rows as $row) {
                $in[$row['course_id']][$row['student_id']] = true;
            }
            foreach ($set['enrolments'] as $one) {
                [$course, $account] = [$courses[$one['class']], $accounts[$one['user']]];
                if (!$one['teaches'] && Role::Student === $account->role && !isset($in[(string) $course->id][(string) $account->id])) {
                    $in[(string) $course->id][(string) $account->id] = true;
                    $this->entities->persist(new Enrolment($by->school, $course, $account));
                    $made['enrolments'][] = [(string) $course->id, (string) $account->id];
                } elseif ($one['teaches'] && $account->teaches() && $account !== $course->teacher) {
                    $shared = ['course' => $course, 'account' => $account];
                    if (null === $this->entities->find(Colleague::class, $shared)) {
                        $this->entities->persist(new Colleague($course, $account, $by->school));
                    }
                }
            }

            return $this->keep($by, $made);
        });
    }

    /** What the person who asks brought in last, where it can be taken back. */
    public function last(Account $by): ?Intake
    {
        return $this->entities->getRepository(Intake::class)->findOneBy(['by' => $by], ['id' => 'DESC']);
    }

    /** @throws Conflict when somebody of them has begun to work */
    public function takeBack(Intake $intake): void
    {
        $this->entities->wrapInTransaction(function () use ($intake): void {
            $of = ['accounts' => $intake->made['accounts'], 'courses' => $intake->made['courses']];
            $types = ['accounts' => ArrayParameterType::STRING, 'courses' => ArrayParameterType::STRING];
            $busy = $this->connection->fetchOne(
                'SELECT count(*) FROM account a WHERE a.id IN (:accounts) AND (EXISTS (SELECT 1 FROM draft d WHERE d.student_id = a.id) '
                    .'OR EXISTS (SELECT 1 FROM attempt t WHERE t.student_id = a.id) '
                    .'OR EXISTS (SELECT 1 FROM asked k WHERE k.student_id = a.id) '
                    .'OR EXISTS (SELECT 1 FROM course c WHERE c.teacher_id = a.id AND c.id NOT IN (:courses)))',
                $of,
                $types,
            );
            $tasks = $this->connection->fetchOne('SELECT count(*) FROM assignment WHERE course_id IN (:courses)', $of, $types);
            if (0 !== $busy || 0 !== $tasks) {
                throw new Conflict('Somebody of this list has begun to work already, so it stays; take people out one by one.');
            }
            foreach ($intake->made['enrolments'] as [$course, $student]) {
                $this->connection->delete('enrolment', ['course_id' => $course, 'student_id' => $student]);
            }
            foreach ([
                'DELETE FROM enrolment WHERE student_id IN (:accounts) OR course_id IN (:courses)',
                'DELETE FROM colleague WHERE account_id IN (:accounts) OR course_id IN (:courses)',
                'DELETE FROM lent WHERE course_id IN (:courses)',
                'DELETE FROM course WHERE id IN (:courses)',
                'DELETE FROM leave WHERE student_id IN (:accounts)',
                'DELETE FROM phrase WHERE teacher_id IN (:accounts)',
                'DELETE FROM kept WHERE owner_id IN (:accounts)',
                'DELETE FROM account WHERE id IN (:accounts)',
            ] as $statement) {
                $this->connection->executeStatement($statement, $of, $types);
            }
            $this->connection->delete('intake', ['id' => (string) $intake->id]);
            $this->record->now('take-back-list', $intake->by, $intake->id);
        });
        $this->entities->clear();
    }

    /**
     * @param Set                    $set
     * @param array<string, Account> $accounts
     * @param list<string>           $made     takes the ids of new ones
     *
     * @return array<string, Course> by the set's id
     */
    private function courses(array $set, array $accounts, Account $by, array &$made): array
    {
        $teachers = [];
        foreach ($set['enrolments'] as $one) {
            if ($one['teaches'] && $accounts[$one['user']]->teaches()) {
                $teachers[$one['class']] ??= $accounts[$one['user']];
            }
        }
        $courses = [];
        foreach ($set['classes'] as $id => ['title' => $title, 'year' => $year]) {
            // A set that comes again finds its classes by their ids, where they are ours, else by their names and year.
            $repository = $this->entities->getRepository(Course::class);
            $course = (Uuid::isValid((string) $id) ? $repository->findOneBy(['school' => $by->school, 'id' => $id]) : null)
                ?? $repository->findOneBy(['school' => $by->school, 'name' => $title, 'year' => $year]);
            if (null === $course) {
                $course = new Course($by->school, $teachers[$id] ?? $by, $title, $by->school->counting, $year);
                $this->entities->persist($course);
                $made[] = (string) $course->id;
            }
            $courses[$id] = $course;
        }

        return $courses;
    }

    /**
     * @param list<string> $sources
     *
     * @return array<string, Account> those of the school that are known by these ids of another system, or are named by their own
     */
    private function known(Account $by, array $sources): array
    {
        $known = [];
        foreach (array_chunk($sources, 500) as $some) {
            $own = array_values(array_filter($some, Uuid::isValid(...)));
            /** @var list<Account> $found */
            $found = $this->entities->createQuery(
                'SELECT a FROM '.Account::class.' a WHERE a.school = :school AND (a.source IN (:some)'
                    .([] === $own ? ')' : ' OR a.id IN (:own))'),
            )->setParameters(['school' => $by->school, 'some' => $some] + ([] === $own ? [] : ['own' => $own]))->getResult();
            foreach ($found as $account) {
                $known[$account->source ?? (string) $account->id] = $account;
            }
        }

        return $known;
    }

    /**
     * @param array{accounts: list<string>, courses: list<string>, enrolments: list<array{string, string}>} $made
     *
     * @return array{id: string, made: int, enrolled: int}
     */
    private function keep(Account $by, array $made): array
    {
        $intake = new Intake($by->school, $by, \DateTimeImmutable::createFromInterface($this->clock->now()), $made);
        $this->entities->persist($intake);
        $this->entities->flush();
        $counts = ['accounts' => \count($made['accounts']), 'classes' => \count($made['courses'])];
        $this->record->now('bring-list', $by, $intake->id, $counts);

        return ['id' => (string) $intake->id, 'made' => \count($made['accounts']), 'enrolled' => \count($made['enrolments'])];
    }
}
