<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\Account;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;

/** Passwords that people choose, by NIST SP 800-63B: length and no common one, no rules about which characters. */
final readonly class Passwords
{
    public const LEAST = 8;
    public const MOST = 200;
    /** As much of what is guessed first as fits here: beginnings, and what stands alone. */
    private const COMMON = [
        'password', 'passwort', 'passw0rd', 'qwerty', 'qwertz', 'azerty', 'abcdef', 'abc123', 'letmein', 'welcome', 'iloveyou', 'princess',
        'dragon', 'monkey', 'football', 'baseball', 'sunshine', 'superman', 'trustno1', 'starwars', 'whatever', 'computer', 'internet',
        'changeme', 'secret', 'admin', 'master', 'shadow', 'michael', 'jessica', 'charlie', 'pulsanda', 'drummer', 'school', 'teacher',
        'student', 'musicmusic', '123456', '12345', '987654', '111111', '000000', '1q2w3e', 'asdfgh', 'zxcvbn',
    ];

    public function __construct(private PasswordHasherInterface $hasher)
    {
    }

    /** @throws InvalidInput for one that is easily guessed */
    public function choose(Account $account, #[\SensitiveParameter] string $password): void
    {
        $account->setPassword($this->hash($account->signIn, $password));
    }

    /**
     * @return string the hash of a password that somebody has chosen who has no account yet
     *
     * @throws InvalidInput for one that is easily guessed
     */
    public function hash(string $username, #[\SensitiveParameter] string $password): string
    {
        $this->check($username, $password);

        return $this->hasher->hash($password);
    }

    public function is(Account $account, #[\SensitiveParameter] string $password): bool
    {
        return '' !== $account->getPassword() && $this->hasher->verify($account->getPassword(), $password);
    }

    public function matches(string $hash, #[\SensitiveParameter] string $password): bool
    {
        return $this->hasher->verify($hash, $password);
    }

    /** @throws InvalidInput */
    private function check(string $signIn, #[\SensitiveParameter] string $password): void
    {
        $length = mb_strlen($password);
        if (\strlen($password) > self::MOST) {
            throw InvalidInput::at('password', \sprintf('this is longer than %d characters; shorten it.', self::MOST));
        }
        if ($length < self::LEAST) {
            $sentence = 'this has %d characters; take at least %d, a sentence if you like.';
            throw InvalidInput::at('password', \sprintf($sentence, $length, self::LEAST));
        }
        $plain = mb_strtolower($password);
        foreach (self::COMMON as $common) {
            // What is left beside a common word is too little.
            if (str_contains($plain, $common) && \strlen($plain) - \strlen($common) < self::LEAST / 2) {
                throw InvalidInput::at('password', 'this is one that is guessed first; take another.');
            }
        }
        if (str_contains($plain, mb_strtolower($signIn)) && \strlen($plain) - \strlen($signIn) < self::LEAST / 2) {
            throw InvalidInput::at('password', 'this is hardly more than the username; choose another.');
        }
        if (\count(array_unique(mb_str_split($plain))) < 4) {
            throw InvalidInput::at('password', 'this repeats a few signs; take another.');
        }
    }
}
