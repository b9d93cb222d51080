<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;

/** The teacher's answers: to one, to a group, pinned to the sheet, drawn, taken back; and the Class picture. */
final class AnswerTest extends ApiTestCase
{
    private const MARCH = 'Lamplighters\' March';

    public function testTheSameMistakesAreAnsweredOnce(): void
    {
        $this->signIn('odile');
        $list = $this->marking();
        $late = array_values(
            array_filter(
                (array) $list['groups'],
                static fn (mixed $group): bool => \is_array($group) && [
                    'Snare: every hit is one sixteenth late.',
                    'Snare: a hit is missing on beat 4 a in bar 2; add it.',
                ] === $group['statements'],
            ),
        )[0] ?? self::fail('There is no such group.');
        self::assertSame([$this->attempt(self::MARCH, 'amara'), $this->attempt(self::MARCH, 'nour')], $this->at((array) $late, 'of'));
        $part = '/api/parts/'.$this->part(self::MARCH);
        $body = ['attempts' => $this->at((array) $late, 'of'), 'mark' => null, 'text' => 'Almost, {name}: the snare one step earlier.'];
        self::assertSame(['returned' => 2], $this->json($this->send('POST', "$part/return-group", $body)));
        $this->assertProblem(409, 'has an answer already', $this->send('POST', "$part/return-group", $body));
        foreach (['amara' => 'Amara', 'nour' => 'نور'] as $student => $name) {
            $this->signIn($student);
            $returned = $this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, $student)));
            self::assertSame(
                ["Almost, $name: the snare one step earlier.", 17],
                [$this->at($returned, 'feedback.text'), $this->at($returned, 'feedback.mark')],
            );
        }
        $this->signIn('odile');
        $back = ['attempts' => $body['attempts']];
        $this->assertProblem(409, 'Amara Obi has opened it', $this->send('POST', "$part/take-back-group", $back));
        // As if nobody had opened it yet.
        $this->one('UPDATE feedback SET opened_at = NULL WHERE opened_at IS NOT NULL RETURNING id::text');
        self::assertSame(['takenBack' => 2], $this->json($this->send('POST', "$part/take-back-group", $back)));
        $this->signIn('amara');
        self::assertNull($this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, 'amara')))['feedback']);
    }

    public function testOneCommentIsAnsweredForAllAndTheRestStaysOpen(): void
    {
        $this->signIn('odile');
        $part = '/api/parts/'.$this->part(self::MARCH);
        $two = [$this->attempt(self::MARCH, 'amara'), $this->attempt(self::MARCH, 'nour')];
        $of = fn (string $id): array => (array) $this->json($this->get("/api/attempts/$id"))['feedback'];
        $this->send('PUT', "/api/attempts/$two[0]/feedback", ['version' => 0, 'mark' => 12, 'text' => 'Good hats.']);
        $body = ['attempts' => $two, 'text' => 'Count the snare aloud, {name}.'];
        self::assertSame(['added' => 2], $this->json($this->send('POST', "$part/add-to-group", $body)));
        self::assertSame(
            ["Good hats.\nCount the snare aloud, Amara.", 12, null],
            [$of($two[0])['text'], $of($two[0])['mark'], $of($two[0])['returnedAt']],
        );
        self::assertSame(['Count the snare aloud, نور.', null], [$of($two[1])['text'], $of($two[1])['mark']]);
        self::assertSame(['added' => 2], $this->json($this->send('POST', "$part/add-to-group", $body)));
        self::assertSame('Count the snare aloud, نور.', $of($two[1])['text'], 'nothing is said twice');
        $short = ['attempts' => [$two[1]], 'text' => 'Count the snare'];
        self::assertSame(['added' => 1], $this->json($this->send('POST', "$part/add-to-group", $short)));
        self::assertSame("Count the snare aloud, نور.\nCount the snare", $of($two[1])['text'], 'a part of a line is another line');
        $this->assertProblem(422, 'text', $this->send('POST', "$part/add-to-group", ['text' => ' '] + $body));
        $this->assertProblem(422, '{place}', $this->send('POST', "$part/add-to-group", ['text' => 'At {place}.'] + $body));
        $this->send('POST', "$part/return-group", ['attempts' => [$two[1]], 'mark' => 5, 'text' => 'Well begun, {name}.']);
        self::assertSame(
            "Well begun, نور.\nCount the snare aloud, نور.\nCount the snare",
            $of($two[1])['text'],
            'what is written to one alone goes with what is written to all',
        );
        $this->assertProblem(409, 'returned already', $this->send('POST', "$part/add-to-group", ['text' => 'More.'] + $body));
        self::assertStringNotContainsString('More.', (string) json_encode($of($two[0])), 'for all, or for none');
        $this->signIn('amara');
        self::assertNull($this->json($this->get('/api/attempts/'.$two[0]))['feedback'], 'it is not returned');
    }

    public function testAGroupIsReturnedAsAWholeOrNotAtAll(): void
    {
        $this->signIn('odile');
        $part = '/api/parts/'.$this->part(self::MARCH);
        $two = [$this->attempt(self::MARCH, 'amara'), $this->attempt('Ferry Rocker', 'bo')];
        $this->assertProblem(
            422,
            'attempts[1]: this is no attempt of this part',
            $this->send('POST', "$part/return-group", ['attempts' => $two, 'mark' => null, 'text' => '']),
        );
        $this->assertProblem(
            422,
            'out of range',
            $this->send('POST', "$part/return-group", ['attempts' => [$two[0]], 'mark' => 99, 'text' => '']),
        );
        $this->assertProblem(422, 'attempts', $this->send('POST', "$part/return-group", ['attempts' => [], 'mark' => null, 'text' => '']));
        self::assertSame('0', $this->one('SELECT count(*)::text FROM feedback WHERE attempt_id = ?', $two[0]));
    }

    public function testNotesOnTheSheetAndADrawnCorrectionReachTheStudent(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'tomas');
        $correction = $this->at($this->json($this->get($attempt)), 'target');
        $pins = [
            ['instrument' => 'kick', 'from' => 6240, 'to' => 6480, 'text' => 'One more here.'],
            ['instrument' => null, 'from' => 0, 'to' => 3840, 'text' => 'This bar walks well.'],
        ];
        $back = $this->send('POST', "$attempt/return", ['mark' => 18, 'text' => '', 'pins' => $pins, 'correction' => $correction]);
        self::assertSame(200, $back->getStatusCode(), (string) $back->getContent());
        $this->signIn('tomas');
        $returned = $this->json($this->get($attempt));
        self::assertSame([$pins, $correction], [$this->at($returned, 'feedback.pins'), $this->at($returned, 'feedback.correction')]);
    }

    public function testANoteThatPointsNowhereIsRefused(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'tomas');
        $pin = ['instrument' => 'kick', 'from' => 0, 'to' => 240, 'text' => 'x'];
        foreach (['pins[0].to' => ['to' => 0], 'pins[0].from' => ['from' => 7680], 'pins[0].instrument' => ['instrument' => 'theremin'], 'pins[0].text' => ['text' => ' ']] as $path => $wrong) {
            $response = $this->send('PUT', "$attempt/feedback", ['mark' => null, 'text' => '', 'pins' => [$wrong + $pin]]);
            self::assertSame(
                [422, $path],
                [$response->getStatusCode(), $this->json($response)['path'] ?? null],
                (string) $response->getContent(),
            );
        }
        $correction = $this->at($this->json($this->get($attempt)), 'attempt.pattern');
        self::assertIsArray($correction);
        $response = $this->send(
            'PUT',
            "$attempt/feedback",
            ['mark' => null, 'text' => '', 'correction' => ['tempo' => ['bpm' => 200]] + $correction],
        );
        self::assertSame(
            [422, 'correction.tempo'],
            [$response->getStatusCode(), $this->json($response)['path'] ?? null],
            'a student could not take it over',
        );
    }

    public function testWhatIsNotSentStaysAsItWas(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'zoe');
        $correction = $this->at($this->json($this->get($attempt)), 'target');
        $pins = [['instrument' => null, 'from' => 0, 'to' => 240, 'text' => 'Here.']];
        $this->send('PUT', "$attempt/feedback", ['mark' => 17, 'text' => 'Kick.', 'pins' => $pins, 'correction' => $correction]);
        $kept = $this->json($this->send('PUT', "$attempt/feedback", ['mark' => 18, 'text' => 'Kick!']));
        self::assertSame([18, 'Kick!', $pins, $correction], [$kept['mark'], $kept['text'], $kept['pins'], $kept['correction']]);
        $cleared = $this->json($this->send('PUT', "$attempt/feedback", ['mark' => null, 'text' => '', 'pins' => [], 'correction' => null]));
        self::assertSame([null, '', [], null], [$cleared['mark'], $cleared['text'], $cleared['pins'], $cleared['correction']]);
        $this->signIn('zoe');
        self::assertNull($this->json($this->get($attempt))['feedback'], 'none of it reaches the student before it is returned');
    }

    public function testTheTableSaysWhatThereIsOfEachStudent(): void
    {
        $this->signIn('odile');
        $list = $this->json($this->get('/api/parts/'.$this->part('Slack Tide / Spring Tide').'/marking'));
        self::assertSame([1, 2], array_column((array) $list['parts'], 'position'));
        $rows = [];
        foreach ((array) $list['students'] as $student) {
            self::assertIsArray($student);
            $rows[$this->text($student, 'name')] = ((array) $student['attempts'])[0] ?? null;
        }
        self::assertIsArray($rows['Amara Obi']);
        self::assertSame(
            [3, 1, 8, null, 'to-mark'],
            [
                $rows['Amara Obi']['passed'],
                $rows['Amara Obi']['failed'],
                $rows['Amara Obi']['suggested'],
                $rows['Amara Obi']['mark'],
                $rows['Amara Obi']['state'],
            ],
        );
        self::assertSame(['1 bar in all; make it 2 to 8.'], $rows['Amara Obi']['said']);
        self::assertIsArray($rows['Zoë Lindqvist-Oyelaran']);
        self::assertSame(
            [[], 10, 'returned'],
            [$rows['Zoë Lindqvist-Oyelaran']['said'], $rows['Zoë Lindqvist-Oyelaran']['mark'], $rows['Zoë Lindqvist-Oyelaran']['state']],
        );
        self::assertNull($rows['Wren']);
        self::assertNull($list['recomparing']);
    }

    public function testASuggestedMarkNeverPassesThePoints(): void
    {
        $this->signIn('odile');
        $part = '/api/parts/'.$this->part('Slack Tide / Spring Tide');
        $attempts = [$this->attempt('Slack Tide / Spring Tide', 'amara'), $this->attempt('Slack Tide / Spring Tide', 'bo')];
        self::assertSame(
            ['returned' => 2],
            $this->json($this->send('POST', "$part/return-group", ['attempts' => $attempts, 'mark' => null, 'text' => ''])),
        );
        foreach ($attempts as $attempt) {
            $shown = $this->json($this->get("/api/attempts/$attempt"));
            self::assertSame($shown['suggested'], $this->at($shown, 'feedback.mark'));
            self::assertLessThanOrEqual($this->at($shown, 'part.points'), $this->at($shown, 'feedback.mark'));
        }
    }

    public function testAReturnIsTakenBackUntilTheStudentHasOpenedIt(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'bo');
        $this->send('POST', "$attempt/return", ['mark' => 20, 'text' => 'Right.']);
        $this->assertProblem(409, 'returned already', $this->send('PUT', "$attempt/feedback", ['mark' => 1, 'text' => 'Too late.']));
        // An hour later, on a page that was opened anew.
        $this->one("UPDATE feedback SET returned_at = returned_at - interval '1 hour' WHERE returned_at IS NOT NULL RETURNING id::text");
        self::assertNull($this->at($this->json($this->get($attempt)), 'feedback.openedAt'));
        self::assertNull($this->json($this->send('POST', "$attempt/take-back"))['returnedAt']);
        self::assertSame('Right.', $this->at($this->json($this->get($attempt)), 'feedback.text'), 'what was typed stays');
        $this->send('POST', "$attempt/return", ['mark' => 20, 'text' => 'Right.']);
        $this->get($attempt);
        self::assertNull($this->at($this->json($this->get($attempt)), 'feedback.openedAt'), 'the teacher who looks opens nothing');
        $this->signIn('bo');
        self::assertNotNull($this->at($this->json($this->get($attempt)), 'feedback.openedAt'));
        $this->signIn('odile');
        $this->assertProblem(409, 'Bo has opened it', $this->send('POST', "$attempt/take-back"));
        // Changed and returned again, it is new to the student.
        $this->send('POST', "$attempt/return", ['mark' => 19, 'text' => 'Nearly right.']);
        self::assertNull($this->json($this->send('POST', "$attempt/take-back"))['returnedAt']);
    }

    public function testAStudentAnswersInASentenceThatTheTeacherReads(): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('amara');
        $said = ['text' => ' I moved the snare; how do I hear that it is late? '];
        $this->assertProblem(409, 'not returned yet', $this->send('PUT', "$attempt/reply", $said));
        $this->signIn('odile');
        $this->send('POST', "$attempt/return", ['version' => 0, 'mark' => 12, 'text' => 'Listen to the snare.']);
        $version = $this->at($this->json($this->get($attempt)), 'feedback.version');
        $this->assertProblem(404, '', $this->send('PUT', "$attempt/reply", $said));
        $this->signIn('amara');
        self::assertSame(204, $this->send('PUT', "$attempt/reply", $said)->getStatusCode());
        $this->assertProblem(422, 'text', $this->send('PUT', "$attempt/reply", ['text' => str_repeat('x', 301)]));
        $this->signIn('nour');
        $this->assertProblem(404, '', $this->send('PUT', "$attempt/reply", $said));
        $this->signIn('odile');
        $read = (array) $this->json($this->get($attempt))['feedback'];
        self::assertSame(trim($said['text']), $read['reply']);
        self::assertSame($version, $read['version'], 'what the teacher has open is not outdated by it');
        $this->signIn('amara');
        self::assertSame(204, $this->send('PUT', "$attempt/reply", ['text' => ''])->getStatusCode());
        self::assertSame('', $this->at($this->json($this->get($attempt)), 'feedback.reply'));
    }

    public function testAPhraseThatIsNotFilledInIsNotSent(): void
    {
        $this->signIn('odile');
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'bo');
        foreach (['Count {place}.', 'Good, {name}.', 'Move the {instrument}.'] as $text) {
            $this->assertProblem(422, 'still says', $this->send('POST', "$attempt/return", ['mark' => 20, 'text' => $text]));
        }
        $group = ['attempts' => [$this->attempt(self::MARCH, 'bo')], 'mark' => 20, 'text' => 'Count {place}, {name}.'];
        $this->assertProblem(422, '{place}', $this->send('POST', '/api/parts/'.$this->part(self::MARCH).'/return-group', $group));
        self::assertSame(200, $this->send('PUT', "$attempt/feedback", ['mark' => 20, 'text' => 'Count {place}.'])->getStatusCode(), 'it is kept');
    }

    public function testTwoAttemptsStandSideBySide(): void
    {
        $this->signIn('odile');
        $second = $this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, 'ines', 2)));
        self::assertSame(
            [
                'gone' => ['Snare: every hit is one sixteenth late.'],
                'still' => ['Snare: a hit is missing on beat 4 a in bar 2; add it.'],
                'new' => [],
            ],
            $this->at($second, 'before.progress'),
        );
        self::assertSame(1, $this->at($second, 'before.attempt.number'));
        self::assertNull($this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, 'bo')))['before']);
    }

    public function testPhrasesAreKeptAndRemoved(): void
    {
        $this->signIn('odile');
        $made = $this->json($this->send('POST', '/api/phrases', ['text' => '  Breathe before the {place}.  ']));
        self::assertSame('Breathe before the {place}.', $made['text']);
        $phrases = array_column((array) $this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, 'bo')))['phrases'], 'text');
        self::assertContains('Breathe before the {place}.', $phrases);
        self::assertSame(204, $this->send('DELETE', '/api/phrases/'.$this->text($made, 'id'))->getStatusCode());
        $this->assertProblem(404, 'not here', $this->send('DELETE', '/api/phrases/'.$this->text($made, 'id')));
        $this->assertProblem(422, 'empty', $this->send('POST', '/api/phrases', ['text' => '']));
        $this->assertProblem(422, 'no such kind', $this->send('POST', '/api/phrases', ['text' => 'x', 'kind' => 'beautiful']));
        $kept = $this->json($this->send('POST', '/api/phrases', ['text' => 'Clap it.', 'kind' => 'hit-missing']));
        self::assertSame([null, 'hit-missing'], [$made['kind'], $kept['kind']]);
        $phrases = (array) $this->json($this->get('/api/attempts/'.$this->attempt(self::MARCH, 'bo')))['phrases'];
        self::assertContains(['id' => $kept['id'], 'text' => 'Clap it.', 'kind' => 'hit-missing'], $phrases);
        $this->signIn('bo');
        $this->assertProblem(404, 'not', $this->send('POST', '/api/phrases', ['text' => 'x']));
    }

    public function testTheClassPictureCountsWhatTheNewestAttemptsMissed(): void
    {
        $this->signIn('odile');
        $picture = $this->json($this->get('/api/parts/'.$this->part(self::MARCH).'/picture'));
        self::assertCount(13, (array) $picture['beats']);
        $strokes = [];
        foreach ((array) $this->at($picture, 'picture.strokes') as $stroke) {
            self::assertIsArray($stroke);
            self::assertIsInt($stroke['tick']);
            $strokes[$this->text($stroke, 'instrument').' '.$stroke['tick']] = $stroke;
        }
        // The last snare: Ines left it out in her second attempt; her first does not count.
        self::assertContains($this->attempt(self::MARCH, 'ines', 2), (array) $this->at($strokes, 'snare 7440.missed'));
        self::assertNotContains($this->attempt(self::MARCH, 'ines', 1), (array) $this->at($strokes, 'snare 960.moved'));
        self::assertContains($this->attempt(self::MARCH, 'siobhan'), (array) $this->at($strokes, 'closed-hat 0.missed'));
        self::assertSame('Snare: a hit is missing on beat 4 a in bar 2; add it.', $this->at($picture, 'picture.statements.0.text'));
        self::assertCount(3, (array) $this->at($picture, 'picture.statements.0.by'));
        self::assertCount(13, (array) $this->at($picture, 'picture.marks'));
    }

    public function testABeatCountsAgainstTheTargetThatItIsNearestTo(): void
    {
        $this->signIn('odile');
        $path = '/api/parts/'.$this->part(self::MARCH).'/picture';
        self::assertSame([0, [13]], [$this->at($this->json($this->get($path)), 'shown'), $this->json($this->get($path))['nearest']]);
        foreach (['1', '-1', 'x', '00'] as $none) {
            $this->assertProblem(404, 'not here', $this->get("$path?target=$none"));
        }
    }

    public function testBeatsThatShareAStatementAreOfferedTogether(): void
    {
        $this->signIn('odile');
        $amara = $this->attempt(self::MARCH, 'amara');
        $late = $this->at($this->json($this->get("/api/attempts/$amara")), 'attempt.pattern');
        $late16 = 'Snare: every hit is one sixteenth late.';
        $sharing = fn (): array => array_column((array) $this->marking()['sharing'], 'of', 'statement');
        self::assertArrayNotHasKey($late16, $sharing(), 'so far the late snares are one group');
        self::assertIsArray($late);
        /** @var list<array{instrument: string, hits: list<mixed>}> $rows */
        $rows = $this->at($late, 'sections.0.rows');
        $kick = (int) array_search('kick', array_column($rows, 'instrument'), true);
        $rows[$kick]['hits'] = \array_slice($rows[$kick]['hits'], 1);
        /** @var list<array<string, mixed>> $sections */
        $sections = $late['sections'];
        $late['sections'] = [['rows' => $rows] + $sections[0]] + $sections;
        $this->signIn('ines');
        $part = '/api/parts/'.$this->part(self::MARCH);
        $version = $this->at($this->json($this->get("$part/bench")), 'draft.version');
        $handedIn = $this->send('POST', "$part/attempts", ['version' => $version, 'pattern' => $late, 'note' => '']);
        self::assertSame(201, $handedIn->getStatusCode(), (string) $handedIn->getContent());
        $this->work();
        $this->signIn('odile');
        self::assertEqualsCanonicalizing(
            [$amara, $this->attempt(self::MARCH, 'nour'), $this->attempt(self::MARCH, 'ines', 3)],
            $sharing()[$late16] ?? [],
        );
    }

    public function testAStudentSeesTheSuggestedMarkOnlyWhereTheTeacherLetsThem(): void
    {
        $returned = '/api/attempts/'.$this->attempt(self::MARCH, 'ines', 1);
        $this->signIn('ines');
        $seen = $this->json($this->get($returned));
        self::assertNotNull($this->at($seen, 'feedback.mark'));
        self::assertSame(
            [null, [], []],
            [$this->at($seen, 'result.mark'), $this->at($seen, 'result.weights'), array_filter((array) $this->at($seen, 'result.aspects'))],
        );
        self::assertSame([], array_filter(array_column((array) $this->at($seen, 'result.pairs'), 'credit')));
        self::assertArrayNotHasKey('placement', (array) $this->at($seen, 'result'));
        self::assertSame([], array_filter(array_column((array) $this->at($seen, 'result.statements'), 'gain')));
        $connection = static::getContainer()->get(Connection::class);
        self::assertInstanceOf(Connection::class, $connection);
        $connection->executeStatement(
            "UPDATE part SET help = jsonb_set(help::jsonb, '{suggested}', 'true') WHERE id = ?",
            [$this->part(self::MARCH)],
        );
        $seen = $this->json($this->get($returned));
        self::assertNotNull($this->at($seen, 'result.mark'));
        self::assertNotSame([], $this->at($seen, 'result.weights'));
    }

    public function testABeginnerIsToldTheFirstTwoCommentsAndHowManyComeAfter(): void
    {
        $returned = '/api/attempts/'.$this->attempt(self::MARCH, 'ines', 1);
        $this->signIn('ines');
        $all = $this->json($this->get($returned));
        self::assertSame(0, $all['more']);
        $database = $this->entities()->getConnection();
        $database->executeStatement(
            "UPDATE part SET help = jsonb_set(help::jsonb, '{few}', 'true') WHERE id = ?",
            [$this->part(self::MARCH)],
        );
        // As if there were four things to say.
        $database->executeStatement(
            "UPDATE attempt SET results = jsonb_set(results::jsonb, '{0,statements}', s || s || s || s)
                FROM (SELECT results::jsonb #> '{0,statements}' AS s FROM attempt WHERE id = :id) x WHERE id = :id",
            ['id' => substr($returned, -36)],
        );
        $count = 4 * \count((array) $this->at($all, 'result.statements'));
        $few = $this->json($this->get($returned));
        self::assertSame([2, $count - 2], [\count((array) $this->at($few, 'result.statements')), $few['more']]);
        $named = array_filter(array_column((array) $this->at($few, 'result.pairs'), 'statement'), static fn (?int $i): bool => null !== $i && $i > 1);
        self::assertSame([], $named, 'nothing lights up that is not told');
        $this->signIn('odile');
        self::assertCount($count, (array) $this->at($this->json($this->get($returned)), 'result.statements'), 'the teacher reads all');
    }

    /** Thirty-five students or one: the class list costs the same number of queries. */
    public function testTheMarkingTableCostsAFixedNumberOfQueries(): void
    {
        $this->signIn('odile');
        QueryLog::reset();
        $this->marking();
        $many = QueryLog::count();
        self::assertGreaterThan(2, $many, 'queries are counted');
        QueryLog::reset();
        self::assertSame(200, $this->get('/api/parts/'.$this->part('Heron Step').'/marking')->getStatusCode());
        self::assertSame($many, QueryLog::count(), 'as many for a task that nobody has handed in');
    }

    /** @return array<string, mixed> */
    private function marking(): array
    {
        return $this->json($this->get('/api/parts/'.$this->part(self::MARCH).'/marking'));
    }
}
