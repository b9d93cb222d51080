<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\AccountLoader;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\JoinCode;
use Pulsanda\App\Entity\Joining;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;

/** Joining a class by its code: somebody asks, with an account they have or for a new one, and the teacher lets them in or not. */
final readonly class JoinByCode
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private AccountLoader $accounts,
        private Usernames $usernames,
        private Passwords $passwords,
        private ClassLock $lock,
        private Enrolments $enrolments,
        private ClockInterface $clock,
        private Record $record,
    ) {
    }

    /** @throws Conflict where no class shows this code now */
    public function codeOf(string $typed): JoinCode
    {
        $code = $this->entities->getRepository(JoinCode::class)->findOneBy(['code' => JoinCode::canonical($typed)]);
        if (null === $code || $code->endsAt <= $this->clock->now() || null !== $code->course->archivedAt) {
            throw new Conflict('No class has this code now. Look once more at what your teacher shows.');
        }

        return $code;
    }

    /**
     * Asks for a new account. The same name and password sent again ask once.
     *
     * @throws Conflict     where the class is full, or this is more than one name
     * @throws InvalidInput for a password that is easily guessed
     */
    public function ask(JoinCode $code, string $name, #[\SensitiveParameter] string $password): Joining
    {
        $people = Roster::read($name);
        if (1 !== \count($people)) {
            throw new Conflict('Write one name, your own.');
        }
        [['name' => $name, 'given' => $given]] = $people;
        foreach ($this->entities->getRepository(Joining::class)->findBy(['course' => $code->course, 'name' => $name]) as $waiting) {
            if (null === $waiting->account && $this->passwords->matches($waiting->password, $password)) {
                return $waiting;
            }
        }
        [$username] = $this->usernames->propose($people);
        $hash = $this->passwords->hash($username, $password);
        [$username] = $this->usernames->reserve($people);

        return $this->wait($code, new Joining($code->course, $code->school, $name, $given, $username, $hash, $this->now()));
    }

    /**
     * Asks with an account that somebody has.
     *
     * @return Joining|null null where username and password do not go together
     *
     * @throws Conflict where they are in the class already, or it is full
     */
    public function askAgain(JoinCode $code, string $username, #[\SensitiveParameter] string $password): ?Joining
    {
        $account = $this->accounts->loadUserByIdentifier($username);
        if (!$account instanceof Account || !$this->passwords->is($account, $password) || $account->mustChangePassword()
            || Role::Student !== $account->role || $account->school !== $code->school) {
            return null;
        }
        $there = $this->entities->getRepository(Joining::class)->findOneBy(['course' => $code->course, 'account' => $account]);
        if (null !== $there) {
            return $there;
        }
        if (isset($this->lock->namesIn($code->course)[$account->name]) && $this->isIn($account, $code->course)) {
            throw new Conflict('You are in this class already. Sign in.');
        }

        return $this->wait($code, new Joining(
            $code->course,
            $code->school,
            $account->name,
            $account->given,
            $account->signIn,
            '',
            $this->now(),
            $account,
        ));
    }

    /**
     * Lets somebody in.
     *
     * @param Account|null $same who they are, where the teacher knows them by another account; the password that they chose is not taken
     *
     * @throws Conflict where somebody else has answered them already, or the class is full
     */
    public function letIn(Joining $joining, ?Account $same, Account $by): void
    {
        $this->entities->wrapInTransaction(function () use ($joining, $same, $by): void {
            $this->take($joining);
            $this->lock->namesIn($joining->course);
            $account = $same ?? $joining->account;
            if (null === $account) {
                $account = new Account($joining->school, $joining->signIn, $joining->name, Role::Student, $joining->given);
                $account->setPassword($joining->password);
                $this->entities->persist($account);
                $this->entities->flush();
            }
            $this->enrolments->enter($account, $joining->course);
            $this->record->now('join', $by, $account->id, ['class' => (string) $joining->course->id]);
        });
    }

    /** @throws Conflict where somebody else has answered them already */
    public function sendAway(Joining $joining): void
    {
        $this->entities->wrapInTransaction(fn () => $this->take($joining));
    }

    private function take(Joining $joining): void
    {
        if (1 !== $this->connection->executeStatement('DELETE FROM joining WHERE id = ?', [(string) $joining->id])) {
            throw new Conflict("$joining->name was let in or sent away already.");
        }
        $this->entities->detach($joining);
    }

    private function wait(JoinCode $code, Joining $joining): Joining
    {
        return $this->entities->wrapInTransaction(function () use ($code, $joining): Joining {
            $this->lock->namesIn($code->course);
            $waiting = $this->entities->getRepository(Joining::class)->count(['course' => $code->course]);
            if ($this->lock->roomIn($code->course) <= $waiting) {
                throw new Conflict('This class is full. Tell your teacher.');
            }
            $this->entities->persist($joining);

            return $joining;
        });
    }

    private function isIn(Account $student, Course $course): bool
    {
        return false !== $this->connection->fetchOne(
            'SELECT 1 FROM enrolment WHERE course_id = ? AND student_id = ?',
            [(string) $course->id, (string) $student->id],
        );
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
