<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\Remote\RemoteWebDriver;

/** Browsers that somebody has left as new, for the next person. */
final class Browsers
{
    /** @var array<string, list<RemoteWebDriver>> */
    private static array $free = [];

    /** @param string $like what browsers have in common that can stand for one another */
    public static function take(string $like): ?RemoteWebDriver
    {
        return [] === (self::$free[$like] ?? []) ? null : array_pop(self::$free[$like]);
    }

    public static function leave(string $like, RemoteWebDriver $driver): void
    {
        self::$free[$like][] = $driver;
    }

    public static function close(): void
    {
        foreach (self::$free as $some) {
            foreach ($some as $driver) {
                $driver->quit();
            }
        }
        self::$free = [];
    }
}
