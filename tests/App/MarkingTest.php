<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

/** The teacher's way: plan, publish, compare, answer, return. */
final class MarkingTest extends ApiTestCase
{
    private const TARGET = [
        'format' => 'pulsanda-pattern',
        'version' => 1,
        'title' => 'Tide bell',
        'meter' => ['count' => 3, 'unit' => 4],
        'tempo' => ['bpm' => 88],
        'kit' => 'boathouse',
        'sections' => [['name' => 'A', 'bars' => 1, 'rows' => [['instrument' => 'kick', 'hits' => [['at' => 0]]]]]],
    ];

    private const PART = ['view' => 'seen', 'instruments' => ['kick', 'snare'], 'targets' => [self::TARGET], 'policy' => ['points' => 10]];

    public function testAnAssignmentIsPlannedTriedAndPublished(): void
    {
        $this->signIn('odile');
        $made = $this->send('POST', '/api/assignments', $this->plan());
        self::assertSame(201, $made->getStatusCode(), (string) $made->getContent());
        $id = $this->text($this->json($made), 'id');
        $part = $this->text($this->json($made), 'parts.0.id');
        $tried = $this->json($this->send('POST', "/api/parts/$part/try", ['pattern' => self::TARGET]));
        self::assertSame(10, $this->at($tried, 'result.mark'));
        $this->signIn('wren');
        $this->assertProblem(404, 'not yours', $this->get("/api/parts/$part/bench"));
        $this->signIn('odile');
        self::assertNotNull($this->json($this->send('POST', "/api/assignments/$id/publish"))['publishedAt']);
        $this->assertProblem(409, 'is published', $this->send('DELETE', "/api/assignments/$id"));
        $this->signIn('wren');
        self::assertContains('Tide bell', array_column((array) $this->json($this->get('/api/today'))['tasks'], 'title'));
        self::assertSame(200, $this->get("/api/parts/$part/bench")->getStatusCode());
    }

