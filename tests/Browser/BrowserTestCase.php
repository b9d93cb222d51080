<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\TestCase;
use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;
use Symfony\Component\Process\Process;

/** People at the running application (PULSANDA_URL), each in a browser of their own. The demo world is fresh for every class of tests. */
abstract class BrowserTestCase extends TestCase
{
    private static ?Process $driver = null;
    private static int $port = 0;
    /** @var list<Person> */
    private array $people = [];

    public static function setUpBeforeClass(): void
    {
        if (null === self::$driver) {
            $socket = stream_socket_server('tcp://127.0.0.1:0');
            self::assertIsResource($socket);
            self::$port = (int) substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
            fclose($socket);
            self::$driver = new Process(['/usr/bin/chromedriver', '--port='.self::$port], timeout: null);
            self::$driver->start();
            self::$driver->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'started successfully'));
            register_shutdown_function(static function (): void {
                Browsers::close();
                self::$driver?->stop();
            });
        }
        self::reset();
    }

    /** The demo world as it was. */
    protected static function reset(): void
    {
        $reset = new Process(
            [\dirname(__DIR__, 2).'/bin/console', 'pulsanda:demo', '--reset'],
            // Under test, passwords are hashed quickly.
            env: ['APP_ENV' => 'test', 'DATABASE_URL' => (string) getenv('PULSANDA_OWNER_URL'), 'APP_DEBUG' => false],
        );
        $reset->mustRun();
    }

    protected function tearDown(): void
    {
        $failed = $this->status()->isFailure() || $this->status()->isError();
        foreach ($this->people as $i => $person) {
            if ($failed) {
                $person->keepPicture(\dirname(__DIR__, 2).'/var/test/log/'.$this->name().'-'.$i.'.png');
            }
            $person->leave(!$failed);
        }
    }

    /** Somebody who has just opened a browser, signed in if a name is given. */
    protected function person(
        ?string $signIn = null,
        int $width = 1280,
        int $height = 800,
        bool $touch = false,
        ?string $url = null,
        ?string $microphone = null,
    ): Person {
        $driver = 'http://127.0.0.1:'.self::$port;
        $cookies = null === $signIn ? [] : self::cookies($signIn);
        $url ??= (string) getenv('PULSANDA_URL');
        $this->people[] = $person = Person::open($driver, $url, $width, $height, $touch, $cookies, $microphone);
        if (null !== $signIn) {
            $person->see('.account-button');
        }

        return $person;
    }

    /** @return array<string, string> of somebody who has signed in before; how that is done is told where it is tested */
    private static function cookies(string $name): array
    {
        $crowd = new Crowd();
        $visitor = new Visitor($crowd, (string) getenv('PULSANDA_URL'), $name);
        $crowd->add(static fn () => $visitor->signIn((string) getenv('DEMO_PASSWORD')));
        $crowd->run();

        return $visitor->cookies();
    }
}
