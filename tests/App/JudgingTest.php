<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Job\JudgeAgain;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Job\Tidy;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Transport\InMemory\InMemoryTransport;
use Symfony\Component\Messenger\Transport\Serialization\PhpSerializer;

/** Judgement that cannot be lost: results say of which revision they are, and what is older is judged again. */
final class JudgingTest extends ApiTestCase
{
    private const TASK = 'Lamplighters\' March';

    public function testWhatIsOlderThanTheTaskIsJudgedAgain(): void
    {
        $this->change();
        self::assertSame(14, $this->waiting());
        $this->work();
        self::assertSame(0, $this->waiting());
        self::assertNull($this->marking()['recomparing']);
    }

    public function testOneThatCannotBeJudgedHoldsUpNoOther(): void
    {
        $this->connection()->executeStatement(
            "UPDATE attempt SET pattern = jsonb_set(pattern::jsonb, '{order}', ?::jsonb)::json WHERE id = ?",
            [
                (string) json_encode(array_fill(0, 60, ['section' => $this->section(), 'times' => 99])),
                $this->attempt(self::TASK, 'bo'),
            ],
        );
        $this->change();
        $this->work();
        self::assertSame(1, $this->waiting());
        self::assertSame(['done' => 13, 'total' => 14, 'failed' => 1], $this->marking()['recomparing']);
    }

    public function testTheNewerTaskCountsWhenItChangesAgainBeforeTheWorkerComes(): void
    {
        $this->change(3);
        $this->change(150);
        $this->work();
        self::assertSame(0, $this->waiting());
        $checked = $this->at($this->json($this->get('/api/attempts/'.$this->attempt(self::TASK, 'bo'))), 'checked');
        self::assertIsArray($checked);
        self::assertStringContainsString('at least 150', (string) json_encode($checked));
    }

    public function testATaskThatCannotBeJudgedIsRefusedWhenItIsSaved(): void
    {
        $this->signIn('odile');
        $id = $this->assignment(self::TASK);
        $input = $this->input($id);
        $target = (array) $this->at($input, 'parts.0.targets.0');
        $target['order'] = array_fill(0, 40, ['section' => $this->at($target, 'sections.0.name'), 'times' => 99]);
        $input['parts'][0]['targets'] = [$target];
        $input['parts'][0]['start'] = ['order' => $target['order']] + (array) $input['parts'][0]['start'];
        $this->assertProblem(422, 'strokes', $this->send('PUT', "/api/assignments/$id", $input));
    }

    public function testABeatThatIsTooLargeIsRefusedWhenItIsSaved(): void
    {
        $this->signIn('amara');
        $part = '/api/parts/'.$this->part('Slack Tide / Spring Tide');
        $draft = $this->at($this->json($this->get("$part/bench")), 'draft');
        self::assertIsArray($draft);
        $pattern = (array) $draft['pattern'];
        $pattern['order'] = array_fill(0, 60, ['section' => $this->at($pattern, 'sections.0.name'), 'times' => 99]);
        $body = ['version' => $draft['version'], 'pattern' => $pattern, 'note' => ''];
        $this->assertProblem(422, 'strokes', $this->send('PUT', "$part/draft", $body));
    }

    public function testWhatWaitsAlreadyIsNotAskedForAgain(): void
    {
        $part = $this->entities()->find(Part::class, $this->part(self::TASK)) ?? self::fail('there is no such part');
        $asked = function () use ($part): int {
            $this->judging()->reset();
            $this->service(Judging::class)->ask($part);

            return \count($this->judging()->getSent());
        };
        self::assertSame(1, $asked());
        $this->connection()->executeStatement(
            "INSERT INTO messenger_messages (body, headers, queue_name, created_at, available_at) VALUES (?, '{}', 'judging', now(), now())",
            [(new PhpSerializer())->encode(new Envelope(new JudgeAgain((string) $part->id)))['body']],
        );
        self::assertSame(0, $asked(), 'one waits as the worker keeps it');
        $this->connection()->executeStatement('UPDATE messenger_messages SET delivered_at = now()');
        self::assertSame(1, $asked(), 'one that is at work may have read what was there before');
    }

    public function testWhatACrashForgotIsAskedForAgain(): void
    {
        $this->change();
        $this->judging()->reset();
        self::assertSame(14, $this->waiting());
        self::assertSame(1, $this->service(Tidy::class)->run()['parts']);
        $this->work();
        self::assertSame(0, $this->waiting());
    }

