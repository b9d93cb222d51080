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
use Pulsanda\App\Entity\Intake;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Record;
use Symfony\Component\Uid\Uuid;

/**
 * Brings lists of people in, whole or not at all, and takes them back. Who is brought in has no password yet: slips give first ones.
 *
 * @phpstan-import-type Listed from PeopleTable
 * @phpstan-import-type Made from Intake
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
            $theirs = Role::Administrator === $by->role || false !== $this->connection->fetchOne(
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
                    .'OR EXISTS (SELECT 1 FROM help_use k WHERE k.student_id = a.id) '
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
            $this->giveBack($intake);
            foreach ([
                'DELETE FROM enrolment WHERE student_id IN (:accounts) OR course_id IN (:courses)',
                'DELETE FROM colleague WHERE account_id IN (:accounts) OR course_id IN (:courses)',
                'DELETE FROM shared_item WHERE course_id IN (:courses)',
                'DELETE FROM course WHERE id IN (:courses)',
                'DELETE FROM exemption WHERE student_id IN (:accounts)',
                'DELETE FROM phrase WHERE teacher_id IN (:accounts)',
                'DELETE FROM shelf_item WHERE owner_id IN (:accounts)',
                'DELETE FROM account WHERE id IN (:accounts)',
            ] as $statement) {
                $this->connection->executeStatement($statement, $of, $types);
            }
            $this->connection->delete('intake', ['id' => (string) $intake->id]);
            $this->record->now('take-back-list', $intake->by, $intake->id);
        });
        $this->entities->clear();
    }

    /** What a list has changed, beside what it made, is as it was. */
    private function giveBack(Intake $intake): void
    {
        foreach ($intake->made['ended'] ?? [] as [$course, $student]) {
            [$class, $person] = [$this->entities->find(Course::class, $course), $this->entities->find(Account::class, $student)];
            if (null !== $class && null !== $person) {
                $this->enrolments->enter($person, $class);
            }
        }
        foreach ($intake->made['people'] ?? [] as $id => [$name, $given, $family, $email]) {
            $person = $this->entities->find(Account::class, $id);
            $person?->call($name, $given, $family);
            $person?->find($email);
        }
        foreach ($intake->made['classes'] ?? [] as $id => [$name, $year, $source]) {
            $class = $this->entities->find(Course::class, $id);
            $class?->call($name, $year);
            $class?->know($source);
        }
        foreach ($intake->made['disabled'] ?? [] as $id) {
            $this->entities->find(Account::class, $id)?->enable();
        }
        foreach ($intake->made['teach'] ?? [] as [$course, $teacher]) {
            $this->connection->delete('colleague', ['course_id' => $course, 'account_id' => $teacher]);
        }
        foreach ($intake->made['leave'] ?? [] as [$course, $teacher, $source]) {
            [$class, $person] = [$this->entities->find(Course::class, $course), $this->entities->find(Account::class, $teacher)];
            if (null !== $class && null !== $person && $class->teacher !== $person) {
                $this->entities->persist(new Colleague($class, $person, $class->school, $source));
            }
        }
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        foreach ($intake->made['enabled'] ?? [] as $id) {
            $this->entities->find(Account::class, $id)?->disable($now, byRoster: true);
        }
        $this->entities->flush();
    }

    /**
     * @param list<string> $sources
     *
     * @return array<string, Account> those of the school that are known by these ids of another system, or are named by their own
     */
    public function known(Account $by, array $sources): array
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
     * Within the transaction of what was made.
     *
     * @param Made $made
     *
     * @return array{id: string, made: int, enrolled: int}
     */
    public function keep(Account $by, array $made): array
    {
        $intake = new Intake($by->school, $by, \DateTimeImmutable::createFromInterface($this->clock->now()), $made);
        $this->entities->persist($intake);
        $this->entities->flush();
        $counts = ['accounts' => \count($made['accounts']), 'classes' => \count($made['courses'])];
        $this->record->now('bring-list', $by, $intake->id, $counts);

        return ['id' => (string) $intake->id, 'made' => \count($made['accounts']), 'enrolled' => \count($made['enrolments'])];
    }
}
