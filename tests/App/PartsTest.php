<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

/** Assignments of several parts, what they ask, and what happens when that changes. */
final class PartsTest extends ApiTestCase
{
    private const TASK = 'Slack Tide / Spring Tide';

    public function testAPartOpensWhenTheOneBeforeIsRight(): void
    {
        $spring = '/api/parts/'.$this->part(self::TASK, 2);
        $this->signIn('amara');
        $this->assertProblem(409, 'Part 2 opens when part 1 is right', $this->get("$spring/bench"));
        $this->assertProblem(409, 'Part 2 opens', $this->send('PUT', "$spring/draft", []));
        $this->assertProblem(409, 'Part 2 opens', $this->send('POST', "$spring/attempts", []));
        self::assertSame([false, true], array_column($this->tasks(), 'waiting'));
        $slack = '/api/parts/'.$this->part(self::TASK);
        $bench = $this->json($this->get("$slack/bench"));
        self::assertSame([3, 1], [$this->at($bench, 'checked.passed'), $this->at($bench, 'checked.failed')]);
        self::assertSame('One pass lasts 2 to 8 bars.', $this->at($bench, 'asks.1.text'));
        $pattern = $this->at($bench, 'draft.pattern');
        self::assertIsArray($pattern);
        self::assertIsArray($pattern['sections']);
        $pattern['order'] = [['section' => $this->at($pattern, 'sections.0.name'), 'times' => 2]];
        $kept = $this->json(
            $this->send('PUT', "$slack/draft", ['version' => $this->at($bench, 'draft.version'), 'pattern' => $pattern, 'note' => '']),
        );
        self::assertSame(4, $this->at($kept, 'checked.passed'), 'the list ticks itself as the beat is kept');
        $handed = $this->send('POST', "$slack/attempts", ['version' => $kept['version'], 'pattern' => $pattern, 'note' => '']);
        self::assertSame(201, $handed->getStatusCode(), (string) $handed->getContent());
        self::assertFalse($this->at($this->json($handed), 'parts.1.waiting'));
        self::assertSame(200, $this->get("$spring/bench")->getStatusCode());
        self::assertSame([false, false], array_column($this->tasks(), 'waiting'));
    }

    public function testRequirementsAreNotTickedWhereTheTeacherDoesNotWant(): void
    {
        $this->signIn('odile');
        $input = $this->input($this->assignment(self::TASK));
        $input['parts'][0]['help'] = ['ticks' => false];
        self::assertSame(200, $this->send('PUT', '/api/assignments/'.$this->assignment(self::TASK), $input)->getStatusCode());
        $this->signIn('amara');
        $bench = $this->json($this->get('/api/parts/'.$this->part(self::TASK).'/bench'));
        self::assertNull($bench['checked']);
        self::assertCount(4, (array) $bench['asks'], 'what is asked is still said');
    }

    public function testPartsAreAddedMovedAndTakenAway(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Heron Step');
        $input = $this->input($id);
        $second = ['id' => null, 'waits' => true] + $input['parts'][0];
        $input['parts'][] = $second;
        $changed = $this->json($this->send('PUT', "/api/assignments/$id", $input));
        self::assertSame([1, 2], array_column((array) $changed['parts'], 'position'));
        self::assertTrue($this->at($changed, 'parts.1.waits'));
        $input = $this->input($id);
        $input['parts'] = [['waits' => false] + $input['parts'][1], $input['parts'][0]];
        $moved = $this->json($this->send('PUT', "/api/assignments/$id", $input));
        self::assertSame($input['parts'][0]['id'], $this->at($moved, 'parts.0.id'));
        $input = $this->input($id);
        $input['parts'] = [$input['parts'][0]];
        self::assertCount(1, (array) $this->json($this->send('PUT', "/api/assignments/$id", $input))['parts']);
    }

