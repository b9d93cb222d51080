<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Security\Record;
use Pulsanda\App\Security\StarterPasswords;

/**
 * Login slips: a name, a username and a starter password to be handed out. A slip can be fetched until somebody says that it was printed,
 * or until its password was used.
 *
 * @phpstan-type Slip array{id: string, name: string, signIn: string, password: string}
 */
final readonly class LoginSlips
{
    public function __construct(
        private EntityManagerInterface $entities,
        private StarterPasswords $starters,
        private Record $record,
    ) {
    }

    /** @return list<Slip> those of a class that wait to be printed */
    public function ofClass(Course $course): array
    {
        return $this->of($this->students($course));
    }

    /** @return list<Slip> those of the school's teachers that wait to be printed */
    public function ofTeachers(School $school): array
    {
        /** @var list<Account> $teachers */
        $teachers = $this->entities->createQuery(
            'SELECT a FROM '.Account::class.' a WHERE a.school = :school AND a.role = :role ORDER BY a.name, a.id',
        )->setParameters(['school' => $school, 'role' => Role::Teacher])->getResult();

        return $this->of($teachers);
    }

    /**
     * Gives a starter password to everybody in a class who has none of their own and no slip that waits. Pressed twice, it gives no other.
     *
     * @return list<Slip> all that wait now
     */
    public function complete(Course $course, Account $by): array
    {
        return $this->entities->wrapInTransaction(function () use ($course, $by): array {
            // Of two presses at once, the second sees what the first has given.
            $this->entities->getConnection()->executeStatement('SELECT 1 FROM course WHERE id = ? FOR UPDATE', [(string) $course->id]);
            $fresh = array_values(array_filter(
                $this->students($course),
                static fn (Account $one): bool => !$one->hasOwnPassword() && null === $one->starter(),
            ));
            foreach ($fresh as $account) {
                $this->starters->give($account);
            }
            $this->record->now('slips', $by, $course->id, ['accounts' => \count($fresh)]);
            $this->entities->flush();

            return $this->ofClass($course);
        });
    }

    /**
     * A new starter password in place of the one that somebody has; they are signed out everywhere.
     *
     * @return list<Slip> theirs
     */
    public function replace(Account $account, Account $by, \DateTimeImmutable $now): array
    {
        return $this->entities->wrapInTransaction(function () use ($account, $by, $now): array {
            $this->starters->give($account);
            // A person who signs in with it in this second stays signed in.
            $account->signOutEverywhere($now->modify('-1 second'));
            $this->record->now('reset-password', $by, $account->id);

            return $this->of([$account]);
        });
    }

    /**
     * Their slips are on paper: the passwords are readable no more.
     *
     * @param list<Account> $accounts
     */
    public function markPrinted(array $accounts, Account $by): void
    {
        $this->entities->wrapInTransaction(function () use ($accounts, $by): void {
            foreach ($accounts as $account) {
                $account->forgetStarter();
                $this->record->now('slip-printed', $by, $account->id);
            }
        });
    }

    /**
     * @param list<Account> $accounts
     *
     * @return list<Slip>
     */
    public function of(array $accounts): array
    {
        $slips = [];
        foreach ($accounts as $account) {
            $password = $this->starters->of($account);
            if (null !== $password) {
                $slips[] = ['id' => (string) $account->id, 'name' => $account->name, 'signIn' => $account->signIn, 'password' => $password];
            }
        }

        return $slips;
    }

    /** @return list<Account> */
    private function students(Course $course): array
    {
        /** @var list<Account> */
        return $this->entities->createQuery(
            'SELECT a FROM '.Account::class.' a JOIN '.Enrolment::class.' e WITH e.student = a '
                .'WHERE e.course = :course ORDER BY a.name, a.id',
        )->setParameter('course', $course)->getResult();
    }
}
