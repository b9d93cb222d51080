<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\PasswordHasher\Hasher\NativePasswordHasher;
use Symfony\Component\PasswordHasher\PasswordHasherInterface;

/**
 * Hashes passwords that people choose with argon2id, three passes over 12 MiB: one of the equal choices of OWASP's Password Storage Cheat
 * Sheet, and small enough for every php-fpm process to do it at once. Hashes of an earlier kind still verify, and are renewed at sign-in.
 * A starter password has a hash of its own; it takes as long to check, so that nobody learns by the clock who has one.
 */
final readonly class PasswordHasher implements PasswordHasherInterface
{
    private const PASSES = 3;
    private NativePasswordHasher $slow;

    /** @param int $memory KiB */
    public function __construct(
        private StarterPasswords $starters,
        #[Autowire('%env(int:PASSWORD_MEMORY)%')] int $memory,
    ) {
        $this->slow = new NativePasswordHasher(self::PASSES, $memory * 1024, null, \PASSWORD_ARGON2ID);
    }

    public function hash(#[\SensitiveParameter] string $plainPassword): string
    {
        return $this->slow->hash($plainPassword);
    }

    public function verify(string $hashedPassword, #[\SensitiveParameter] string $plainPassword): bool
    {
        if (!StarterPasswords::isOne($hashedPassword)) {
            return $this->slow->verify($hashedPassword, $plainPassword);
        }
        $this->slow->hash('as long as for everybody');

        return $this->starters->matches($hashedPassword, $plainPassword);
    }

    public function needsRehash(string $hashedPassword): bool
    {
        return !StarterPasswords::isOne($hashedPassword) && $this->slow->needsRehash($hashedPassword);
    }
}