    public function testAPlanIsKeptBeforeItHasAName(): void
    {
        $this->signIn('odile');
        $id = '0190f1c0-0000-4000-8000-000000000001';
        $input = ['title' => '', 'id' => $id, 'courseId' => $this->course()] + $this->input($this->assignment('Heron Step'));
        unset($input['version']);
        $input['parts'] = array_map(static fn (array $part): array => array_diff_key($part, ['id' => true]), $input['parts']);
        $plan = $this->json($this->send('POST', '/api/assignments', $input));
        self::assertSame([$id, '', 1], [$plan['id'], $plan['title'], $plan['version']]);
        // The answer was lost, and the page sends it again: there is one.
        self::assertSame($plan, $this->json($this->send('POST', '/api/assignments', $input)));
        $this->assertProblem(409, 'another tab', $this->send('POST', '/api/assignments', ['brief' => 'Other'] + $input));
        $this->assertProblem(422, 'no name yet', $this->send('POST', "/api/assignments/$id/publish"));
        $today = $this->json($this->get('/api/today'));
        self::assertContains('', array_column((array) $today['assignments'], 'title'));
        $named = ['title' => 'Quay', 'version' => 1] + $this->input($id);
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $named)->getStatusCode());
        self::assertSame(200, $this->send('POST', "/api/assignments/$id/publish")->getStatusCode());
        $this->assertProblem(422, 'title', $this->send('PUT', "/api/assignments/$id", ['title' => ' ', 'version' => 2] + $named));
        // Nobody takes another's plan by its id.
        $this->signIn('bertil');
        $theirs = ['courseId' => $this->course('Gull deck, Fridays')] + $input;
        self::assertSame(404, $this->send('POST', '/api/assignments', $theirs)->getStatusCode());
    }

    #[\PHPUnit\Framework\Attributes\TestWith(['2027-02-31T18:00:00+00:00'])]
    #[\PHPUnit\Framework\Attributes\TestWith(['0000-01-01T18:00:00+00:00'])]
    #[\PHPUnit\Framework\Attributes\TestWith(['2027-01-01T18:00:00+99:99'])]
    #[\PHPUnit\Framework\Attributes\TestWith(['2027-01-01T24:00:01+00:00'])]
    #[\PHPUnit\Framework\Attributes\TestWith(['+1 day'])]
    public function testADueTimeThatNoCalendarHasIsRefused(string $due): void
    {
        $this->signIn('odile');
        $this->assertProblem(422, 'dueAt', $this->send('POST', '/api/assignments', ['dueAt' => $due] + $this->plan()));
    }

    public function testAPlanThatMakesNoSenseIsNamed(): void
    {
        $this->signIn('odile');
        $plan = $this->plan();
        foreach ([
            'title' => ['title' => str_repeat('a', 121)] + $plan,
            'dueAt' => ['dueAt' => 'tomorrow'] + $plan,
            'parts' => ['parts' => []] + $plan,
            'parts[0].view' => array_replace_recursive($plan, ['parts' => [['view' => 'perhaps']]]),
            'parts[0].instruments[1]' => array_replace_recursive($plan, ['parts' => [['instruments' => [1 => 'gong']]]]),
            'parts[0].targets[0].sections[0].bars' => array_replace_recursive(
                $plan,
                ['parts' => [['targets' => [['sections' => [['bars' => 17]]]]]]],
            ),
            'parts[0].targets[0].tempo.bpm' => array_replace_recursive($plan, ['parts' => [['targets' => [['tempo' => ['bpm' => 5]]]]]]),
            'parts[0].policy.points' => array_replace_recursive($plan, ['parts' => [['policy' => ['points' => -1]]]]),
        ] as $path => $wrong) {
            $response = $this->send('POST', '/api/assignments', $wrong);
            self::assertSame(
                [422, $path],
                [$response->getStatusCode(), $this->json($response)['path'] ?? null],
                (string) $response->getContent(),
            );
        }
        $empty = $plan;
        $empty['parts'] = [
            [
                'targets' => [
                    array_replace(
                        self::TARGET,
                        ['sections' => [['name' => 'A', 'bars' => 1, 'rows' => [['instrument' => 'kick', 'hits' => []]]]]],
                    ),
                ],
            ] + self::PART,
        ];
        $id = $this->text($this->json($this->send('POST', '/api/assignments', $empty)), 'id');
        $this->assertProblem(422, 'draw it before you publish', $this->send('POST', "/api/assignments/$id/publish"));
        self::assertSame(204, $this->send('DELETE', "/api/assignments/$id")->getStatusCode());
    }

    public function testTheSheetStaysAsItIsOnceSomebodyHasHandedIn(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Lamplighters\' March');
        $input = $this->input($id);
        $input['title'] = 'Lamplighters, again';
        self::assertSame('Lamplighters, again', $this->json($this->send('PUT', "/api/assignments/$id", $input))['title']);
        $input['version'] = $this->input($id)['version'];
        $input['parts'][0]['instruments'] = ['kick', 'snare', 'closed-hat', 'crash', 'ride'];
        $input['parts'][0]['start'] = null;
        $this->assertProblem(409, 'Work is handed in', $this->send('PUT', "/api/assignments/$id", $input));
        $this->assertProblem(
            409,
            'part 1 already',
            $this->send('PUT', "/api/assignments/$id", ['parts' => [['id' => null] + $this->input($id)['parts'][0]]] + $input),
        );
    }

    public function testTheMarkingTableShowsTheClassInAFixedNumberOfQueries(): void
    {
        $this->signIn('odile');
        $list = $this->json($this->get('/api/parts/'.$this->part('Lamplighters\' March').'/marking'));
        $students = (array) $list['students'];
        self::assertCount(20, $students);
        $byName = array_column($students, null, 'name');
        self::assertIsArray($byName['Ines Caldeira']);
        self::assertSame([2, 1], array_column((array) $byName['Ines Caldeira']['attempts'], 'number'));
        self::assertSame(['to-mark', 'returned'], array_column((array) $byName['Ines Caldeira']['attempts'], 'state'));
        self::assertIsArray($byName['Wren']);
        self::assertSame([], $byName['Wren']['attempts']);
    }

    public function testAnAttemptIsAnsweredAndReturned(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt('Lamplighters\' March', 'zoe');
        $shown = $this->json($this->get($attempt));
        self::assertSame('Kick: a hit is missing on beat 3 in every bar; add it.', $this->at($shown, 'result.statements.0.text'));
        self::assertSame('', $this->at($shown, 'feedback.text'));
        $this->send('PUT', "$attempt/feedback", ['mark' => null, 'text' => 'Kick on three, please.']);
        self::assertSame('Kick on three, please.', $this->at($this->json($this->get($attempt)), 'feedback.text'));
        $this->signIn('zoe');
        self::assertNull($this->json($this->get($attempt))['feedback'], 'begun, but not returned');
        $this->signIn('odile');
        $this->assertProblem(422, 'give a mark', $this->send('POST', "$attempt/return", ['mark' => null, 'text' => '']));
        $this->assertProblem(422, 'out of range', $this->send('POST', "$attempt/return", ['mark' => 20.5, 'text' => '']));
        $back = $this->json($this->send('POST', "$attempt/return", ['mark' => 17, 'text' => "Kick on three.\nWell walked."]));
        self::assertNotNull($back['returnedAt']);
        self::assertSame($this->attempt('Lamplighters\' March', 'thorunn'), $back['next'], 'the next in the list who waits');
        $this->signIn('zoe');
        $returned = $this->json($this->get($attempt));
        self::assertSame(
            ["Kick on three.\nWell walked.", 17],
            [$this->at($returned, 'feedback.text'), $this->at($returned, 'feedback.mark')],
        );
        self::assertIsArray($this->at($returned, 'target.sections'), 'the target of this task may be seen');
        self::assertCount(1, (array) $this->at($returned, 'result.statements'));
    }

    public function testTodaySaysWhatWaits(): void
    {
        $this->signIn('odile');
        $today = $this->json($this->get('/api/today'));
        $byTitle = array_column((array) $today['assignments'], null, 'title');
        self::assertIsArray($byTitle['Lamplighters\' March']);
        self::assertSame(
            [13, 12],
            [$this->at($byTitle, 'Lamplighters\' March.parts.0.handedIn'), $this->at($byTitle, 'Lamplighters\' March.parts.0.toMark')],
        );
        self::assertCount(2, (array) $this->at($byTitle, 'Slack Tide / Spring Tide.parts'));
        $this->signIn('ines');
        $tasks = array_column((array) $this->json($this->get('/api/today'))['tasks'], null, 'title');
        self::assertArrayNotHasKey('Heron Step', $tasks, 'not published');
        self::assertSame(20, $this->at($tasks, 'Foghorn Shuffle.attempt.mark'));
        self::assertNull($this->at($tasks, 'Lamplighters\' March.attempt.mark'), 'the second attempt is not returned yet');
    }

    public function testWhoHasLeftTheClassDoesNotWaitAnyMore(): void
    {
        $this->signIn('odile');
        $march = fn (): array => array_column((array) $this->json($this->get('/api/today'))['assignments'], null, 'title');
        $before = $this->at($march(), 'Lamplighters\' March.parts.0.toMark');
        $current = '/api/attempts/'.$this->attempt('Lamplighters\' March', 'ines');
        $next = $this->at($this->json($this->get($current)), 'next');
        self::assertIsInt($before);
        self::assertIsString($next);
        $this->entities()->getConnection()->executeStatement(
            'DELETE FROM enrolment WHERE student_id = (SELECT student_id FROM attempt WHERE id = ?)',
            [$next],
        );
        self::assertSame($before - 1, $this->at($march(), 'Lamplighters\' March.parts.0.toMark'));
        self::assertNotSame($next, $this->at($this->json($this->get($current)), 'next'));
    }

    public function testMusicForSettingsThatAreNotSavedYet(): void
    {
        $this->signIn('odile');
        $music = $this->json(
            $this->send(
                'POST',
                '/api/music',
                ['meter' => ['count' => 6, 'unit' => 8], 'swing' => ['percent' => 60, 'unit' => 16], 'bars' => 2, 'counting' => 'steps'],
            ),
        );
        self::assertSame([2880, 480, [240, 288]], [$music['barTicks'], $music['beatTicks'], $this->at($music, 'groove.1')]);
        $this->assertProblem(
            422,
            'bars',
            $this->send(
                'POST',
                '/api/music',
                ['meter' => ['count' => 6, 'unit' => 8], 'swing' => ['percent' => 50], 'bars' => 99, 'counting' => 'steps'],
            ),
        );
    }

    /** @return array<string, mixed> */
    private function plan(): array
    {
        return [
            'courseId' => $this->course(),
            'title' => 'Tide bell',
            'brief' => '',
            'dueAt' => '2099-01-01T18:00:00+01:00',
            'parts' => [self::PART],
        ];
    }
}