    public function testWhatHasHadItsTimeIsTakenAway(): void
    {
        $count = fn (string $table): int => (int) $this->one("SELECT count(*)::text FROM $table");
        $this->signIn('amara');
        $part = '/api/parts/'.$this->part('Slack Tide / Spring Tide');
        $draft = $this->at($this->json($this->get("$part/bench")), 'draft');
        self::assertIsArray($draft);
        $pattern = ['title' => 'Other'] + (array) $draft['pattern'];
        $kept = $this->json($this->send('PUT', "$part/draft", ['version' => $draft['version'], 'pattern' => $pattern, 'note' => '']));
        self::assertIsInt($kept['version']);
        $states = $count('draft_state');
        $this->connection()->executeStatement(
            'UPDATE draft_state SET saved_at = saved_at - interval \'2 hours\', kept = (version <> ?)',
            [$kept['version']],
        );
        $this->connection()->executeStatement(
            "INSERT INTO sessions (sess_id, sess_data, sess_lifetime, sess_time) VALUES ('long-gone', '', 1000, 900)",
        );
        $done = $this->service(Tidy::class)->run();
        self::assertSame([1, 1], [$done['sessions'], $done['states']]);
        self::assertSame($states - 1, $count('draft_state'));
    }

    /** Has the task ask for words, which changes what everybody gets. */
    private function change(int $words = 3): void
    {
        $this->signIn('odile');
        $id = $this->assignment(self::TASK);
        $input = $this->input($id);
        $input['parts'][0]['requirements'] = [['kind' => 'note-words', 'least' => $words, 'points' => 5]];
        $saved = $this->send('PUT', "/api/assignments/$id", $input);
        self::assertSame(200, $saved->getStatusCode(), (string) $saved->getContent());
    }

    /** @return array<string, mixed> */
    private function marking(): array
    {
        return $this->json($this->get('/api/parts/'.$this->part(self::TASK).'/marking'));
    }

    private function waiting(): int
    {
        return (int) $this->one('SELECT count(*)::text FROM attempt a JOIN part p ON p.id = a.part_id WHERE a.judged < p.revision');
    }

    private function section(): string
    {
        return $this->one(
            "SELECT pattern::jsonb #>> '{sections,0,name}' FROM attempt WHERE id = ?",
            $this->attempt(self::TASK, 'bo'),
        );
    }

    private function connection(): Connection
    {
        return $this->service(Connection::class);
    }

    /** What an older comparison has said is said anew; what has been returned stays, and the teacher sees what was suggested before. */
    public function testABetterComparisonIsAnnounced(): void
    {
        $open = $this->attempt(self::TASK, 'ines', 2);
        $this->one('UPDATE attempt SET judge = judge - 1, suggested = 3.25 WHERE id = ? RETURNING id', $open);
        $this->service(Judging::class)->askForAll();
        $this->work();
        $this->signIn('odile');
        $improved = $this->json($this->get('/api/today'))['improved'];
        self::assertIsArray($improved);
        self::assertSame([[$this->part(self::TASK), self::TASK, 1]], array_map(
            static fn (mixed $one): array => \is_array($one) ? [$one['partId'], $one['title'], $one['count']] : [],
            $improved,
        ));
        $this->signIn('bertil');
        self::assertSame([], $this->json($this->get('/api/today'))['improved']);
        self::assertSame(204, $this->send('DELETE', '/api/improved')->getStatusCode(), 'another teacher looks at theirs');
        $this->signIn('odile');
        self::assertCount(1, (array) $this->json($this->get('/api/today'))['improved']);
        self::assertSame(204, $this->send('DELETE', '/api/improved')->getStatusCode());
        self::assertSame([], $this->json($this->get('/api/today'))['improved']);
        self::assertSame('3.25', $this->one('SELECT suggested_before::text FROM attempt WHERE id = ?', $open), 'the marking table says both');
    }

    public function testWhatAnOlderComparisonHasSaidIsSaidAnew(): void
    {
        $march = $this->part(self::TASK);
        $database = $this->connection();
        $open = $this->attempt(self::TASK, 'ines', 2);
        $returned = $this->one('SELECT t.id FROM attempt t JOIN feedback f ON f.attempt_id = t.id WHERE f.returned_at IS NOT NULL LIMIT 1');
        $database->executeStatement('UPDATE attempt SET judge = judge - 1, suggested = 3.25 WHERE id IN (?, ?)', [$open, $returned]);
        $this->signIn('odile');
        $list = fn (): array => $this->json($this->get("/api/parts/$march/marking"));
        self::assertSame(['done' => 13, 'total' => 14, 'failed' => 0], $list()['recomparing']);
        self::assertSame(1, $this->service(Judging::class)->askForAll());
        $this->work();
        self::assertNull($list()['recomparing']);
        $shown = $this->json($this->get("/api/attempts/$open"));
        self::assertSame(3.25, $shown['suggestedBefore']);
        self::assertNotSame(3.25, $shown['suggested']);
        self::assertSame('3.25', $this->one('SELECT suggested::text FROM attempt WHERE id = ?', $returned));
        $answer = ['version' => 0, 'mark' => 12, 'text' => 'Walk it.', 'pins' => [], 'correction' => null];
        self::assertSame(200, $this->send('POST', "/api/attempts/$open/return", $answer)->getStatusCode());
        self::assertNull($this->json($this->get("/api/attempts/$open"))['suggestedBefore']);
    }

    private function judging(): InMemoryTransport
    {
        $judging = static::getContainer()->get('messenger.transport.judging');
        self::assertInstanceOf(InMemoryTransport::class, $judging);

        return $judging;
    }
}
