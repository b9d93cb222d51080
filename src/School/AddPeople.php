<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Record;
use Pulsanda\App\Security\StarterPasswords;
use Pulsanda\Core\Input\InvalidInput;

/**
 * Adds people by their names, all of a list or none: students to a class, teachers to the school. A name that is there already is not
 * added again, so a list that is sent twice makes nobody twice.
 *
 * @phpstan-import-type Person from Roster
 */
final readonly class AddPeople
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ClassLock $lock,
        private Usernames $usernames,
        private KnownStudents $known,
        private Enrolments $enrolments,
        private StarterPasswords $starters,
        private Record $record,
    ) {
    }

    /**
     * @param string       $names a person a line
     * @param list<string> $same  ids of accounts that people of the list have already: they come into the class with these
     *
     * @throws InvalidInput naming the line
     * @throws Conflict     where the class has no room for them
     */
    public function students(string $names, array $same, Course $course, Account $by): Added
    {
        $people = Roster::read($names);
        $accounts = $this->accounts($people, $same, $course, $by);
        $new = array_values(array_filter($people, static fn (array $one): bool => !isset($accounts[$one['name']])));
        $usernames = $this->usernames->reserve($new);

        return $this->entities->wrapInTransaction(function () use ($people, $new, $usernames, $accounts, $course, $by): Added {
            $there = $this->lock->namesIn($course);
            $already = array_values(array_filter(array_column($people, 'name'), static fn (string $name): bool => isset($there[$name])));
            $this->lock->checkRoom($course, \count($people) - \count($already));
            $made = $this->make($new, $usernames, $there, Role::Student, $by);
            $this->entities->flush();
            $back = [];
            foreach ([...$accounts, ...$made] as $account) {
                if ($this->enrolments->enter($account, $course) && !\in_array($account, $made, true)) {
                    $back[] = $account->name;
                    $this->record->now('put-back', $by, $account->id, ['class' => (string) $course->id]);
                }
            }

            return new Added($made, $already, $back);
        });
    }

    /** @throws InvalidInput naming the line */
    public function teachers(string $names, Account $by): Added
    {
        $people = Roster::read($names);
        $usernames = $this->usernames->reserve($people);

        return $this->entities->wrapInTransaction(function () use ($people, $usernames, $by): Added {
            $there = $this->lock->teachersOf($by->school);
            $already = array_values(array_filter(array_column($people, 'name'), static fn (string $name): bool => isset($there[$name])));

            return new Added($this->make($people, $usernames, $there, Role::Teacher, $by), $already, []);
        });
    }

    /**
     * @param list<Person> $people
     * @param list<string> $same
     *
     * @return array<string, Account> by name
     *
     * @throws InvalidInput for an account that is not one of theirs
     */
    private function accounts(array $people, array $same, Course $course, Account $by): array
    {
        if ([] === $same) {
            return [];
        }
        $accounts = [];
        foreach ($this->known->named(array_column($people, 'name'), $course, $by) as $name => $known) {
            foreach ($known as ['id' => $id]) {
                $account = \in_array($id, $same, true) ? $this->entities->find(Account::class, $id) : null;
                if (null !== $account) {
                    $accounts[$name] = $account;
                }
            }
        }

        return \count($accounts) === \count($same)
            ? $accounts
            : throw InvalidInput::at('same', 'one of these accounts does not belong to this list. Check the list again.');
    }

    /**
     * @param list<Person>        $people
     * @param list<string>        $usernames one for each
     * @param array<string, true> $there     names of those who are there already
     *
     * @return list<Account>
     */
    private function make(array $people, array $usernames, array $there, Role $role, Account $by): array
    {
        $made = [];
        foreach ($people as $i => ['name' => $name, 'given' => $given, 'family' => $family]) {
            if (isset($there[$name])) {
                continue;
            }
            \assert('' !== $usernames[$i]);
            $account = new Account($by->school, $usernames[$i], $name, $role, $given, $family);
            $this->starters->give($account);
            $this->entities->persist($account);
            $this->record->now('add-'.$role->value, $by, $account->id);
            $made[] = $account;
        }

        return $made;
    }
}
