<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;

/** Everybody reaches what is theirs; everything else is not found. */
final class RightsTest extends ApiTestCase
{
    #[DataProvider('teachersPaths')]
    public function testAStudentReachesNothingOfATeachers(string $method, string $path, mixed $body): void
    {
        $this->signIn('ines');
        $this->assertProblem(
            404,
            'not yours to see',
            'GET' === $method ? $this->get($this->path($path)) : $this->send($method, $this->path($path), $body),
        );
    }

    #[DataProvider('teachersPaths')]
    public function testAnotherTeacherReachesNothingOfThisOnes(string $method, string $path, mixed $body): void
    {
        $this->stranger(Role::Teacher);
        $this->signIn('stranger');
        $this->assertProblem(
            404,
            'not yours to see',
            'GET' === $method ? $this->get($this->path($path)) : $this->send($method, $this->path($path), $body),
        );
    }

    /** @return iterable<string, array{string, string, mixed}> */
    public static function teachersPaths(): iterable
    {
        yield 'the plan' => ['GET', '/api/assignments/{plan}', null];
        yield 'changing the plan' => ['PUT', '/api/assignments/{plan}', []];
        yield 'publishing' => ['POST', '/api/assignments/{plan}/publish', null];
        yield 'removing' => ['DELETE', '/api/assignments/{plan}', null];
        yield 'planning in a class' => ['POST', '/api/assignments', ['courseId' => '{course}', 'title' => 'x']];
        yield 'trying' => ['POST', '/api/parts/{part}/try', []];
        yield 'the class list' => ['GET', '/api/parts/{part}/marking', null];
        yield 'another\'s attempt' => ['GET', '/api/attempts/{attempt}', null];
        yield 'marking' => ['PUT', '/api/attempts/{attempt}/feedback', ['mark' => 20, 'text' => '']];
        yield 'returning' => ['POST', '/api/attempts/{attempt}/return', ['mark' => 20, 'text' => '']];
        yield 'answering what was returned' => ['PUT', '/api/attempts/{attempt}/reply', ['text' => 'Mine.']];
        yield 'speaking' => ['PUT', '/api/attempts/{attempt}/spoken', []];
        yield 'writing under what is spoken' => ['PUT', '/api/attempts/{attempt}/spoken/caption', ['text' => 'Mine.']];
        yield 'removing what is spoken' => ['DELETE', '/api/attempts/{attempt}/spoken', null];
        yield 'hearing what is spoken' => ['GET', '/api/attempts/{attempt}/spoken/teacher', null];
        yield 'taking a return back' => ['POST', '/api/attempts/{attempt}/take-back', null];
        yield 'weighing' => ['POST', '/api/attempts/{attempt}/weigh', ['policies' => [[]]]];
        yield 'returning to a group' => ['POST', '/api/parts/{part}/return-group', []];
        yield 'writing to a group' => ['POST', '/api/parts/{part}/add-to-group', []];
        yield 'taking a group back' => ['POST', '/api/parts/{part}/take-back-group', []];
        yield 'the parade' => ['GET', '/api/parts/{part}/parade', null];
        yield 'the Class picture' => ['GET', '/api/parts/{part}/picture', null];
        yield 'the term' => ['GET', '/api/courses/{course}/term', null];
        yield 'the effect of a change' => ['POST', '/api/assignments/{plan}/effect', []];
        yield 'another\'s phrase' => ['DELETE', '/api/phrases/{phrase}', null];
        yield 'an unpublished task' => ['GET', '/api/parts/{unpublished}/bench', null];
    }

    public function testAStudentOfAnotherClassReachesNeitherTaskNorDraft(): void
    {
        $this->stranger(Role::Student);
        $this->signIn('stranger');
        $part = '/api/parts/'.$this->part('Lamplighters\' March');
        $this->assertProblem(404, 'not yours', $this->get("$part/bench"));
        $this->assertProblem(404, 'not yours', $this->send('PUT', "$part/draft", []));
        $this->assertProblem(404, 'not yours', $this->send('POST', "$part/attempts", []));
        self::assertSame([], $this->json($this->get('/api/today'))['tasks']);
    }

