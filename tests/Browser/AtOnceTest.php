<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;
use Symfony\Component\Uid\Uuid;

/** Requests that come at one moment, to the running application: what holds for one after another holds for them. */
final class AtOnceTest extends BrowserTestCase
{
    private Crowd $crowd;

    protected function setUp(): void
    {
        $this->crowd = new Crowd();
    }

    public function testThePasswordIsGuessedNoMoreOftenAtOnce(): void
    {
        $guesses = [];
        for ($guess = 0; $guess < 12; ++$guess) {
            $this->crowd->add(function () use (&$guesses, $guess): void {
                $who = $this->visitor('bo');
                $who->readToken();
                [$guesses[]] = $who->ask('POST', '/api/sign-in', ['name' => 'bo', 'password' => "guess $guess"]);
            });
        }
        $this->crowd->run();
        self::assertSame([401 => 6, 429 => 6], $this->counted($guesses));
    }

    public function testTheLastCheckIsGivenOnce(): void
    {
        $who = $this->signedIn('wren');
        $path = $this->path($who, 'Ferry Rocker');
        $pattern = $this->draft($who, $path)['pattern'];
        self::assertSame([200 => 3, 409 => 3], $this->counted($this->atOnce($who, 6, "$path/check", ['pattern' => $pattern])));
    }

    public function testOnePressHandsInOnce(): void
    {
        $who = $this->signedIn('wren');
        $path = $this->path($who, 'Lamplighters');
        $body = $this->beat($who, $path, 0) + ['press' => Uuid::v4()->toRfc4122()];
        self::assertSame([201 => 3], $this->counted($this->atOnce($who, 3, "$path/attempts", $body)));
        self::assertCount(1, $this->attempts($who, $path));
    }

    public function testTheSameBeatIsHandedInOnce(): void
    {
        $who = $this->signedIn('freya');
        $path = $this->path($who, 'Lamplighters');
        $before = \count($this->attempts($who, $path));
        $body = $this->beat($who, $path, 480);
        $presses = static fn (): array => ['press' => Uuid::v4()->toRfc4122()];
        self::assertSame([201 => 1, 409 => 2], $this->counted($this->atOnce($who, 3, "$path/attempts", $body, $presses)));
        self::assertCount($before + 1, $this->attempts($who, $path));
        [$status, $said] = $this->alone($who, 'POST', "$path/attempts", ['press' => Uuid::v4()->toRfc4122()] + $this->beat($who, $path, 480));
        self::assertSame([409, 'same'], [$status, $said['reason'] ?? null], 'and told later, too');
    }

    public function testOfTwoFirstAnswersOneIsTold(): void
    {
        $teacher = $this->signedIn('odile');
        $attempt = $this->waiting($teacher);
        $mark = 0;
        $bodies = static function () use (&$mark): array {
            return ['mark' => ++$mark];
        };
        $answers = $this->atOnce($teacher, 3, "/api/attempts/$attempt/feedback", ['version' => 0, 'text' => ''], $bodies, 'PUT');
        self::assertSame([200 => 1, 409 => 2], $this->counted($answers));
    }

    public function testOfTwoReturnsOneIsTold(): void
    {
        $teacher = $this->signedIn('odile');
        $attempt = $this->waiting($teacher);
        $mark = 3;
        $bodies = static function () use (&$mark): array {
            return ['mark' => ++$mark];
        };
        $answers = $this->atOnce($teacher, 2, "/api/attempts/$attempt/return", ['version' => 0, 'text' => 'Heard.'], $bodies);
        self::assertSame([200 => 1, 409 => 1], $this->counted($answers));
    }

