<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Upgrade;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Console\AccountCommand;
use Pulsanda\App\Job\Tidy;
use Pulsanda\Tests\App\ApiTestCase;
use Symfony\Component\Console\Tester\CommandTester;

/** The demo world of an older version, as bin/test has brought it back and up to date: it works as if it had been made today. */
final class UpgradeTest extends ApiTestCase
{
    private const OWN = 'the tide comes twice';

    protected function setUp(): void
    {
        parent::setUp();
        // What was judged by the older version is judged anew, as by the worker.
        $this->service(Tidy::class)->run();
        $this->work();
    }

    public function testATeacherFindsEverything(): void
    {
        $this->comeIn('odile');
        $today = $this->json($this->get('/api/today'));
        self::assertSame('Parade line, Tuesdays', $this->at($today, 'courses.0.name'));
        $titles = array_column((array) $today['assignments'], 'title');
        self::assertContains("Lamplighters' March", $titles);
        foreach ((array) $today['assignments'] as $one) {
            self::assertIsArray($one);
            foreach ((array) $one['parts'] as $part) {
                self::assertIsArray($part);
                $id = $part['id'];
                self::assertIsString($id);
                self::assertSame(200, $this->get("/api/parts/$id/marking")->getStatusCode());
            }
        }
        $course = $this->course();
        $term = $this->json($this->get("/api/courses/$course/term"));
        self::assertCount(20, (array) $term['students']);
        $marks = array_merge(...array_map(
            static fn (mixed $line): array => \is_array($line) ? array_column((array) $line['cells'], 'mark') : [],
            array_values((array) $term['students']),
        ));
        self::assertNotSame([], array_filter($marks), 'marks are as they were given');
    }

    #[DataProvider('attempts')]
    public function testABeatOfBeforeIsComparedAndAnswered(string $student): void
    {
        $this->comeIn('odile');
        $attempt = $this->attempt("Lamplighters' March", $student);
        self::assertIsArray($this->json($this->get("/api/attempts/$attempt"))['result']);
        $answer = ['mark' => 18, 'text' => 'Still here.'];
        self::assertSame(200, $this->send('PUT', "/api/attempts/$attempt/feedback", $answer)->getStatusCode());
        self::assertSame(200, $this->send('POST', "/api/attempts/$attempt/return", $answer)->getStatusCode());
        $this->comeIn($student);
        self::assertSame('Still here.', $this->at($this->json($this->get("/api/attempts/$attempt")), 'feedback.text'));
    }

    /** @return iterable<string, array{string}> */
    public static function attempts(): iterable
    {
        yield 'bo' => ['bo'];
        yield 'zoe' => ['zoe'];
    }

    public function testAStudentGoesOnBuilding(): void
    {
        $this->comeIn('haneul');
        $part = $this->part("Lamplighters' March");
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        self::assertSame('kick first', $this->at($bench, 'draft.note'));
        $draft = ['version' => $this->at($bench, 'draft.version'), 'pattern' => $this->at($bench, 'target'), 'note' => ''];
        self::assertSame(200, $this->send('PUT', "/api/parts/$part/draft", $draft)->getStatusCode());
    }

    public function testWhatWasReturnedStaysAsItWas(): void
    {
        $this->comeIn('ines');
        $attempt = $this->one(<<<'SQL'
            SELECT a.id FROM attempt a JOIN feedback f ON f.attempt_id = a.id JOIN account p ON p.id = a.student_id
            WHERE p.sign_in = 'ines' AND f.returned_at IS NOT NULL ORDER BY a.id LIMIT 1
            SQL);
        $work = $this->json($this->get("/api/attempts/$attempt"));
        self::assertNotSame('', $this->text($work, 'feedback.text'));
        self::assertEquals($this->one('SELECT mark::text FROM feedback WHERE attempt_id = ?', $attempt), $this->at($work, 'feedback.mark'));
        // Judged anew or not, what was suggested when it was returned is what it says.
        self::assertSame('', $this->one("SELECT coalesce(suggested_before::text, '') FROM attempt WHERE id = ?", $attempt));
    }

    public function testSoundsOfOnesOwnPlay(): void
    {
        $this->comeIn('odile');
        $sounds = (array) $this->json($this->get('/api/sounds'))['sounds'];
        self::assertSame($this->one('SELECT count(*)::text FROM own_sound'), (string) \count($sounds));
        foreach ($sounds as $sound) {
            self::assertIsArray($sound);
            $id = $sound['id'];
            self::assertIsString($id);
            self::assertSame('fLaC', substr((string) $this->get("/api/sounds/$id/file")->getContent(), 0, 4));
        }
    }

    private function comeIn(string $name): void
    {
        $command = new CommandTester($this->service(AccountCommand::class));
        self::assertSame(0, $command->execute(['do' => 'password', 'who' => $name]));
        self::assertSame(1, preg_match('/first password (\S+)/', $command->getDisplay(), $found));
        $password = $found[1] ?? '';
        $this->browser->getCookieJar()->clear();
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => $name, 'password' => $password])->getStatusCode());
        $own = ['old' => $password, 'password' => self::OWN." $name"];
        self::assertSame(204, $this->send('POST', '/api/password', $own)->getStatusCode());
    }
}
