<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Tests\Core\Lesson;
use Symfony\Component\HttpFoundation\Response;

/** The Shelf: what is kept, who sees it, and what becomes of it. */
final class ShelfTest extends ApiTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        // Without what the demo world keeps.
        foreach (['shared_item', 'shelf_item'] as $table) {
            $this->entities()->getConnection()->executeStatement("DELETE FROM $table");
        }
    }

    public function testATeacherFindsWhatShipsAndKeepsMore(): void
    {
        $this->signIn('odile');
        $shelf = $this->json($this->get('/api/shelf'));
        $grooves = array_filter((array) $shelf['items'], static fn (mixed $one): bool => \is_array($one) && 'pattern' === $one['kind']);
        self::assertGreaterThanOrEqual(60, \count($grooves));
        self::assertCount(30, array_diff_key((array) $shelf['items'], $grooves), 'ready tasks');
        $thing = $this->json($this->get('/api/shelf/groove:heron'));
        self::assertSame('Heron', $this->at($thing, 'beats.0.pattern.title'));

        $key = $this->keep(['title' => 'My own', 'tags' => ['ferry', 'ferry'], 'listen' => 'The end.', 'level' => 2]);
        $first = (array) $this->at($this->json($this->get('/api/shelf')), 'items.0');
        self::assertSame(
            [$key, 'My own', ['ferry'], 2, true, false],
            [$first['key'], $first['title'], $first['tags'], $first['level'], $first['mine'], $first['shared']],
        );
        self::assertSame(204, $this->send('DELETE', "/api/shelf/$key")->getStatusCode());
        self::assertSame(404, $this->get("/api/shelf/$key")->getStatusCode());
    }

    public function testWhatIsKeptIsChangedByOneHandAtATime(): void
    {
        $this->signIn('odile');
        $key = $this->keep();
        $pattern = self::pattern('snare ....|X...|....|X...');
        $change = ['version' => 1, 'title' => 'Other name', 'pattern' => $pattern];
        self::assertSame(2, $this->json($this->send('PUT', "/api/shelf/$key", $change))['version']);
        self::assertSame(2, $this->json($this->send('PUT', "/api/shelf/$key", $change))['version'], 'sent again, nothing happens');
        $response = $this->send('PUT', "/api/shelf/$key", ['version' => 1, 'title' => 'Third name']);
        $this->assertProblem(409, 'changed in another tab', $response);
        self::assertSame('Other name', $this->at($this->json($response), 'kept.title'));
        self::assertSame('snare', $this->at($this->json($this->get("/api/shelf/$key")), 'beats.0.pattern.sections.0.rows.0.instrument'));
        $this->assertProblem(422, 'title', $this->send('PUT', "/api/shelf/$key", ['version' => 2, 'title' => ' ']));
        $this->assertProblem(422, 'level', $this->send('POST', '/api/shelf', ['title' => 'a', 'level' => 4, 'pattern' => $pattern]));
        $this->assertProblem(422, 'tags[0]', $this->send('POST', '/api/shelf', ['title' => 'a', 'tags' => [7], 'pattern' => $pattern]));
    }

    public function testATaskIsKeptWithAllItsPartsAndSetAgain(): void
    {
        $this->signIn('odile');
        $from = $this->assignment('Slack Tide / Spring Tide');
        $key = $this->text($this->json($this->send('POST', '/api/shelf', ['title' => 'Tides', 'assignmentId' => $from])), 'key');
        $course = $this->course();
        $id = $this->text($this->json($this->send('POST', "/api/shelf/$key/assignment", ['courseId' => $course])), 'id');
        $plain = static function (array $plan): array {
            $parts = [];
            foreach ((array) $plan['parts'] as $part) {
                $parts[] = array_diff_key((array) $part, ['id' => 0, 'attempts' => 0]);
            }

            return [$plan['title'], $plan['brief'], $parts];
        };
        $made = $this->json($this->get("/api/assignments/$id"));
        self::assertSame($plain($this->json($this->get("/api/assignments/$from"))), $plain($made));
        self::assertNull($made['publishedAt'], 'only its teacher sees it');

        $ready = $this->text($this->json($this->send('POST', '/api/shelf/task:boards-under-your-feet/assignment', ['courseId' => $course])), 'id');
        self::assertCount(2, (array) $this->json($this->get("/api/assignments/$ready"))['parts']);
        $this->assertProblem(409, 'This is a pattern', $this->send('POST', '/api/shelf/'.$this->keep().'/assignment', ['courseId' => $course]));
        // What was taken off comes back with its plan.
        $plan = $this->json($this->get("/api/shelf/$key"))['plan'];
        self::assertSame(201, $this->send('POST', '/api/shelf', ['title' => 'Tides', 'plan' => $plan])->getStatusCode());
    }

    public function testEverybodySeesWhatTheyMay(): void
    {
        $this->signIn('odile');
        [$own, $sharedWith] = [$this->keep(['title' => 'Own']), $this->keep(['title' => 'Lent', 'shared' => true])];
        $task = $this->text(
            $this->json($this->send('POST', '/api/shelf', ['title' => 'Task', 'assignmentId' => $this->assignment('Heron Step')])),
            'key',
        );
        $course = $this->course();
        foreach ([$sharedWith, 'groove:heron'] as $key) {
            self::assertSame([$course], $this->json($this->send('PUT', "/api/shelf/$key/classes", ['courses' => [$course]]))['sharedWith']);
        }
        $this->assertProblem(409, 'a task is set', $this->send('PUT', "/api/shelf/$task/classes", ['courses' => [$course]]));
        self::assertSame(404, $this->send('PUT', "/api/shelf/$sharedWith/classes", ['courses' => [$own]])->getStatusCode(), 'no class of hers');

        $this->signIn('wren');
        $shelf = $this->json($this->get('/api/shelf'));
        self::assertSame(['Lent', 'Heron'], array_column((array) $shelf['items'], 'title'));
        self::assertSame([], $shelf['courses']);
        self::assertSame([[], []], array_column((array) $shelf['items'], 'sharedWith'), 'which classes may is no matter of theirs');
        self::assertSame(200, $this->get("/api/shelf/$sharedWith")->getStatusCode());
        foreach ([$own, $task, 'groove:oars', 'task:light-the-lamps', 'groove:none', 'nonsense', str_repeat('0', 8)] as $key) {
            self::assertSame(404, $this->get("/api/shelf/$key")->getStatusCode(), $key);
        }
        self::assertSame(404, $this->send('PUT', "/api/shelf/$sharedWith", ['version' => 1, 'title' => 'Mine now'])->getStatusCode());
        self::assertSame(404, $this->send('DELETE', "/api/shelf/$sharedWith")->getStatusCode());
        self::assertSame(404, $this->send('PUT', "/api/shelf/$sharedWith/classes", ['courses' => []])->getStatusCode());
        $plan = ['title' => 'x', 'assignmentId' => $this->assignment("Lamplighters' March")];
        self::assertSame(404, $this->send('POST', '/api/shelf', $plan)->getStatusCode(), 'tasks are for teachers');
        // A beat of one's own is kept, and shared with nobody.
        $mine = $this->keep(['title' => 'My beat', 'shared' => true]);
        self::assertFalse($this->at($this->json($this->get('/api/shelf')), 'items.0.shared'));
        $this->signIn('kwame');
        self::assertSame(404, $this->get("/api/shelf/$mine")->getStatusCode());

        $this->signIn('odile');
        $this->send('PUT', "/api/shelf/$sharedWith/classes", ['courses' => []]);
        $this->signIn('wren');
        self::assertSame(404, $this->get("/api/shelf/$sharedWith")->getStatusCode(), 'not sharedWith any more');
    }

    public function testWhatIsSharedNoMoreIsNotLentByOthersEither(): void
    {
        $this->signIn('odile');
        $key = $this->keep(['title' => 'Called back', 'shared' => true]);
        $this->signIn('bertil');
        $his = ['courses' => [$this->course('Gull deck, Fridays')]];
        self::assertSame(200, $this->send('PUT', "/api/shelf/$key/classes", $his)->getStatusCode());
        $this->signIn('pim');
        self::assertSame(200, $this->get("/api/shelf/$key")->getStatusCode());
        $this->signIn('odile');
        $change = ['version' => 1, 'title' => 'Called back', 'shared' => false];
        self::assertSame(200, $this->send('PUT', "/api/shelf/$key", $change)->getStatusCode());
        $this->signIn('pim');
        self::assertSame(404, $this->get("/api/shelf/$key")->getStatusCode());
    }

    public function testAClassThatIsPutAwayTakesNothingMoreAndASharedOneDoes(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $old = $this->one('SELECT id FROM course WHERE archived_at IS NOT NULL');
        self::assertSame([$course], array_column((array) $this->json($this->get('/api/shelf'))['courses'], 'id'));
        $lend = ['courses' => [$course, $old]];
        $this->assertProblem(409, 'is archived', $this->send('PUT', '/api/shelf/groove:heron/classes', $lend));
        $this->assertProblem(409, 'is archived', $this->send('POST', '/api/shelf/task:light-the-lamps/assignment', ['courseId' => $old]));
        $this->one(
            "INSERT INTO shared_item (id, school_id, course_id, groove) SELECT gen_random_uuid(), school_id, id, 'heron' FROM course "
                .'WHERE id = ? RETURNING id',
            $old,
        );
        self::assertSame([], $this->sharedOf('Heron'), 'what was shared before is no matter now');
        self::assertSame(200, $this->send('PUT', '/api/shelf/groove:heron/classes', ['courses' => [$course]])->getStatusCode());
        self::assertSame([$course], $this->sharedOf('Heron'));

        $share = ['colleagues' => [$this->account('bertil')]];
        self::assertSame(204, $this->send('PUT', "/api/courses/$course/colleagues", $share)->getStatusCode());
        $this->signIn('bertil');
        self::assertContains($course, array_column((array) $this->json($this->get('/api/shelf'))['courses'], 'id'));
        self::assertSame(200, $this->send('PUT', '/api/shelf/groove:heron/classes', ['courses' => []])->getStatusCode());
        self::assertSame([], $this->sharedOf('Heron'));
        $this->signIn('marit');
        $this->assertProblem(422, 'a class of others', $this->send('PUT', '/api/shelf/groove:heron/classes', ['courses' => [$course]]));
    }

    public function testAWholeShelfGoesOutAndComesIn(): void
    {
        $this->signIn('odile');
        $this->assertProblem(409, 'nothing of your own', $this->get('/api/shelf-file'));
        $this->keep(['title' => 'Ferry / rocker: "one"', 'listen' => 'The dip.', 'tags' => ['six'], 'level' => 3, 'shared' => true]);
        $this->keep(['title' => 'نور']);
        $this->send('POST', '/api/shelf', ['title' => 'Tides', 'assignmentId' => $this->assignment('Slack Tide / Spring Tide')]);
        $own = $this->own();
        $zip = (string) $this->get('/api/shelf-file')->getContent();
        self::assertSame(['kept' => 0, 'twice' => 3], $this->json($this->bring($zip)));
        $this->one('DELETE FROM shelf_item RETURNING id');
        self::assertSame(['kept' => 3, 'twice' => 0], $this->json($this->bring($zip)));
        $without = static fn (array $items): array => array_map(
            static fn (mixed $one): array => array_diff_key((array) $one, ['key' => 0]),
            array_values($items),
        );
        self::assertSame($without($own), $without($this->own()));
        // A student brings patterns, and no tasks; all or nothing.
        $this->signIn('wren');
        $this->assertProblem(422, 'only teachers keep tasks', $this->bring($zip));
        self::assertSame([], $this->own());
    }

    public function testAShelfThatIsFullSaysSo(): void
    {
        $this->signIn('wren');
        $files = [];
        for ($i = 0; $i < ShelfItem::MOST_OWN; ++$i) {
            $files["$i.pulsanda.json"] = (string) json_encode(['title' => "Beat $i"] + self::pattern('kick x...'));
        }
        self::assertSame(['kept' => ShelfItem::MOST_OWN, 'twice' => 0], $this->json($this->bring(self::zip($files))));
        $this->assertProblem(409, 'room for 100 and holds 100', $this->send('POST', '/api/shelf', ['title' => 'x', 'pattern' => self::pattern('kick x')]));
        self::assertCount(ShelfItem::MOST_OWN, $this->own());
    }

    public function testAZipThatIsNoneIsRefusedWithTheFile(): void
    {
        $this->signIn('odile');
        $this->assertProblem(422, 'not a zip', $this->bring('PK nonsense'));
        $this->assertProblem(422, 'no pattern and no task', $this->bring(self::zip(['read.me' => 'x'])));
        $good = (string) json_encode(self::pattern('kick x...'));
        $this->assertProblem(422, 'b.pulsanda.json', $this->bring(self::zip(['a.pulsanda.json' => $good, 'b.pulsanda.json' => '{"format": 1}'])));
        self::assertSame([], $this->own(), 'nothing of it');
        $this->assertProblem(422, 'take a part of it', $this->bring(self::zip(['a.pulsanda.json' => str_repeat(' ', 2_000_000)])));
        $list = (string) json_encode(['format' => 'pulsanda-shelf', 'version' => 2, 'items' => []]);
        $this->assertProblem(422, 'shelf.json', $this->bring(self::zip(['a.pulsanda.json' => $good, 'shelf.json' => $list])));
        self::assertSame(['kept' => 1, 'twice' => 1], $this->json($this->bring(self::zip(['a.pulsanda.json' => $good, 'b/b.pulsanda.json' => $good]))));
    }

    /** @param array<string, mixed> $said */
    private function keep(array $said = []): string
    {
        $kept = $this->json($this->send('POST', '/api/shelf', $said + ['title' => 'Kept', 'pattern' => self::pattern('kick x...|x...')]));

        return $this->text($kept, 'key');
    }

    private function bring(string $bytes): Response
    {
        return $this->send('POST', '/api/shelf-file', $bytes);
    }

    /** @return list<mixed> what the signed-in person has kept */
    private function own(): array
    {
        $items = (array) $this->json($this->get('/api/shelf'))['items'];

        return array_values(array_filter($items, static fn (mixed $one): bool => \is_array($one) && true === $one['mine']));
    }

    /** @return array<string, mixed> */
    private static function pattern(string $grid): array
    {
        return PatternWriter::toData(Lesson::grid($grid));
    }

    /** @param array<string, string> $files */
    private static function zip(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new \ZipArchive();
        $zip->open($path, \ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $bytes = (string) file_get_contents($path);
        unlink($path);

        return $bytes;
    }

    /** @return array<mixed> the classes that may take a groove */
    private function sharedOf(string $title): array
    {
        $items = array_column((array) $this->json($this->get('/api/shelf'))['items'], 'sharedWith', 'title');

        return (array) $items[$title];
    }
}
