<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Symfony\Component\PasswordHasher\PasswordHasherInterface;

/** Counts how often a password is hashed or held against a hash: that is what takes the time of a sign-in. */
final class HashCount implements PasswordHasherInterface
{
    public static int $times = 0;

    public function __construct(private readonly PasswordHasherInterface $hasher)
    {
    }

    public function hash(#[\SensitiveParameter] string $plainPassword): string
    {
        ++self::$times;

        return $this->hasher->hash($plainPassword);
    }

    public function verify(string $hashedPassword, #[\SensitiveParameter] string $plainPassword): bool
    {
        ++self::$times;

        return $this->hasher->verify($hashedPassword, $plainPassword);
    }

    public function needsRehash(string $hashedPassword): bool
    {
        return $this->hasher->needsRehash($hashedPassword);
    }
}
