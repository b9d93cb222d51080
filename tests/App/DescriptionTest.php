<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;

/**
 * What the API answers is what docs/openapi.yaml says, and every route is in it. ApiTestCase holds every other answer of these tests
 * against it, too.
 */
final class DescriptionTest extends ApiTestCase
{
    #[DataProvider('answers')]
    public function testTheAnswerFitsItsDescription(?string $who, string $path, string $schema): void
    {
        if (null !== $who) {
            $this->signIn($who);
        }
        $response = $this->get(strtr($path, [
            '{plan}' => $this->assignment('Heron Step'),
            '{part}' => $this->part('Lamplighters\' March'),
            '{open}' => $this->part('Slack Tide / Spring Tide'),
            '{openAttempt}' => $this->attempt('Slack Tide / Spring Tide', 'amara'),
            '{course}' => $this->course(),
            '{second}' => $this->attempt('Lamplighters\' March', 'ines', 2),
            '{hidden}' => $this->part('Ferry Rocker'),
            '{attempt}' => $this->attempt('Lamplighters\' March', 'ines'),
            '{hiddenAttempt}' => $this->attempt('Ferry Rocker', 'jun'),
            '{waiting}' => $this->attempt('Ferry Rocker', 'bo'),
        ]));
        self::assertSame([], Description::violations((string) $response->getContent(), self::named($schema)));
    }

    /** @return iterable<string, array{string|null, string, string}> */
    public static function answers(): iterable
    {
        yield 'nobody\'s session' => [null, '/api/session', 'Session'];
        yield 'a session' => ['ines', '/api/session', 'Session'];
        yield 'the catalogue' => [null, '/api/catalogue', 'Catalogue'];
        yield 'a teacher\'s day' => ['odile', '/api/today', 'TeacherToday'];
        yield 'a student\'s day' => ['ines', '/api/today', 'StudentToday'];
        yield 'a plan' => ['odile', '/api/assignments/{plan}', 'PlannedAssignment'];
        yield 'the Bench' => ['ines', '/api/parts/{part}/bench', 'Bench'];
        yield 'the Bench of a hidden target' => ['wren', '/api/parts/{hidden}/bench', 'Bench'];
        yield 'the Bench of an open task' => ['wren', '/api/parts/{open}/bench', 'Bench'];
        yield 'an attempt without a target' => ['odile', '/api/attempts/{openAttempt}', 'AttemptToMark'];
        yield 'the states of a draft' => ['amara', '/api/parts/{open}/draft/states', 'DraftStates'];
        yield 'the Class picture' => ['odile', '/api/parts/{part}/picture', 'Picture'];
        yield 'the picture of an open task' => ['odile', '/api/parts/{open}/picture', 'Picture'];
        yield 'the term' => ['odile', '/api/courses/{course}/term', 'Term'];
        yield 'a second attempt to mark' => ['odile', '/api/attempts/{second}', 'AttemptToMark'];
        yield 'the class list of an open task' => ['odile', '/api/parts/{open}/marking', 'MarkingList'];
        yield 'kits of one\'s own' => ['odile', '/api/kits', 'SavedKits'];
        yield 'trying' => ['odile', '/api/parts/{part}/bench', 'Bench'];
        yield 'the class list' => ['odile', '/api/parts/{part}/marking', 'MarkingList'];
        yield 'an attempt to mark' => ['odile', '/api/attempts/{attempt}', 'AttemptToMark'];
        yield 'an attempt returned' => ['ines', '/api/attempts/{attempt}', 'AttemptReturned'];
        yield 'one returned of a hidden target' => ['jun', '/api/attempts/{hiddenAttempt}', 'AttemptReturned'];
        yield 'one that waits' => ['bo', '/api/attempts/{waiting}', 'AttemptReturned'];
        yield 'a problem' => ['bo', '/api/attempts/{attempt}', 'Problem'];
    }

    public function testTheDescriptionIsStrictEnoughToNotice(): void
    {
        self::assertNotSame([], Description::violations('{"csrf": "x"}', self::named('Session')));
        self::assertNotSame([], Description::violations('{"title": 1, "status": 404, "detail": "x"}', self::named('Problem')));
    }

    public function testEveryAnswerOfTheseTestsIsHeldAgainstIt(): void
    {
        self::assertSame([], Description::ofAnswer('POST', '/api/sign-out', 204, '', ''));
        self::assertNotSame([], Description::ofAnswer('POST', '/api/sign-out', 200, '', ''));
        self::assertNotSame([], Description::ofAnswer('POST', '/api/phrases', 201, 'application/json', '{"text": "without an id"}'));
        self::assertNotSame([], Description::ofAnswer('POST', '/api/phrases', 422, 'text/html', 'no problem document'));
    }

    public function testEveryRouteIsDescribed(): void
    {
        $router = static::getContainer()->get('router');
        self::assertInstanceOf(\Symfony\Component\Routing\RouterInterface::class, $router);
        $routes = [];
        foreach ($router->getRouteCollection() as $route) {
            foreach (1 === preg_match('~^/(api/|healthz$)~', $route->getPath()) ? $route->getMethods() : [] as $method) {
                $routes[] = strtolower($method).' '.$route->getPath();
            }
        }
        $described = [];
        foreach ((array) (Description::read()['paths'] ?? []) as $path => $operations) {
            foreach (array_keys((array) $operations) as $operation) {
                if (\in_array($operation, ['get', 'post', 'put', 'delete'], true)) {
                    $described[] = "$operation $path";
                }
            }
        }
        self::assertEqualsCanonicalizing($described, $routes);
    }

    public function testEveryOperationHasANameOfItsOwnAndAPlace(): void
    {
        $names = $keys = [];
        $tags = array_column((array) (Description::read()['tags'] ?? []), 'name');
        foreach ((array) (Description::read()['paths'] ?? []) as $path => $operations) {
            foreach ((array) $operations as $method => $operation) {
                if ('parameters' === $method) {
                    continue;
                }
                self::assertIsArray($operation);
                $name = $operation['operationId'] ?? null;
                self::assertIsString($name, "$method $path");
                $names[] = $name;
                self::assertContains(((array) ($operation['tags'] ?? []))[0] ?? null, $tags, "$method $path");
                $keys += $operation;
            }
        }
        self::assertSame($names, array_values(array_unique($names)));
        $known = ['summary', 'description', 'operationId', 'tags', 'security', 'parameters', 'requestBody', 'responses'];
        self::assertSame([], array_values(array_diff(array_keys($keys), $known)), 'keys of the standard');
    }

    /** @return array<string, string> */
    private static function named(string $schema): array
    {
        return ['$ref' => "#/components/schemas/$schema"];
    }
}
