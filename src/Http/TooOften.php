<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Psr\Log\LogLevel;
use Symfony\Component\HttpKernel\Attribute\WithHttpStatus;
use Symfony\Component\HttpKernel\Attribute\WithLogLevel;
use Symfony\Component\RateLimiter\RateLimit;

/** Something was asked more often than one person needs. */
#[WithHttpStatus(429), WithLogLevel(LogLevel::NOTICE)]
final class TooOften extends \RuntimeException
{
    /** @param int $wait seconds until it may be asked again */
    private function __construct(string $sentence, public readonly int $wait)
    {
        parent::__construct($sentence);
    }

    /** @throws self when the limit has been reached */
    public static function unless(RateLimit $limit): void
    {
        self::unlessIs($limit->isAccepted(), $limit);
    }

    /**
     * Of a limit that counts failures alone: `consume(0)` tells how many are left.
     *
     * @throws self when none is left
     */
    public static function unlessLeft(RateLimit $limit): void
    {
        self::unlessIs(0 < $limit->getRemainingTokens(), $limit);
    }

    private static function unlessIs(bool $allowed, RateLimit $limit): void
    {
        if (!$allowed) {
            $wait = max(1, $limit->getRetryAfter()->getTimestamp() - time());
            throw new self(
                \sprintf('This is very fast; wait %s, then go on.', $wait > 90 ? intdiv($wait + 59, 60).' minutes' : 'a minute'),
                $wait,
            );
        }
    }
}
