<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Psr\Log\AbstractLogger;

/** Counts the queries that Doctrine sends, and keeps those that read. */
final class QueryLog extends AbstractLogger
{
    private static int $count = 0;
    /** @var array<string, array<int|string, mixed>> parameters by query */
    private static array $reads = [];

    public static function reset(): void
    {
        self::$count = 0;
        self::$reads = [];
    }

    public static function count(): int
    {
        return self::$count;
    }

    /** @return array<string, array<int|string, mixed>> parameters by query */
    public static function reads(): array
    {
        return self::$reads;
    }

    public function log($level, string|\Stringable $message, array $context = []): void
    {
        self::$count += str_starts_with((string) $message, 'Executing') ? 1 : 0;
        if (\is_string($context['sql'] ?? null) && str_starts_with(ltrim($context['sql']), 'SELECT')) {
            self::$reads[$context['sql']] = \is_array($context['params'] ?? null) ? $context['params'] : [];
        }
    }
}
