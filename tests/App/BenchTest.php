<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;

/** A student's draft and handing in. */
final class BenchTest extends ApiTestCase
{
    public function testAnEmptySheetWithTheRowsOfTheTaskStandsReady(): void
    {
        $this->signIn('wren');
        $bench = $this->bench('Lamplighters\' March');
        self::assertSame(0, $this->at($bench, 'draft.version'));
        self::assertSame(['kick', 'snare', 'closed-hat', 'crash'], array_column($this->rows($bench), 'instrument'));
        self::assertSame(96, $this->at($bench, 'part.tempo.bpm'));
        self::assertIsArray($this->at($bench, 'target.sections'));
        self::assertSame([[0, 0], [3840, 3840]], $this->at($bench, 'music.groove'));
    }

    public function testAHiddenTargetNeverLeavesTheServer(): void
    {
        $this->signIn('wren');
        $content = (string) $this->get('/api/parts/'.$this->part('Ferry Rocker').'/bench')->getContent();
        self::assertNull($this->json($this->browser->getResponse())['target']);
        self::assertStringNotContainsString('"velocity"', $content, 'the start pattern is empty, so no hit stands in the answer');
        // Returned or not, an attempt at a hidden target carries no result and no target.
        $this->signIn('jun');
        $returned = $this->json($this->get('/api/attempts/'.$this->attempt('Ferry Rocker', 'jun')));
        self::assertNotNull($this->at($returned, 'feedback.returnedAt'));
        self::assertNull($returned['result']);
        self::assertNull($returned['target']);
        self::assertSame([], $returned['others']);
        self::assertStringNotContainsString('statements', (string) $this->browser->getResponse()->getContent());
    }

    public function testADraftIsKeptAndFoundAgain(): void
    {
        $this->signIn('wren');
        $bench = $this->bench('Lamplighters\' March');
        $pattern = $this->with($bench, 'kick', [['at' => 0, 'velocity' => 118]]);
        $kept = $this->json($this->save('Lamplighters\' March', 0, $pattern, 'Kick first'));
        self::assertSame(1, $kept['version']);
        $again = $this->bench('Lamplighters\' March');
        self::assertSame('Kick first', $this->at($again, 'draft.note'));
        self::assertSame([['at' => 0, 'velocity' => 118]], $this->rows($again)[0]['hits']);
        self::assertSame(2, $this->json($this->save('Lamplighters\' March', 1, $pattern, 'Kick on one'))['version']);
    }

    public function testASecondTabNeverOverwritesSilently(): void
    {
        $this->signIn('wren');
        $bench = $this->bench('Lamplighters\' March');
        $first = $this->with($bench, 'kick', [['at' => 0]]);
        $this->save('Lamplighters\' March', 0, $first);
        $conflict = $this->save('Lamplighters\' March', 0, $this->with($bench, 'snare', [['at' => 960]]));
        $this->assertProblem(409, 'another tab', $conflict);
        self::assertSame(1, $this->at($this->json($conflict), 'draft.version'));
        self::assertSame([['at' => 0]], $this->rows($this->bench('Lamplighters\' March'))[0]['hits'], 'the first tab\'s beat is untouched');
    }

