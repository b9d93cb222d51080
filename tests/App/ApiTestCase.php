<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Job\JudgeAgain;
use Pulsanda\App\Job\JudgeAgainHandler;
use Pulsanda\App\Job\RenderAudio;
use Pulsanda\App\Job\RenderAudioHandler;
use Pulsanda\App\Language\Refusals;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\WebTestCase;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\Transport\InMemory\InMemoryTransport;
use Symfony\Component\Routing\RouterInterface;

/** Requests to the real application on the demo world in PostgreSQL, which bin/test has loaded; every test ends in a rollback. */
abstract class ApiTestCase extends WebTestCase
{
    protected KernelBrowser $browser;

    protected function setUp(): void
    {
        $this->browser = static::createClient();
        $this->browser->disableReboot();
    }

    protected function entities(): \Doctrine\ORM\EntityManagerInterface
    {
        return $this->service(\Doctrine\ORM\EntityManagerInterface::class);
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function service(string $class): object
    {
        $service = static::getContainer()->get($class);
        self::assertInstanceOf($class, $service);

        return $service;
    }

    protected function signIn(string $name): void
    {
        $this->browser->getCookieJar()->clear();
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => $name, 'password' => self::password()])->getStatusCode());
    }

    protected static function password(): string
    {
        return (string) getenv('DEMO_PASSWORD');
    }

    protected function get(string $path): Response
    {
        $this->entities()->clear();
        $this->browser->request('GET', $path);

        return $this->described();
    }

    protected function send(string $method, string $path, mixed $body = null, ?string $token = null): Response
    {
        $token ??= $this->text($this->json($this->get('/api/session')), 'csrf');
        if (\is_array($body) && 1 === preg_match('#^/api/attempts/([^/]+)/(feedback|return)$#', $path, $match)) {
            // As a browser that has just read the answer.
            $body += [
                'version' => (int) $this->one('SELECT coalesce((SELECT version FROM feedback WHERE attempt_id = ?), 0)::text', $match[1]),
            ];
        }
        $this->entities()->clear();
        $this->browser->request(
            $method,
            $path,
            server: ['HTTP_X_CSRF_TOKEN' => $token, 'CONTENT_TYPE' => 'application/json'],
            content: null === $body ? null : (\is_string($body) ? $body : (string) json_encode($body)),
        );

        return $this->described();
    }

    /** The answer, which is as docs/openapi.yaml describes it. */
    private function described(): Response
    {
        $request = $this->browser->getRequest();
        $response = $this->browser->getResponse();
        $router = static::getContainer()->get('router');
        self::assertInstanceOf(RouterInterface::class, $router);
        $name = $request->attributes->get('_route');
        $route = \is_string($name) ? $router->getRouteCollection()->get($name) : null;
        $path = $route?->getPath() ?? $request->getPathInfo();
        if (str_starts_with($path, '/api/')) {
            $type = explode(';', (string) $response->headers->get('Content-Type'))[0];
            $content = (string) $response->getContent();
            $wrong = null === $route ? Description::violations($content, ['$ref' => '#/components/schemas/Problem'])
                : Description::ofAnswer($request->getMethod(), $path, $response->getStatusCode(), $type, $content);
            self::assertSame([], $wrong, $request->getMethod()." $path");
        }

        return $response;
    }

    /** @return array<string, mixed> */
    protected function json(Response $response): array
    {
        $data = json_decode((string) $response->getContent(), true);
        self::assertIsArray($data, (string) $response->getContent());

        /** @var array<string, mixed> */
        return $data;
    }

    /**
     * The value at a path such as "draft.version".
     *
     * @param array<mixed> $data
     */
    protected function at(array $data, string $path): mixed
    {
        foreach (explode('.', $path) as $key) {
            self::assertIsArray($data);
            self::assertArrayHasKey($key, $data);
            $data = $data[$key];
        }

        return $data;
    }

    /** @param array<mixed> $data */
    protected function text(array $data, string $path): string
    {
        $value = $this->at($data, $path);
        self::assertIsString($value);

        return $value;
    }

    protected function assertProblem(int $status, string $sentence, Response $response): void
    {
        self::assertSame($status, $response->getStatusCode(), (string) $response->getContent());
        self::assertSame('application/problem+json', $response->headers->get('Content-Type'));
        self::assertSame((string) \strlen((string) $response->getContent()), $response->headers->get('Content-Length'));
        $problem = $this->json($response);
        self::assertStringContainsString($sentence, $this->text($problem, 'detail'));
        self::assertNotSame(Refusals::UNKNOWN, $this->text($problem, 'code'), $this->text($problem, 'detail').' has no code');
    }

    /**
     * An assignment as it would be sent back unchanged.
     *
     * @return array{version: mixed, title: mixed, brief: mixed, dueAt: mixed, parts: list<array<string, mixed>>}
     */
    protected function input(string $id): array
    {
        $plan = $this->json($this->get("/api/assignments/$id"));
        $keys = array_flip(['id', 'name', 'brief', 'kind', 'view', 'instruments', 'start', 'targets', 'freedom', 'policy', 'requirements', 'help', 'waits']);
        $parts = [];
        foreach ((array) $plan['parts'] as $part) {
            self::assertIsArray($part);
            $kept = array_intersect_key($part, $keys);
            /** @var array<string, mixed> $kept */
            $parts[] = $kept;
        }

        return [
            'version' => $plan['version'],
            'title' => $plan['title'],
            'brief' => $plan['brief'],
            'dueAt' => $plan['dueAt'],
            'parts' => $parts,
        ];
    }

    /** The id of a class of the demo world. */
    protected function course(string $name = 'Parade line, Tuesdays'): string
    {
        return $this->one('SELECT id FROM course WHERE name = ?', $name);
    }

    protected function account(string $signIn): string
    {
        return $this->one('SELECT id FROM account WHERE sign_in = ?', $signIn);
    }

    /** The id of the part of an assignment of the demo world. */
    protected function part(string $title, int $position = 1): string
    {
        return $this->one(
            'SELECT p.id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title = ? AND p.position = ?',
            $title,
            $position,
        );
    }

    protected function assignment(string $title): string
    {
        return $this->one('SELECT id FROM assignment WHERE title = ?', $title);
    }

    protected function attempt(string $title, string $student, int $number = 1): string
    {
        return $this->one(
            'SELECT t.id FROM attempt t JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id JOIN account s ON '
                .'s.id = t.student_id WHERE a.title = ? AND s.sign_in = ? AND t.number = ?',
            $title,
            $student,
            $number,
        );
    }

    protected function one(string $sql, string|int ...$values): string
    {
        $found = $this->service(Connection::class)->fetchOne($sql, array_values($values));
        self::assertIsString($found, $sql);

        return $found;
    }

    /** What the workers would do now. */
    protected function work(): void
    {
        $judging = static::getContainer()->get('messenger.transport.judging');
        $audio = static::getContainer()->get('messenger.transport.audio');
        self::assertInstanceOf(InMemoryTransport::class, $judging);
        self::assertInstanceOf(InMemoryTransport::class, $audio);
        foreach ([...$judging->get(), ...$audio->get()] as $envelope) {
            $message = $envelope->getMessage();
            if ($message instanceof RenderAudio) {
                $this->service(RenderAudioHandler::class)($message);
                $audio->ack($envelope);
            } else {
                self::assertInstanceOf(JudgeAgain::class, $message);
                $this->service(JudgeAgainHandler::class)($message);
                $judging->ack($envelope);
            }
        }
    }
}
