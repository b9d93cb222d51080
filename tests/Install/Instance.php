<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Install;

use PHPUnit\Framework\Assert;
use Symfony\Component\Process\Process;

/** A checkout with an instance of its own, as a technician has one: started, asked and stopped by its commands alone. */
final class Instance
{
    private const PATIENCE = 280.0;

    private function __construct(public readonly string $folder, public readonly int $port)
    {
    }

    /**
     * A new checkout; packages, and what was built from the same code, are there as after a first start.
     *
     * @param string $name of its folder; the folder above it has a space, an ampersand and an umlaut in its name
     */
    public static function make(string $name): self
    {
        $root = \dirname(__DIR__, 2);
        $folder = "$root/var/test/install/a & ü/$name";
        $old = new self($folder, self::port($name));
        foreach (glob("$folder/*/supervisor.conf") ?: [] as $left) {
            $old->run(['bin/start', '--stop'], ['PULSANDA_DATA' => \dirname($left)]);
        }
        self::shell('rm -rf "$FOLDER" && mkdir -p "$FOLDER/var/stamps" "$FOLDER/support/symfony"
            cd "$ROOT"
            git ls-files -co --exclude-standard -z | xargs -0 sh -c \'for one; do [ ! -f "$one" ] || printf "%s\\0" "$one"; done\' - \
                | tar --null -T - -c | tar -x -C "$FOLDER"
            cp -al vendor node_modules "$FOLDER/"
            cp -al support/symfony/vendor "$FOLDER/support/symfony/"
            cp var/stamps/* "$FOLDER/var/stamps/"
            cp -al var/test/build "$FOLDER/var/built"
            cp -al var/test/sounds "$FOLDER/var/sounds"
            cp "var/test/stamps/Browser part" var/test/stamps/Sounds "$FOLDER/var/stamps/"', ['FOLDER' => $folder, 'ROOT' => $root]);

        return $old;
    }

    /** Each has a port that nobody else listens on, away from those of the other tests. */
    private static function port(string $name): int
    {
        for ($port = 18400 + crc32($name) % 400; false !== @fsockopen('127.0.0.1', $port, timeout: 1); ++$port) {
        }

        return $port;
    }

    /** @return array<string, false> Nothing of the tests' own instance may reach another. */
    private static function none(): array
    {
        return array_fill_keys(['DATABASE_URL', 'PULSANDA_DATA', 'PULSANDA_BUILD', 'DEMO_PASSWORD', 'APP_ENV', 'DURABLE', 'PASSWORD_MEMORY'], false);
    }

    /** @param array<string, string> $with variables */
    public static function shell(string $lines, array $with = []): string
    {
        $process = Process::fromShellCommandline("set -eu\n$lines", env: $with + self::none(), timeout: self::PATIENCE);
        $process->mustRun();

        return trim($process->getOutput());
    }

    /**
     * Begins a command in the checkout.
     *
     * @param list<string>                $command
     * @param array<string, false|string> $with    variables, false for none
     */
    public function begin(array $command, array $with = [], ?string $typed = null): Process
    {
        $process = new Process($command, $this->folder, $with + ['PULSANDA_PORT' => (string) $this->port] + self::none(), $typed, self::PATIENCE);
        $process->start();

        return $process;
    }

    /**
     * @param list<string>                $command
     * @param array<string, false|string> $with
     *
     * @return array{int, string} status, and what is read on the terminal
     */
    public function run(array $command, array $with = [], ?string $typed = null): array
    {
        return self::end($this->begin($command, $with, $typed));
    }

    /** @return array{int, string} */
    public static function end(Process $process): array
    {
        return [$process->wait(), $process->getOutput().$process->getErrorOutput()];
    }

    /**
     * @param list<string>                $command
     * @param array<string, false|string> $with
     */
    public function does(array $command, array $with = [], ?string $typed = null): string
    {
        [$status, $told] = $this->run($command, $with, $typed);
        Assert::assertSame(0, $status, implode(' ', $command).":\n$told");

        return $told;
    }

    /**
     * @param list<string>                $command
     * @param array<string, false|string> $with
     */
    public function refuses(array $command, array $with = [], ?string $typed = null): string
    {
        [$status, $told] = $this->run($command, $with, $typed);
        Assert::assertSame(1, $status, implode(' ', $command).":\n$told");

        return $told;
    }

    /**
     * Kills a command, with all that it has begun, as soon as something is so.
     *
     * @param list<string> $command
     */
    public function killed(array $command, \Closure $when, string $what, ?string $typed = null): void
    {
        $leader = "$this->folder/leader";
        $process = $this->begin(['setsid', '--fork', '--wait', 'bash', '-c', 'echo $$ >"$0"; exec "$@"', $leader, ...$command], typed: $typed);
        self::until($when, $what, $process);
        self::shell('pkill -9 -s "$(cat "$LEADER")"', ['LEADER' => $leader]);
        $process->wait();
    }

    /** @param array<string, false|string> $with */
    public function start(array $with = []): string
    {
        return $this->does(['bin/start'], $with);
    }

    public function stop(): void
    {
        $this->does(['bin/start', '--stop']);
    }

    /**
     * What a path answers.
     *
     * @param list<string> $headers
     *
     * @return array{int, string} status (0: nobody answers), headers and body
     */
    public function ask(string $path = '/healthz', array $headers = [], ?int $port = null): array
    {
        $handle = curl_init('http://127.0.0.1:'.($port ?? $this->port).$path);
        curl_setopt_array($handle, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_HEADER => true, \CURLOPT_HTTPHEADER => $headers,
            \CURLOPT_TIMEOUT => 10, \CURLOPT_PROXY => '']);
        $text = curl_exec($handle);

        return [curl_getinfo($handle, \CURLINFO_RESPONSE_CODE), \is_string($text) ? $text : ''];
    }

    /**
     * The status of what is sent as by a browser that has just come.
     *
     * @param array<string, mixed> $body
     */
    public function post(string $path, array $body, ?int $port = null): int
    {
        [, $session] = $this->ask('/api/session', [], $port);
        preg_match('/"csrf":"([^"]+)"/', $session, $token);
        preg_match_all('/^set-cookie: ([^;]+)/im', $session, $cookies);
        $handle = curl_init('http://127.0.0.1:'.($port ?? $this->port).$path);
        curl_setopt_array($handle, [\CURLOPT_RETURNTRANSFER => true, \CURLOPT_POSTFIELDS => (string) json_encode($body), \CURLOPT_PROXY => '', \CURLOPT_HTTPHEADER => [
            'Content-Type: application/json', 'X-CSRF-Token: '.($token[1] ?? ''), 'Cookie: '.implode('; ', $cookies[1]),
        ]]);
        curl_exec($handle);

        return curl_getinfo($handle, \CURLINFO_RESPONSE_CODE);
    }

    public function answers(): bool
    {
        return 200 === $this->ask()[0];
    }

    /** Rows, as the role that owns the cluster. */
    public function sql(string $query, string $database = 'pulsanda'): string
    {
        return trim($this->does(self::query($query, $database)));
    }

    /** Whether PostgreSQL answers and a query finds something. */
    public function finds(string $query, string $database = 'pulsanda'): bool
    {
        [$status, $told] = $this->run(self::query($query, $database));

        return 0 === $status && '' !== trim($told);
    }

    /** @return list<string> */
    private static function query(string $query, string $database): array
    {
        return ['bash', '-c', '. bin/lib/instance.sh; sql "$0" -c "$1"', $database, $query];
    }

    /** @param array<string, string> $lines of pulsanda.env */
    public function set(array $lines): void
    {
        $text = '';
        foreach ($lines as $name => $value) {
            $text .= "$name=$value\n";
        }
        file_put_contents("$this->folder/var/pulsanda.env", $text);
    }

    /** Waits until it is so. */
    public static function until(\Closure $so, string $what, Process ...$others): void
    {
        $end = hrtime(true) + 60_000_000_000;
        while (!$so()) {
            foreach ($others as $process) {
                $process->isRunning() || Assert::fail("$what: ".$process->getOutput().$process->getErrorOutput());
            }
            if (hrtime(true) > $end) {
                Assert::fail("This did not come about: $what");
            }
            usleep(5_000);
        }
    }
}