    /** @param array<string, mixed> $change */
    #[DataProvider('notAllowed')]
    public function testWhatTheTaskFixesCannotBeChanged(array $change, string $sentence, string $path): void
    {
        $this->signIn('wren');
        $pattern = array_replace_recursive($this->with($this->bench('Lamplighters\' March'), 'kick', []), $change);
        $response = $this->save('Lamplighters\' March', 0, $pattern);
        $this->assertProblem(422, $sentence, $response);
        self::assertSame($path, $this->json($response)['path']);
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function notAllowed(): iterable
    {
        yield 'tempo' => [['tempo' => ['bpm' => 120]], 'fixes the tempo at 96', 'pattern.tempo'];
        yield 'swing' => [['swing' => ['percent' => 60]], 'fixes the swing', 'pattern.swing'];
        yield 'bars' => [['sections' => [['bars' => 3]]], 'has 2 bars', 'pattern.sections[0].bars'];
        yield 'instrument' => [
            ['sections' => [['rows' => [['instrument' => 'cowbell']]]]],
            'does not offer cowbell',
            'pattern.sections[0].rows[0].instrument',
        ];
        yield 'repeats' => [['order' => [['times' => 2]]], 'the task sets the order', 'pattern.order'];
        yield 'velocity' => [
            ['sections' => [['rows' => [['hits' => [['at' => 0, 'velocity' => 500]]]]]]],
            'out of range',
            'pattern.sections[0].rows[0].hits[0].velocity',
        ];
        yield 'unknown key' => [['owner' => 'me'], 'not known', 'pattern.owner'];
    }

    public function testBrokenBodiesAreRefused(): void
    {
        $this->signIn('wren');
        $path = '/api/parts/'.$this->part('Lamplighters\' March').'/draft';
        foreach (['' => 'not valid JSON', '[1' => 'not valid JSON', '[]' => 'an object', '{"version":0}' => 'missing'] as $body => $sentence) {
            $this->assertProblem(422, $sentence, $this->send('PUT', $path, $body));
        }
        $this->assertProblem(
            422,
            'shorten it',
            $this->save('Lamplighters\' March', 0, $this->with($this->bench('Lamplighters\' March'), 'kick', []), str_repeat('a', 501)),
        );
        $this->assertProblem(405, 'cannot be done', $this->send('DELETE', $path));
    }

    public function testHandingInComparesAndCountsTheAttempts(): void
    {
        $this->signIn('wren');
        $bench = $this->bench('Lamplighters\' March');
        $this->assertProblem(409, 'no hit in your beat yet', $this->handIn('Lamplighters\' March', 0, $this->with($bench, 'kick', [])));
        $answer = $this->handIn('Lamplighters\' March', 0, $this->with($bench, 'kick', [['at' => 0]]));
        self::assertSame(201, $answer->getStatusCode(), (string) $answer->getContent());
        self::assertSame(1, $this->at($this->json($answer), 'attempts.0.number'));
        $again = $this->handIn('Lamplighters\' March', 1, $this->with($bench, 'kick', [['at' => 0], ['at' => 1920]]));
        self::assertSame([2, 1], array_column((array) $this->at($this->json($again), 'attempts'), 'number'));
        $own = $this->json($this->get('/api/attempts/'.$this->attempt('Lamplighters\' March', 'wren')));
        self::assertNull($own['result'], 'not returned yet');
        self::assertNull($own['feedback']);
    }

    public function testAfterTheDueTimeNothingIsTaken(): void
    {
        $this->signIn('freya');
        $bench = $this->bench('Foghorn Shuffle');
        self::assertFalse($bench['open']);
        $this->assertProblem(
            409,
            'time for handing in is over',
            $this->handIn('Foghorn Shuffle', 0, $this->with($bench, 'kick', [['at' => 0]])),
        );
    }

    /** What was pressed before a task was due, and was on its way, is taken. It is late by its arrival until its teacher accepts its own time. */
    public function testAPressThatHadToWaitIsTakenAndItsTeacherSaysWhatCounts(): void
    {
        $this->one("UPDATE assignment SET due_at = now() - interval '1 minute' WHERE title = 'Foghorn Shuffle' RETURNING id");
        $this->signIn('freya');
        $bench = $this->bench('Foghorn Shuffle');
        $due = new \DateTimeImmutable($this->text($bench, 'assignment.dueAt'));
        $send = fn (string $at, string $press): \Symfony\Component\HttpFoundation\Response => $this->send(
            'POST',
            '/api/parts/'.$this->part('Foghorn Shuffle').'/attempts',
            ['version' => 0, 'pattern' => $this->with($bench, 'kick', [['at' => 0]]), 'note' => '', 'press' => $press, 'pressedAt' => $at],
        );
        [$first, $second] = ['0198a7c0-0000-7000-8000-000000000001', '0198a7c0-0000-7000-8000-000000000002'];
        $pressed = $due->modify('-30 seconds')->format(\DATE_ATOM);
        $this->assertProblem(409, 'is over', $send($due->modify('+30 seconds')->format(\DATE_ATOM), $first));
        $this->assertProblem(409, 'is over', $send('2099-01-01T00:00:00+00:00', $first));
        $this->assertProblem(409, 'is over', $send('2020-01-01T00:00:00+00:00', $first));
        $this->assertProblem(422, 'pressedAt', $send('a moment ago', $first));
        self::assertSame(201, $send($pressed, $first)->getStatusCode());
        $again = $this->json($send($pressed, $first));
        self::assertCount(1, (array) $again['attempts'], 'one press hands in once');
        $this->assertProblem(409, 'the same', $send($pressed, $second));
        $this->signIn('odile');
        $seen = $this->json($this->get('/api/attempts/'.$this->attempt('Foghorn Shuffle', 'freya')));
        self::assertSame($pressed, $this->at($seen, 'attempt.pressedAt'));
        self::assertGreaterThan($due, new \DateTimeImmutable($this->text($seen, 'attempt.handedInAt')));
        $attempt = '/api/attempts/'.$this->attempt('Foghorn Shuffle', 'freya');
        $late = function (string $who = 'freya'): mixed {
            $students = (array) $this->json($this->get('/api/parts/'.$this->part('Foghorn Shuffle').'/marking'))['students'];
            $freya = array_values(array_filter($students, fn (mixed $one): bool => \is_array($one) && $one['id'] === $this->account($who)))[0] ?? [];

            return $this->at($freya, 'attempts.0.late');
        };
        self::assertGreaterThan(0, $late());
        self::assertNull($this->at($this->json($this->get($attempt)), 'attempt.pressAccepted'));
        self::assertSame(204, $this->send('PUT', "$attempt/press", ['accepted' => true])->getStatusCode());
        self::assertSame(0, $late());
        self::assertSame(204, $this->send('PUT', "$attempt/press", ['accepted' => false, 'always' => true])->getStatusCode());
        self::assertGreaterThan(0, $late());
        $term = $this->json($this->get('/api/courses/'.$this->course().'/term'));
        self::assertStringContainsString('Foghorn', (string) json_encode($term));
        $other = '/api/attempts/'.$this->attempt('Foghorn Shuffle', 'bo');
        $this->assertProblem(409, 'only one time', $this->send('PUT', "$other/press", ['accepted' => true]));
        $this->signIn('bertil');
        self::assertSame(404, $this->send('PUT', "$attempt/press", ['accepted' => true])->getStatusCode());
    }

    public function testAPressIsNotBelievedWhereTheServerHeardFromThatPersonSince(): void
    {
        $this->one("UPDATE assignment SET due_at = now() - interval '1 hour' WHERE title = 'Foghorn Shuffle' RETURNING id");
        $this->signIn('freya');
        $bench = $this->bench('Foghorn Shuffle');
        $work = ['version' => 0, 'pattern' => $this->with($bench, 'kick', [['at' => 0]]), 'note' => ''];
        // The clock of the device was set back: half an hour ago a draft was saved here.
        $ferry = $this->bench('Ferry Rocker');
        $draft = ['version' => $this->at($ferry, 'draft.version'), 'pattern' => $this->with($ferry, 'kick', [['at' => 0]]), 'note' => 'on'];
        $this->send('PUT', '/api/parts/'.$this->part('Ferry Rocker').'/draft', $draft);
        $this->one("UPDATE draft SET saved_at = now() - interval '30 minutes' WHERE student_id = ? RETURNING id", $this->account('freya'));
        $press = [
            'press' => '0198a7c0-0000-7000-8000-000000000004',
            'pressedAt' => (new \DateTimeImmutable('-2 hours'))->format(\DATE_ATOM),
        ];
        $this->assertProblem(409, 'is over', $this->send('POST', '/api/parts/'.$this->part('Foghorn Shuffle').'/attempts', $work + $press));
    }

    public function testInAnArchivedClassNothingIsSaved(): void
    {
        $this->signIn('freya');
        $bench = $this->bench('Ferry Rocker');
        $this->one('UPDATE course SET archived_at = now() WHERE id = ? RETURNING id', $this->course());
        $draft = ['version' => $this->at($bench, 'draft.version'), 'pattern' => $this->at($bench, 'draft.pattern'), 'note' => 'later'];
        $path = '/api/parts/'.$this->part('Ferry Rocker').'/draft';
        $this->assertProblem(409, 'is archived', $this->send('PUT', $path, $draft));
    }

    public function testAPressThatHadToWaitLeavesTheDraftWhichWentOn(): void
    {
        $this->signIn('wren');
        $bench = $this->bench('Lamplighters\' March');
        $this->save('Lamplighters\' March', 0, $this->with($bench, 'kick', [['at' => 0], ['at' => 1920]]));
        $answer = $this->send('POST', '/api/parts/'.$this->part('Lamplighters\' March').'/attempts', [
            'version' => 0, 'pattern' => $this->with($bench, 'kick', [['at' => 0]]), 'note' => '',
            'press' => '0198a7c0-0000-7000-8000-000000000003', 'pressedAt' => gmdate(\DATE_ATOM),
        ]);
        self::assertSame(201, $answer->getStatusCode(), (string) $answer->getContent());
        self::assertSame(1, $this->at($this->json($answer), 'draft.version'));
        $now = $this->bench('Lamplighters\' March');
        self::assertSame([['at' => 0], ['at' => 1920]], $this->at($now, 'draft.pattern.sections.0.rows.0.hits'));
    }

    public function testABeatThatWasPlayedInSaysHowItLiesToItsStudentAndItsTeacher(): void
    {
        $this->signIn('wren');
        $title = 'Lamplighters\' March';
        $hits = array_map(static fn (int $beat): array => ['at' => 960 * $beat, 'push' => 30], range(0, 7));
        self::assertSame(201, $this->handIn($title, 0, $this->with($this->bench($title), 'snare', $hits))->getStatusCode());
        // 30 ticks at ♩ = 96 are 19.5 ms.
        $attempt = '/api/attempts/'.$this->attempt($title, 'wren');
        self::assertSame(19.5, $this->at($this->json($this->get($attempt)), 'played.rows.0.median'));
        $this->signIn('odile');
        self::assertSame(19.5, $this->at($this->json($this->get($attempt)), 'played.rows.0.median'));
        $picture = $this->json($this->get('/api/parts/'.$this->part($title).'/picture'));
        $played = array_column((array) $picture['beats'], 'played', 'name');
        self::assertSame(['median' => 19.5, 'spread' => 0], $played['Wren']);
        self::assertNull($played['Bo'], 'clicked');
    }

    public function testATaskAsksForABeatThatIsDrummedInAndTellsHowItCameAbout(): void
    {
        $title = "Lamplighters' March";
        $this->signIn('odile');
        $id = $this->assignment($title);
        $plan = $this->input($id);
        self::assertIsArray($plan['parts'][0]['freedom']);
        $plan['parts'][0]['freedom']['played'] = 3;
        $this->assertProblem(422, 'played: 3 is out of range; use 5 to 100.', $this->send('PUT', "/api/assignments/$id", $plan));
        $plan['parts'][0]['freedom']['played'] = 40;
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $plan)->getStatusCode());