    public function testAHandInThatMeetsAChangeOfTheTaskIsJudgedByTheNewOne(): void
    {
        $who = $this->signedIn('jun');
        $teacher = $this->signedIn('odile');
        $path = $this->path($who, 'Lamplighters');
        $body = $this->beat($who, $path, 240);
        [, $planned] = $this->alone($teacher, 'GET', $path.'/marking');
        $assignment = $this->text($planned, 'assignment.id');
        /** @var array{parts: list<array<string, mixed>>} $plan */
        [, $plan] = $this->alone($teacher, 'GET', "/api/assignments/$assignment");
        $keys = array_flip(['id', 'kind', 'view', 'instruments', 'start', 'targets', 'freedom', 'policy', 'requirements', 'help', 'waits']);
        $parts = array_map(static fn (array $part): array => array_intersect_key($part, $keys), $plan['parts']);
        $parts[0]['requirements'] = [['kind' => 'note-words', 'least' => 3, 'points' => 5]];
        $plan = ['parts' => $parts] + array_intersect_key($plan, array_flip(['version', 'title', 'brief', 'dueAt']));
        $this->crowd->add(static fn () => self::assertSame(200, $teacher->ask('PUT', "/api/assignments/$assignment", $plan)[0]));
        $this->crowd->add(static fn () => self::assertSame(201, $who->ask('POST', "$path/attempts", $body)[0]));
        $this->crowd->run();
        $marking = [];
        $this->crowd->add(function () use ($teacher, $path, &$marking): void {
            do {
                $this->crowd->rest(0.2);
                [, $marking] = $teacher->ask('GET', "$path/marking");
            } while (null !== $marking['recomparing']);
        });
        $this->crowd->run();
        $attempts = array_column((array) $marking['students'], 'attempts', 'name');
        self::assertSame(1, $this->at($attempts, 'Jun Watanabe.0.failed'), 'the note has no three words, which the new task asks for');
    }

    public function testATaskIsHandedInOrTakenBackNeverBoth(): void
    {
        $who = $this->signedIn('wren');
        $teacher = $this->signedIn('odile');
        [, $bench] = $this->alone($who, 'GET', $this->path($who, 'Lamplighters').'/bench');
        $target = $this->beat($who, $this->path($who, 'Lamplighters'), 0)['pattern'];
        $part = ['view' => 'seen', 'instruments' => $this->at($bench, 'part.instruments'), 'targets' => [$target]];
        $plan = ['courseId' => $this->text($bench, 'assignment.course.id'), 'brief' => '', 'dueAt' => null, 'parts' => [$part]];
        for ($round = 0; $round < 8; ++$round) {
            [, $made] = $this->alone($teacher, 'POST', '/api/assignments', ['title' => "Round $round"] + $plan);
            $assignment = '/api/assignments/'.$this->text($made, 'id');
            $this->alone($teacher, 'POST', "$assignment/publish");
            $path = '/api/parts/'.$this->text($made, 'parts.0.id');
            $body = $this->beat($who, $path, 480);
            $taken = $handed = 0;
            $this->crowd->add(static function () use ($teacher, $assignment, &$taken): void {
                [$taken] = $teacher->ask('POST', "$assignment/withdraw");
            });
            $this->crowd->add(static function () use ($who, $path, $body, &$handed): void {
                [$handed] = $who->ask('POST', "$path/attempts", $body);
            });
            $this->crowd->run();
            self::assertContains([$taken, $handed], [[200, 404], [409, 201]], "round $round");
        }
    }

    public function testWhoAsksFasterThanHandsCanIsTold(): void
    {
        $who = $this->signedIn('kwame');
        $statuses = [];
        for ($window = 0; $window < 12; ++$window) {
            $one = clone $who;
            $this->crowd->add(static function () use ($one, &$statuses): void {
                for ($turn = 0; $turn < 20; ++$turn) {
                    [$statuses[]] = $one->ask('GET', '/api/session');
                }
            });
        }
        $this->crowd->run();
        $counted = $this->counted($statuses);
        self::assertSame([200, 429], array_keys($counted));
    }

    public function testAFileOfTheWebServerCarriesTheSameHeaders(): void
    {
        foreach (['/icon.svg', '/worker.js', '/build/none.js', '/%61pi/phrases'] as $path) {
            $headers = array_change_key_case(get_headers(getenv('PULSANDA_URL').$path, true) ?: []);
            self::assertSame('nosniff', $headers['x-content-type-options'] ?? null, $path);
            self::assertSame('same-origin', $headers['cross-origin-resource-policy'] ?? null, $path);
            self::assertIsString($headers['content-security-policy'] ?? null, "$path carries one policy");
            self::assertStringStartsWith("default-src 'none'", $headers['content-security-policy']);
        }
    }

    public function testNobodyElseReachesTheServicesAndNoneIsRoot(): void
    {
        $data = (string) getenv('PULSANDA_DATA');
        $configuration = (string) file_get_contents("$data/nginx.conf");
        if (1 !== preg_match('/fastcgi_pass "unix:([^"]+)\/web\/php\.sock";/', $configuration, $found)) {
            self::fail('php is not reached through a socket.');
        }
        self::assertSame('0700', substr(\sprintf('%o', (int) fileperms("$found[1]/web")), -4));
        self::assertSame('0', substr(\sprintf('%o', (int) fileperms("$found[1]/database")), -1));
        foreach (['php', 'nginx', 'worker', 'judge'] as $service) {
            $process = (int) (file("$found[1]/$service.group") ?: ['0'])[0];
            self::assertNotSame(0, fileowner("/proc/$process"), "$service runs as root");
        }
    }

