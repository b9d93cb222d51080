<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\Account;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Starter passwords: three words and four digits, which somebody else hands out and which must be changed at the first sign-in.
 *
 * They are chance (34 bits), not chosen, so a keyed hash is enough until they are used: HMAC-SHA-256 under a key that the database does not
 * hold. A slow hash would cost a class of 60 half a minute. One that replaces a password opens an account with work in it: it is as safe as
 * that key.
 * Until a slip has been printed or used, its password also lies sealed in the account, so that a closed page loses nothing.
 */
final readonly class StarterPasswords
{
    private const MARK = '$starter$';
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

    public function __construct(#[Autowire('%kernel.secret%')] private string $secret)
    {
    }

    /** Gives somebody a new starter password; the one before, and one of their own, end. */
    public function give(Account $account): string
    {
        $word = static fn (): string => self::WORDS[random_int(0, \count(self::WORDS) - 1)];
        $password = \sprintf('%s-%s-%s-%04d', $word(), $word(), $word(), random_int(0, 9999));
        $account->start($this->hash($password), $this->box()->seal($password));

        return $password;
    }

    /** @return string|null the password while its slip has been neither printed nor used */
    public function of(Account $account): ?string
    {
        $sealed = $account->starter();

        return null === $sealed ? null : $this->box()->open($sealed);
    }

    public static function isOne(string $hash): bool
    {
        return str_starts_with($hash, self::MARK);
    }

    public function matches(string $hash, #[\SensitiveParameter] string $password): bool
    {
        return hash_equals($this->hash($password), $hash);
    }

    private function hash(#[\SensitiveParameter] string $password): string
    {
        return self::MARK.hash_hmac('sha256', $password, "starter password\0$this->secret");
    }

    private function box(): SealedBox
    {
        return new SealedBox($this->secret, 'login slip');
    }
}
