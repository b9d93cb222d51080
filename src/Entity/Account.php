<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\UserInterface;
use Symfony\Component\Uid\Uuid;

/** A person who signs in. */
#[ORM\Entity(repositoryClass: AccountLoader::class), ORM\Index(columns: ['school_id', 'source'], name: 'account_source')]
class Account implements UserInterface, PasswordAuthenticatedUserInterface
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    #[ORM\Column]
    private string $password = '';

    /** Whether the password is a first one, which somebody else knows. */
    #[ORM\Column(options: ['default' => false])]
    private bool $mustChange = false;

    /** The starter password, sealed, until its slip was printed or used. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $starter = null;

    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    private ?\DateTimeImmutable $disabledAt = null;

    /** The sealed key of two-step sign-in; null without it. */
    #[ORM\Column(type: 'text', nullable: true)]
    private ?string $second = null;

    /** The time step of the last code that was taken: none is taken twice. */
    #[ORM\Column(type: 'bigint', options: ['default' => 0])]
    private int $secondStep = 0;

    /** @var list<string>|null hashes of the recovery codes that are left */
    #[ORM\Column(type: 'json', nullable: true)]
    private ?array $recovery = null;

    /** Sessions that began before do not count any more. */
    #[ORM\Column(type: 'datetimetz_immutable', nullable: true)]
    private ?\DateTimeImmutable $signedOutAt = null;

    /** @readonly @phpstan-allow-private-mutation Where a new password is sent to; empty where none is known. */
    #[ORM\Column(length: 200, options: ['default' => ''])]
    public string $email = '';

    /** @readonly @phpstan-allow-private-mutation The name that another system has for this person, by which its lists find them again. */
    #[ORM\Column(length: 60, nullable: true)]
    public ?string $source = null;

    #[ORM\Column(options: ['default' => false])]
    private bool $disabledByRoster = false;

    /** @readonly @phpstan-allow-private-mutation The tag of the language that this person reads; null for the school's. */
    #[ORM\Column(length: 10, nullable: true)]
    public ?string $language = null;

    /**
     * @param non-empty-string $signIn the name typed at sign-in, in small letters
     * @param string           $name   the name that others read
     * @param string           $given  as one is called in a sentence: which part of a name that is cannot be told from it
     * @param string           $family the part of the name that lists sort by; empty where nobody has said which that is
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\Column(length: 60, unique: true)]
        public readonly string $signIn,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: 120)]
        public string $name,
        #[ORM\Column(length: 20, enumType: Role::class)]
        public readonly Role $role,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: 60)]
        public string $given,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(length: 60, options: ['default' => ''])]
        public string $family = '',
    ) {
        $this->id = Uuid::v7();
    }

    /** The name that others read, as one is called, and the family name (empty where nobody has said which it is); the username stays. */
    public function call(string $name, string $given, string $family): void
    {
        [$this->name, $this->given, $this->family] = [$name, $given, $family];
    }

    public function read(?string $language): void
    {
        $this->language = $language;
    }

    /** @param string|null $source null leaves what is known */
    public function find(string $email, ?string $source = null): void
    {
        [$this->email, $this->source] = [$email, $source ?? $this->source];
    }

    public function teaches(): bool
    {
        return Role::Student !== $this->role;
    }

    /** A password of one's own. */
    public function setPassword(string $hash): void
    {
        [$this->password, $this->mustChange, $this->starter] = [$hash, false, null];
    }

    /** A starter password, which must be changed at the first sign-in. */
    public function start(string $hash, string $sealed): void
    {
        [$this->password, $this->mustChange, $this->starter] = [$hash, true, $sealed];
    }

    /** The same password in a newer kind of hash. */
    public function rehash(string $hash): void
    {
        $this->password = $hash;
    }

    public function starter(): ?string
    {
        return $this->starter;
    }

    /** Its slip has been printed. */
    public function forgetStarter(): void
    {
        $this->starter = null;
    }

    /** Whether somebody has come in and chosen a password. */
    public function hasOwnPassword(): bool
    {
        return '' !== $this->password && !$this->mustChange;
    }

    public function mustChangePassword(): bool
    {
        return $this->mustChange;
    }

    /**
     * A disabled person cannot sign in, and is signed out; what they have done stays.
     *
     * @param bool $byRoster whether another system says so, and may take it back
     */
    public function disable(\DateTimeImmutable $now, bool $byRoster = false): void
    {
        $this->disabledAt ??= $now;
        $this->disabledByRoster = $byRoster;
        $this->signOutEverywhere($now);
    }

    public function enable(): void
    {
        $this->disabledAt = null;
        $this->disabledByRoster = false;
    }

    public function wasDisabledByRoster(): bool
    {
        return $this->disabledByRoster;
    }

    public function isDisabled(): bool
    {
        return null !== $this->disabledAt;
    }

    /** Ends every session that this account has anywhere. */
    public function signOutEverywhere(\DateTimeImmutable $now): void
    {
        $this->signedOutAt = $now;
    }

    /** @param int $began second since 1970 at which a session began */
    public function isSignedInSince(int $began): bool
    {
        return null === $this->signedOutAt || $began > $this->signedOutAt->getTimestamp();
    }

    public function hasSecond(): bool
    {
        return null !== $this->second;
    }

    public function secondKey(): ?string
    {
        return $this->second;
    }

    /** @param list<string> $recovery hashes */
    public function secure(string $sealed, array $recovery): void
    {
        [$this->second, $this->recovery, $this->secondStep] = [$sealed, $recovery, 0];
    }

    public function forgetSecond(): void
    {
        [$this->second, $this->recovery, $this->secondStep] = [null, null, 0];
    }

    /** @return bool whether it is later than the last one that was taken */
    public function takeStep(int $step): bool
    {
        if ($step <= $this->secondStep) {
            return false;
        }
        $this->secondStep = $step;

        return true;
    }

    /** @return bool whether this was a recovery code that is left; it is none any more */
    public function takeRecovery(string $hash): bool
    {
        $left = $this->recovery ?? [];
        if (!\in_array($hash, $left, true)) {
            return false;
        }
        $this->recovery = array_values(array_diff($left, [$hash]));

        return true;
    }

    public function getPassword(): string
    {
        return $this->password;
    }

    public function getUserIdentifier(): string
    {
        return $this->signIn;
    }

    public function getRoles(): array
    {
        return ['ROLE_'.strtoupper($this->role->value)];
    }

    public function eraseCredentials(): void
    {
    }
}