        $this->signIn('wren');
        self::assertSame(40, $this->at($bench = $this->bench($title), 'part.freedom.played'));
        self::assertSame([], $this->at($bench, 'given.sections.0.rows.0.hits'), 'what they began with');
        $snares = array_map(static fn (int $i): array => ['at' => 960 + 1920 * $i, 'push' => 60, 'struck' => 60], range(0, 3));
        self::assertSame(201, $this->handIn($title, 0, $this->with($bench, 'snare', [...$snares, ['at' => 0]]))->getStatusCode());
        $attempt = '/api/attempts/'.$this->attempt($title, 'wren');
        $read = $this->json($this->get($attempt));
        self::assertSame(['hits' => 5, 'struck' => 4, 'drawn' => 0], $this->at($read, 'cameAbout'));
        $this->signIn('odile');
        $read = $this->json($this->get($attempt));
        self::assertSame(['hits' => 5, 'struck' => 4, 'drawn' => 0], $this->at($read, 'cameAbout'));
        // 39 ms late: in its place, and in time.
        $snare = array_filter((array) $this->at($read, 'result.pairs'), static fn (mixed $one): bool => \is_array($one) && 'snare' === $one['instrument']);
        self::assertSame(['match', 'match', 'match', 'match', 'missing'], array_column($snare, 'status'));
        self::assertSame([60, 60, 60, 60, null], array_column($snare, 'ticks'));
    }

    /** @return array<string, mixed> */
    private function bench(string $title): array
    {
        return $this->json($this->get('/api/parts/'.$this->part($title).'/bench'));
    }

    private function save(string $title, int $version, mixed $pattern, string $note = ''): \Symfony\Component\HttpFoundation\Response
    {
        return $this->send(
            'PUT',
            '/api/parts/'.$this->part($title).'/draft',
            ['version' => $version, 'pattern' => $pattern, 'note' => $note],
        );
    }

    private function handIn(string $title, int $version, mixed $pattern): \Symfony\Component\HttpFoundation\Response
    {
        return $this->send(
            'POST',
            '/api/parts/'.$this->part($title).'/attempts',
            ['version' => $version, 'pattern' => $pattern, 'note' => ''],
        );
    }

    /**
     * @param array<string, mixed> $bench
     *
     * @return list<array<string, mixed>>
     */
    private function rows(array $bench): array
    {
        /** @var list<array<string, mixed>> */
        return $this->at($bench, 'draft.pattern.sections.0.rows');
    }

    /**
     * @param array<string, mixed>       $bench
     * @param list<array<string, mixed>> $hits
     *
     * @return array<string, mixed> the bench's pattern with these hits in a row
     */
    private function with(array $bench, string $instrument, array $hits): array
    {
        $rows = array_map(
            static fn (array $row): array => $instrument === $row['instrument'] ? ['hits' => $hits] + $row : $row,
            $this->rows($bench),
        );

        /** @var array<string, mixed> */
        return array_replace_recursive((array) $this->at($bench, 'draft.pattern'), ['sections' => [['rows' => $rows]]]);
    }
}
