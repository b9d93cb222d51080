<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\Account;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\PasswordHasher\Hasher\UserPasswordHasherInterface;

/**
 * Passwords that people choose, by NIST SP 800-63B (length and no common one, no rules of signs), and first ones of readable words.
 */
final readonly class Passwords
{
    public const LEAST = 8;
    public const MOST = 200;
    private const WORDS = [
        'anchor', 'amber', 'barge', 'basket', 'beacon', 'bell', 'boat', 'bramble', 'breeze', 'bridge', 'buoy', 'cabin', 'candle', 'canvas',
        'cargo', 'cedar', 'chain', 'chime', 'clover', 'cobble', 'copper', 'cork', 'crane', 'creek', 'curlew', 'deck', 'dinghy', 'drift',
        'drum', 'dune', 'eel', 'ember', 'fern', 'ferry', 'flint', 'foam', 'fog', 'fiddle', 'gate', 'glow', 'goose', 'gravel', 'gull',
        'hammer', 'harbour', 'hazel', 'heron', 'hill', 'hook', 'horn', 'island', 'ivy', 'jetty', 'kelp', 'kettle', 'knot', 'ladder', 'lamp',
        'lantern', 'lark', 'ledge', 'lilac', 'linen', 'mallet', 'maple', 'marsh', 'mast', 'meadow', 'mist', 'moon', 'moss', 'net', 'north',
        'oar', 'oak', 'orchard', 'otter', 'owl', 'paddle', 'path', 'pebble', 'pier', 'pine', 'plank', 'plover', 'pond', 'quay', 'quill',
        'raft', 'rain', 'reed', 'ribbon', 'river', 'rope', 'rowan', 'rudder', 'rush', 'sail', 'salt', 'sand', 'seal', 'shell', 'shore',
        'silver', 'slate', 'snow', 'spark', 'sparrow', 'spray', 'stone', 'storm', 'swan', 'thistle', 'tide', 'timber', 'tin', 'torch',
        'tower', 'wave', 'well', 'wharf', 'whistle', 'willow', 'wind', 'wool', 'wren', 'yarn', 'yellow',
    ];
    /** As much of what is guessed first as fits here: beginnings, and what stands alone. */
    private const COMMON = [
        'password', 'passwort', 'passw0rd', 'qwerty', 'qwertz', 'azerty', 'abcdef', 'abc123', 'letmein', 'welcome', 'iloveyou', 'princess',
        'dragon', 'monkey', 'football', 'baseball', 'sunshine', 'superman', 'trustno1', 'starwars', 'whatever', 'computer', 'internet',
        'changeme', 'secret', 'admin', 'master', 'shadow', 'michael', 'jessica', 'charlie', 'pulsanda', 'drummer', 'school', 'teacher',
        'student', 'musicmusic', '123456', '12345', '987654', '111111', '000000', '1q2w3e', 'asdfgh', 'zxcvbn',
    ];

    public function __construct(private UserPasswordHasherInterface $hasher)
    {
    }

    /** Gives somebody a first password, which they must change. */
    public function give(Account $account): string
    {
        $word = static fn (): string => self::WORDS[random_int(0, \count(self::WORDS) - 1)];
        $password = \sprintf('%s-%s-%s-%02d', $word(), $word(), $word(), random_int(0, 99));
        $account->setPassword($this->hasher->hashPassword($account, $password), true);

        return $password;
    }

    /** @throws InvalidInput for one that is easily guessed */
    public function choose(Account $account, #[\SensitiveParameter] string $password): void
    {
        $this->check($account->signIn, $password);
        $account->setPassword($this->hasher->hashPassword($account, $password));
    }

    public function is(Account $account, #[\SensitiveParameter] string $password): bool
    {
        return $this->hasher->isPasswordValid($account, $password);
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
            throw InvalidInput::at('password', 'this is hardly more than the sign-in name; take another.');
        }
        if (\count(array_unique(mb_str_split($plain))) < 4) {
            throw InvalidInput::at('password', 'this repeats a few signs; take another.');
        }
    }
}
