<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Console\AccountCommand;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\HttpFoundation\Response;

/**
 * Every operation of the API as six kinds of people, with what is there and what is not, with bodies that are right for nothing: each answer has
 * a status, a type and a body that docs/openapi.yaml describes. All answers are kept for a second validator, which bin/test runs.
 */
final class EveryOperationTest extends ApiTestCase
{
    private const KEPT = 'var/test/answers.json';
    private const NOBODY = '00000000-0000-7000-8000-000000000000';
    private const BODIES = ['{"unknown":1}', 'no JSON'];

    public static function setUpBeforeClass(): void
    {
        file_put_contents(self::file(), '');
    }

    #[DataProvider('people')]
    public function testEveryOperation(string $who): void
    {
        $wrong = [];
        $this->be($who);
        foreach ($this->operations() as [$method, $path, $takes]) {
            $nothing = (string) preg_replace('/\{\w+\}/', self::NOBODY, $path);
            // What is nowhere answers all who are signed in alike.
            foreach (array_unique([$this->real($path), ...('wren' === $who ? [$nothing] : [])]) as $url) {
                foreach (null === $takes ? [null] : ('odile' === $who ? self::BODIES : [self::BODIES[0]]) as $body) {
                    $response = $this->ask($method, $url, $body, $takes);
                    $type = explode(';', (string) $response->headers->get('Content-Type'))[0];
                    $content = (string) $response->getContent();
                    $found = Description::ofAnswer($method, $path, $response->getStatusCode(), $type, $content);
                    if ([] !== $found) {
                        $wrong["$method $path {$response->getStatusCode()}"] = $found[0];
                    }
                    $this->keep($method, $path, $response->getStatusCode(), $type, $content);
                    if (('nobody' !== $who && 401 === $response->getStatusCode()) || str_starts_with($path, '/api/sign-')) {
                        $this->be($who);
                    }
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** @return iterable<string, array{string}> */
    public static function people(): iterable
    {
        foreach (['nobody', 'wren', 'odile', 'bertil', 'marit', 'a starter'] as $who) {
            yield $who => [$who];
        }
    }

    private function be(string $who): void
    {
        $this->browser->getCookieJar()->clear();
        if ('a starter' === $who) {
            // Somebody who has not chosen a password yet.
            $command = new CommandTester($this->service(AccountCommand::class));
            $command->execute(['do' => 'password', 'who' => 'zoe']);
            preg_match('/first password (\S+)/', $command->getDisplay(), $found);
            $this->send('POST', '/api/sign-in', ['name' => 'zoe', 'password' => $found[1] ?? '']);
        } elseif ('nobody' !== $who) {
            $this->signIn($who);
        }
    }

    /** @param string|null $takes type of the body */
    private function ask(string $method, string $url, ?string $body, ?string $takes): Response
    {
        $token = 'GET' === $method ? '' : $this->text($this->json($this->get('/api/session')), 'csrf');
        $this->entities()->clear();
        $this->browser->request($method, $url, server: ['HTTP_X_CSRF_TOKEN' => $token, 'CONTENT_TYPE' => $takes ?? ''], content: $body);

        return $this->browser->getResponse();
    }

    /** @return list<array{string, string, string|null}> method, path, and the type of body that it takes */
    private function operations(): array
    {
        $all = [];
        foreach ((array) Description::read()['paths'] as $path => $operations) {
            foreach ((array) $operations as $method => $operation) {
                if (\in_array($method, ['get', 'post', 'put', 'delete'], true)) {
                    self::assertIsArray($operation);
                    $body = $operation['requestBody'] ?? [];
                    $content = \is_array($body) ? $body['content'] ?? null : null;
                    $all[] = [strtoupper($method), (string) $path, \is_array($content) ? (string) array_key_first($content) : null];
                }
            }
        }
        self::assertGreaterThan(120, \count($all));
        // Whoever signs out, or ends the school, goes last.
        usort($all, static fn (array $a, array $b): int => ('DELETE' === $a[0] ? 1 : 0) <=> ('DELETE' === $b[0] ? 1 : 0));

        return $all;
    }

    /** The path with something of Odile's class in it. */
    private function real(string $path): string
    {
        $ids = [
            'parts' => fn (): string => $this->part("Lamplighters' March"),
            'attempts' => fn (): string => $this->attempt("Lamplighters' March", 'bo'),
            'courses' => fn (): string => $this->course(),
            'assignments' => fn (): string => $this->assignment("Lamplighters' March"),
            'accounts' => fn (): string => $this->account('wren'),
            'students' => fn (): string => $this->account('wren'),
            'paper' => fn (): string => $this->part("Lamplighters' March"),
        ];
        $first = explode('/', $path)[2] ?? '';

        return (string) preg_replace_callback(
            '/\{(\w+)\}/',
            fn (array $found): string => 'student' === $found[1] || 'account' === $found[1]
                ? $this->account('wren') : (isset($ids[$first]) ? $ids[$first]() : self::NOBODY),
            $path,
        );
    }

    private function keep(string $method, string $path, int $status, string $type, string $content): void
    {
        $answer = ['method' => strtolower($method), 'path' => $path, 'status' => $status, 'type' => $type];
        $body = str_ends_with($type, 'json') ? $content : null;
        file_put_contents(self::file(), json_encode($answer + ['body' => $body])."\n", \FILE_APPEND);
    }

    private static function file(): string
    {
        return \dirname(__DIR__, 2).'/'.self::KEPT;
    }
}
