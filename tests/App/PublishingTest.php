<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Symfony\Component\HttpFoundation\Response;

/** What is published can be taken back while nobody has handed in, closed, and opened again. */
final class PublishingTest extends ApiTestCase
{
    private const TASK = 'Ferry Rocker';

    public function testIsTakenBackWhileNobodyHasHandedIn(): void
    {
        $this->signIn('odile');
        $this->assertProblem(409, 'handed in already', $this->step('Lamplighters\' March', 'withdraw'));
        $plan = $this->json($this->get('/api/assignments/'.$this->assignment('Lamplighters\' March')));
        self::assertNotNull($plan['publishedAt']);
        $id = $this->published();
        $this->signIn('wren');
        $part = $this->one('SELECT id FROM part WHERE assignment_id = ?', $id);
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        $draft = ['version' => 0, 'pattern' => $this->at($bench, 'draft.pattern'), 'note' => 'mine'];
        self::assertSame(200, $this->send('PUT', "/api/parts/$part/draft", $draft)->getStatusCode());
        $this->signIn('odile');
        self::assertNull($this->json($this->send('POST', "/api/assignments/$id/withdraw"))['publishedAt']);
        self::assertNull($this->json($this->send('POST', "/api/assignments/$id/withdraw"))['publishedAt'], 'twice is once');
        $this->signIn('wren');
        self::assertSame(404, $this->get("/api/parts/$part/bench")->getStatusCode());
        self::assertNotContains($part, array_column((array) $this->json($this->get('/api/today'))['tasks'], 'partId'));
        $this->signIn('odile');
        $this->send('POST', "/api/assignments/$id/publish");
        $this->signIn('wren');
        self::assertSame('mine', $this->at($this->json($this->get("/api/parts/$part/bench")), 'draft.note'), 'what was begun is kept');
        self::assertSame(
            'publish withdraw publish',
            $this->one("SELECT string_agg(what, ' ' ORDER BY id) FROM audit_entry WHERE subject = ?", $id),
        );
    }

    public function testIsClosedAndOpenedAgain(): void
    {
        $this->signIn('odile');
        self::assertNotNull($this->json($this->step(self::TASK, 'close'))['closedAt']);
        $this->signIn('freya');
        $part = $this->part(self::TASK);
        $bench = $this->json($this->get("/api/parts/$part/bench"));
        self::assertFalse($bench['open']);
        $task = array_column((array) $this->json($this->get('/api/today'))['tasks'], null, 'partId')[$part];
        self::assertIsArray($task);
        self::assertNotNull($task['closedAt']);
        $hand = ['version' => $this->at($bench, 'draft.version'), 'pattern' => $this->drawn($bench), 'note' => ''];
        $this->assertProblem(409, 'is over', $this->send('POST', "/api/parts/$part/attempts", $hand));
        $this->signIn('odile');
        self::assertNull($this->json($this->step(self::TASK, 'reopen'))['closedAt']);
        $this->signIn('freya');
        self::assertSame(201, $this->send('POST', "/api/parts/$part/attempts", $hand)->getStatusCode());
    }

    public function testWhatIsNotPublishedIsNotClosedAndStrangersDoNothing(): void
    {
        $this->signIn('odile');
        $id = $this->published();
        $this->send('POST', "/api/assignments/$id/withdraw");
        $this->assertProblem(409, 'not published', $this->send('POST', "/api/assignments/$id/close"));
        $this->signIn('ines');
        foreach (['withdraw', 'close', 'reopen'] as $what) {
            self::assertSame(404, $this->step(self::TASK, $what)->getStatusCode(), $what);
        }
    }

    private function step(string $title, string $what): Response
    {
        return $this->send('POST', '/api/assignments/'.$this->assignment($title)."/$what");
    }

    /** A task of one part that nobody has handed in, published. */
    private function published(): string
    {
        $input = $this->input($this->assignment('Lamplighters\' March'));
        $plan = ['title' => 'Quay Walk', 'courseId' => $this->course(), 'parts' => [['id' => null] + $input['parts'][0]]];
        unset($input['version']);
        $id = $this->text($this->json($this->send('POST', '/api/assignments', $plan + ['dueAt' => null] + $input)), 'id');
        self::assertSame(200, $this->send('POST', "/api/assignments/$id/publish")->getStatusCode());

        return $id;
    }

    /**
     * @param array<string, mixed> $bench
     *
     * @return array<string, mixed>
     */
    private function drawn(array $bench): array
    {
        /** @var array{sections: array{array{rows: array{array{hits: list<array{at: int}>}}}}} $pattern */
        $pattern = $this->at($bench, 'draft.pattern');
        $pattern['sections'][0]['rows'][0]['hits'] = [['at' => 240]];

        return $pattern;
    }
}