    public function testPartsHaveANameAndABriefOfTheirOwn(): void
    {
        $this->signIn('odile');
        $id = $this->assignment(self::TASK);
        $input = $this->input($id);
        $input['parts'][1] = ['name' => '  The lively one ', 'brief' => "Twice as many hats.\nNo crash."] + $input['parts'][1];
        $changed = $this->json($this->send('PUT', "/api/assignments/$id", $input));
        self::assertSame(['', 'The lively one'], array_column((array) $changed['parts'], 'name'));
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $input)->getStatusCode(), 'sent again, it is the same');
        $this->assertProblem(409, 'another tab', $this->send('PUT', "/api/assignments/$id", array_replace_recursive(
            $input,
            ['parts' => [1 => ['name' => 'Another one']]],
        )));
        $wrong = $this->input($id);
        foreach (['name' => str_repeat('a', 61), 'brief' => str_repeat('a', 2001)] as $key => $text) {
            $parts = $wrong['parts'];
            $parts[1][$key] = $text;
            $this->assertProblem(422, "parts[1].$key", $this->send('PUT', "/api/assignments/$id", ['parts' => $parts] + $wrong));
        }
        $this->signIn('amara');
        $bench = $this->json($this->get('/api/parts/'.$this->part(self::TASK).'/bench'));
        self::assertSame(['', 'The lively one'], array_column((array) $bench['parts'], 'name'));
        $today = array_column((array) $this->json($this->get('/api/today'))['tasks'], 'name', 'partId');
        self::assertSame('The lively one', $today[$this->part(self::TASK, 2)]);
    }

    public function testAChangedTargetIsToldThenComparedAgainAndMarksStay(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Lamplighters\' March');
        $input = $this->input($id);
        // Without the snare that leads into the next lamp, its lack is no mistake any more.
        $snare = $this->at($input, 'parts.0.targets.0.sections.0.rows.1.hits');
        self::assertIsArray($snare);
        array_pop($snare);
        $input = array_replace_recursive(
            $input,
            ['parts' => [['targets' => [['sections' => [['rows' => [1 => ['instrument' => 'snare']]]]]]]]],
        );
        $input['parts'][0]['targets'][0]['sections'][0]['rows'][1]['hits'] = $snare;
        $effect = $this->json($this->send('POST', "/api/assignments/$id/effect", $input));
        self::assertSame(13, $this->at($effect, 'parts.0.attempts'));
        $changes = array_column((array) $this->at($effect, 'parts.0.changes'), null, 'student');
        self::assertArrayHasKey('Ines Caldeira', $changes);
        self::assertSame([20, []], [$this->at($changes, 'Ines Caldeira.after'), $this->at($changes, 'Ines Caldeira.new')]);
        self::assertSame(18, $this->at($changes, 'יעל ברק.mark'), 'the teacher\'s own mark is named');
        self::assertNotSame(20, $this->suggested('ines', 2), 'nothing has changed yet');
        $saved = $this->send('PUT', "/api/assignments/$id", $input);
        self::assertSame(200, $saved->getStatusCode(), (string) $saved->getContent());
        self::assertSame(['done' => 0, 'total' => 14, 'failed' => 0], $this->json($saved)['recomparing']);
        $this->work();
        self::assertSame(20, $this->suggested('ines', 2));
        self::assertNull($this->json($this->get("/api/assignments/$id"))['recomparing']);
        self::assertSame(
            18,
            $this->at($this->json($this->get('/api/attempts/'.$this->attempt('Lamplighters\' March', 'yael'))), 'feedback.mark'),
        );
    }

    public function testWordsAndHelpChangeNobodysMark(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Lamplighters\' March');
        $input = $this->input($id);
        $input['brief'] = 'Walk slowly.';
        $input['parts'][0]['help'] = ['ask' => 'places', 'times' => 1];
        self::assertSame(['parts' => []], $this->json($this->send('POST', "/api/assignments/$id/effect", $input)));
        $saved = $this->json($this->send('PUT', "/api/assignments/$id", $input));
        self::assertNull($saved['recomparing']);
        $this->signIn('wren');
        self::assertSame(
            ['places', 1],
            [
                $this->at($this->json($this->get('/api/parts/'.$this->part('Lamplighters\' March').'/bench')), 'help.ask'),
                $this->at($this->json($this->get('/api/parts/'.$this->part('Lamplighters\' March').'/bench')), 'help.checksLeft'),
            ],
        );
    }

    public function testARuleThatIsAddedCountsForBeatsThatAreHandedIn(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Lamplighters\' March');
        $input = $this->input($id);
        $input['parts'][0]['requirements'] = [['kind' => 'note-words', 'least' => 3, 'points' => 5]];
        $effect = $this->json($this->send('POST', "/api/assignments/$id/effect", $input));
        $changes = array_column((array) $this->at($effect, 'parts.0.changes'), null, 'student');
        self::assertSame([20, 25], [$this->at($changes, 'Bo.before'), $this->at($changes, 'Bo.after')]);
        self::assertSame(['0 words about your work; write at least 3.'], $this->at($changes, 'Amara Obi.new'));
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $input)->getStatusCode());
        $this->work();
        self::assertSame(25.0, $this->suggestedNumber('bo', 1));
        self::assertSame(25, $this->at($this->json($this->get("/api/assignments/$id")), 'parts.0.points'));
    }

    public function testSeveralTargetsAreAllReportedAndTheBestCounts(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Lamplighters\' March');
        $input = $this->input($id);
        $late = $this->at($this->json($this->get('/api/attempts/'.$this->attempt('Lamplighters\' March', 'amara'))), 'attempt.pattern');
        self::assertIsArray($input['parts'][0]['targets']);
        $input['parts'][0]['targets'][] = $late;
        self::assertSame(200, $this->send('PUT', "/api/assignments/$id", $input)->getStatusCode());
        $this->work();
        $attempt = $this->json($this->get('/api/attempts/'.$this->attempt('Lamplighters\' March', 'amara')));
        self::assertSame([1, 20, 20], [$this->at($attempt, 'result.target'), $this->at($attempt, 'result.mark'), $attempt['suggested']]);
        self::assertSame($late, $attempt['target']);
        self::assertSame([0], array_column((array) $attempt['others'], 'target'));
        $picture = '/api/parts/'.$this->part('Lamplighters\' March').'/picture?target=';
        $second = $this->json($this->get($picture.'1'));
        self::assertSame(1, $second['shown']);
        self::assertCount(2, (array) $second['nearest']);
        self::assertGreaterThan(0, $this->at($second, 'nearest.1'), 'Amara has played the second');
        self::assertSame(404, $this->get($picture.'2')->getStatusCode());
        $this->signIn('wren');
        self::assertSame(
            [$late],
            $this->json($this->get('/api/parts/'.$this->part('Lamplighters\' March').'/bench'))['others'],
            'a further target may be seen as well',
        );
    }

    public function testPoliciesAreWeighedOnARealSubmission(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt('Lamplighters\' March', 'amara');
        $weighed = $this->json(
            $this->send(
                'POST',
                "$attempt/weigh",
                ['policies' => [['points' => 20], ['points' => 20, 'grace' => 240], ['points' => 10, 'weights' => ['placement' => 1, 'dynamics' => 0, 'feel' => 0, 'tempo' => 0, 'form' => 0]]]],
            ),
        );
        self::assertSame('Snare: every hit is one sixteenth late.', $this->at($weighed, 'marks.0.said.0'));
        self::assertGreaterThan(
            $this->at($weighed, 'marks.0.mark'),
            $this->at($weighed, 'marks.1.mark'),
            'within a wider grace it is in its place',
        );
        self::assertLessThan(10, $this->at($weighed, 'marks.2.mark'));
        $this->assertProblem(422, 'policies[0].grace', $this->send('POST', "$attempt/weigh", ['policies' => [['grace' => -1]]]));
        $this->assertProblem(422, 'policies', $this->send('POST', "$attempt/weigh", ['policies' => []]));
    }

    private function suggestedNumber(string $student, int $number): float
    {
        $suggested = $this->suggested($student, $number);
        self::assertIsNumeric($suggested);

        return (float) $suggested;
    }

    private function suggested(string $student, int $number): mixed
    {
        return $this->json($this->get('/api/attempts/'.$this->attempt('Lamplighters\' March', $student, $number)))['suggested'];
    }

    /** @return list<mixed> this task's parts on a student's day */
    private function tasks(): array
    {
        return array_values(
            array_filter(
                (array) $this->json($this->get('/api/today'))['tasks'],
                static fn (mixed $task): bool => \is_array($task) && self::TASK === $task['title'],
            ),
        );
    }
}