    /** Drawn small, a target is still a target. */
    public function testTodayDrawsOnlyWhatMayBeSeen(): void
    {
        $this->signIn('elodie');
        $drawn = [];
        foreach ((array) $this->json($this->get('/api/today'))['tasks'] as $task) {
            self::assertIsArray($task);
            $drawn[json_encode([$task['title'], $task['position']], \JSON_THROW_ON_ERROR)] = \count((array) $this->at($task, 'glimpse.rows'));
        }
        self::assertSame(3, $drawn['["Lamplighters\' March",1]'], 'seen: kick, snare and hats of its first bar');
        self::assertSame(0, $drawn['["Ferry Rocker",1]'], 'only heard, and not begun');
        self::assertSame(0, $drawn['["Slack Tide \\/ Spring Tide",2]'], 'not open yet');
        $this->signIn('odile');
        foreach ((array) $this->json($this->get('/api/today'))['assignments'] as $one) {
            self::assertIsArray($one);
            'Ferry Rocker' !== $one['title'] || self::assertNotSame([], $this->at($one, 'glimpse.rows'), 'its teacher sees it');
        }
    }

    public function testHelpIsForThoseWhoAreSetTheTask(): void
    {
        $part = '/api/parts/'.$this->part('Ferry Rocker');
        $this->browser->getCookieJar()->clear();
        self::assertSame(401, $this->send('POST', "$part/hear", ['bar' => null])->getStatusCode());
        self::assertSame(401, $this->send('POST', "$part/check", [])->getStatusCode());
        $this->stranger(Role::Student);
        $this->signIn('stranger');
        $this->assertProblem(404, 'not yours', $this->send('POST', "$part/hear", ['bar' => null]));
        $this->assertProblem(404, 'not yours', $this->send('POST', "$part/check", []));
        $this->signIn('wren');
        $this->assertProblem(404, 'not yours', $this->send('POST', '/api/parts/'.$this->part('Heron Step').'/check', []));
    }

    public function testAnotherTeacherHearsNothingOfThisOnesTargets(): void
    {
        $this->stranger(Role::Teacher);
        $this->signIn('stranger');
        $this->assertProblem(404, 'not yours', $this->send('POST', '/api/parts/'.$this->part('Ferry Rocker').'/hear', ['bar' => null]));
    }

    public function testATeacherHasNoDraft(): void
    {
        $this->signIn('odile');
        $part = '/api/parts/'.$this->part('Lamplighters\' March');
        self::assertTrue($this->json($this->get("$part/bench"))['trying']);
        $this->assertProblem(404, 'not yours', $this->send('PUT', "$part/draft", []));
    }

    public function testNonsenseInAnAddressIsNotFound(): void
    {
        $this->signIn('odile');
        foreach (['/api/attempts/1', '/api/parts/x/bench', '/api/attempts/00000000-0000-0000-0000-000000000000', '/api/nothing'] as $path) {
            $this->assertProblem(404, 'not here', $this->get($path));
        }
    }

    /** Somebody of the same school with a class of their own. */
    private function stranger(Role $role): void
    {
        $entities = $this->entities();
        $school = $entities->getRepository(School::class)->findOneBy([]) ?? self::fail('There is no school.');
        $odile = $entities->getRepository(Account::class)->findOneBy(['signIn' => 'odile']) ?? self::fail('There is no teacher.');
        $stranger = new Account($school, 'stranger', 'Stranger', $role, 'Stranger');
        $stranger->setPassword($odile->getPassword());
        $course = new Course($school, Role::Teacher === $role ? $stranger : $odile, 'Another class');
        $entities->persist($stranger);
        $entities->persist($course);
        if (Role::Student === $role) {
            $entities->persist(new Enrolment($school, $course, $stranger));
        }
        $entities->flush();
    }

    private function path(string $path): string
    {
        return strtr($path, [
            '{plan}' => $this->assignment('Heron Step'),
            '{part}' => $this->part('Lamplighters\' March'),
            '{course}' => $this->course(),
            '{phrase}' => $this->one('SELECT id FROM phrase'),
            '{unpublished}' => $this->part('Heron Step'),
            '{attempt}' => $this->attempt('Lamplighters\' March', 'bo'),
        ]);
    }
}
