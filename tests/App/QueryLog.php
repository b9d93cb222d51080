<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Psr\Log\AbstractLogger;

/** Counts the queries that Doctrine sends. */
final class QueryLog extends AbstractLogger
{
    private static int $count = 0;

    public static function reset(): void
    {
        self::$count = 0;
    }

    public static function count(): int
    {
        return self::$count;
    }

    public function log($level, string|\Stringable $message, array $context = []): void
    {
        self::$count += str_starts_with((string) $message, 'Executing') ? 1 : 0;
    }
}