    private function visitor(string $name): Visitor
    {
        return new Visitor($this->crowd, (string) getenv('PULSANDA_URL'), $name);
    }

    private function signedIn(string $name): Visitor
    {
        $who = $this->visitor($name);
        $this->crowd->add(static fn () => $who->signIn((string) getenv('DEMO_PASSWORD')));
        $this->crowd->run();

        return $who;
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array{int, array<string, mixed>}
     */
    private function alone(Visitor $who, string $method, string $path, ?array $body = null): array
    {
        $answer = [0, []];
        $this->crowd->add(static function () use ($who, $method, $path, $body, &$answer): void {
            $answer = $who->ask($method, $path, $body);
        });
        $this->crowd->run();

        return $answer;
    }

    /**
     * The same request from several windows at one moment.
     *
     * @param array<string, mixed>                    $body
     * @param (\Closure(): array<string, mixed>)|null $own  what is different in each
     *
     * @return list<int> statuses
     */
    private function atOnce(Visitor $who, int $times, string $path, array $body, ?\Closure $own = null, string $method = 'POST'): array
    {
        $statuses = [];
        for ($window = 0; $window < $times; ++$window) {
            $one = clone $who;
            $sent = $body + (null === $own ? [] : $own());
            $this->crowd->add(static function () use ($one, $method, $path, $sent, &$statuses): void {
                // Only so many of one person are let through at once; the others come again.
                $statuses[] = $one->patient($method, $path, $sent)[0];
            });
        }
        $this->crowd->run();

        return $statuses;
    }

    /**
     * @param list<int> $statuses
     *
     * @return array<int, int>
     */
    private function counted(array $statuses): array
    {
        $counted = array_count_values($statuses);
        ksort($counted);

        return $counted;
    }

    /** The address of the first part of a task, as the student's list gives it. */
    private function path(Visitor $who, string $title): string
    {
        /** @var array{tasks: list<array{title: string, partId: string}>} $today */
        [, $today] = $this->alone($who, 'GET', '/api/today');
        foreach ($today['tasks'] as $task) {
            if (str_starts_with($task['title'], $title)) {
                return '/api/parts/'.$task['partId'];
            }
        }
        self::fail("$title is not on the list.");
    }

    /** @return array{version: int, pattern: array<string, mixed>} */
    private function draft(Visitor $who, string $path): array
    {
        /** @var array{draft: array{version: int, pattern: array<string, mixed>}} $bench */
        [, $bench] = $this->alone($who, 'GET', "$path/bench");

        return $bench['draft'];
    }

    /** @return array<mixed> */
    private function attempts(Visitor $who, string $path): array
    {
        return (array) $this->alone($who, 'GET', "$path/bench")[1]['attempts'];
    }

    /**
     * The value at a path such as "draft.version".
     *
     * @param array<mixed> $data
     */
    private function at(array $data, string $path): mixed
    {
        foreach (explode('.', $path) as $key) {
            self::assertIsArray($data);
            self::assertArrayHasKey($key, $data);
            $data = $data[$key];
        }

        return $data;
    }

    /** @param array<mixed> $data */
    private function text(array $data, string $path): string
    {
        $value = $this->at($data, $path);
        self::assertIsString($value);

        return $value;
    }

    /** @return array<string, mixed> a beat of one hit, to be saved or handed in */
    private function beat(Visitor $who, string $path, int $at): array
    {
        $draft = $this->draft($who, $path);
        /** @var array{sections: list<array{rows: list<array<string, mixed>>}>} $pattern */
        $pattern = $draft['pattern'];
        $pattern['sections'][0]['rows'][0]['hits'] = [['at' => $at, 'velocity' => 96]];

        return ['version' => $draft['version'], 'pattern' => $pattern, 'note' => ''];
    }

    /** An attempt that nobody has answered. */
    private function waiting(Visitor $teacher): string
    {
        $student = $this->signedIn('maxi');
        $path = $this->path($student, 'Lamplighters');
        $body = $this->beat($student, $path, 240 * random_int(0, 15));
        $body['note'] = 'Take '.random_int(1, 1_000_000);
        [$status, $said] = $this->alone($student, 'POST', "$path/attempts", $body);
        self::assertSame(201, $status, (string) json_encode($said));

        return $this->text($said, 'attempts.0.id');
    }
}
