<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

use PHPUnit\Framework\TestCase;

/** A technician at work on one instance, one thing after the other; the tests of a class run in their order. */
abstract class InstallTestCase extends TestCase
{
    private static ?Instance $instance = null;

    public static function tearDownAfterClass(): void
    {
        self::$instance?->stop();
        self::$instance = null;
    }

    protected static function instance(): Instance
    {
        return self::$instance ??= Instance::make((new \ReflectionClass(static::class))->getShortName());
    }
}
