<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Two-step sign-in: time codes, and recovery codes for those who have lost the device. Keys lie sealed in the database. */
final readonly class SecondFactor
{
    /** In the session: that the code was given. */
    public const DONE = 'second';
    private const RECOVERY = 8;
    private const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';

    public function __construct(#[Autowire('%kernel.secret%')] private string $secret, private ClockInterface $clock)
    {
    }

    /** Whether a code is right, and was not taken before. Recovery codes are good once. */
    public function takes(Account $account, string $code): bool
    {
        $code = strtolower((string) preg_replace('/[\s-]+/', '', $code));
        $sealed = $account->secondKey();
        if (null === $sealed) {
            return false;
        }
        if (1 === preg_match('/^\d{6}$/D', $code)) {
            $step = TimeCode::step($this->key($sealed), $code, $this->clock->now()->getTimestamp());

            return null !== $step && $account->takeStep($step);
        }

        return $account->takeRecovery(self::hash($code));
    }

    /**
     * Takes a new key, where a code shows that the device has it.
     *
     * @return list<string>|null recovery codes, told once; null where the code is wrong
     */
    public function begin(Account $account, string $key, string $code): ?array
    {
        $step = TimeCode::step($key, trim($code), $this->clock->now()->getTimestamp());
        if (null === $step) {
            return null;
        }
        $codes = array_map(self::recovery(...), range(1, self::RECOVERY));
        $hashes = array_map(static fn (string $one): string => self::hash(str_replace('-', '', $one)), $codes);
        $account->secure($this->box()->seal($key), $hashes);
        $account->takeStep($step);

        return $codes;
    }

    private static function recovery(): string
    {
        $code = '';
        for ($i = 0; $i < 12; ++$i) {
            $code .= (4 === $i || 8 === $i ? '-' : '').self::LETTERS[random_int(0, \strlen(self::LETTERS) - 1)];
        }

        return $code;
    }

    /** They have 59 bits by chance alone: a quick hash is enough. */
    private static function hash(string $code): string
    {
        return hash('sha256', $code);
    }

    private function key(string $sealed): string
    {
        return $this->box()->open($sealed) ?? throw new \RuntimeException('The key of two-step sign-in was sealed with another secret.');
    }

    private function box(): SealedBox
    {
        // These words are a part of the key: with others, nothing that is sealed could be opened.
        return new SealedBox($this->secret, 'second factor');
    }
}
