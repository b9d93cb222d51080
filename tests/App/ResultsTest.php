<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Table;
use Pulsanda\App\Format\Zip;
use Pulsanda\App\Job\Erasure;
use Pulsanda\Core\Pattern\PatternReader;

/** Marks over the term, in and out of the house; a student's own page; what is kept about people, and its end. */
final class ResultsTest extends ApiTestCase
{
    private const MARCH = "Lamplighters' March";

    public function testTheTermShowsEachStudentFromTaskToTask(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $ferry = $this->part('Foghorn Shuffle');
        $term = $this->json($this->get("/api/courses/$course/term"));
        self::assertCount(20, (array) $term['students']);
        self::assertCount(5, (array) $term['parts'], 'published parts');
        self::assertSame(['marked', 17.5, 0], $this->cell($term, 'Bo', $ferry, ['state', 'mark', 'late']));
        self::assertSame(['handed-in', null], $this->cell($term, 'Wren', $ferry, ['state', 'mark']));
        self::assertSame(['missing'], $this->cell($term, 'Amara Obi', $ferry, ['state']));
        self::assertSame(['open'], $this->cell($term, 'Wren', $this->part(self::MARCH), ['state']));
        self::assertEqualsWithDelta(17.5 / 20, $this->line($term, 'Bo')['share'], 1e-9);

        $plan = $this->assignment('Foghorn Shuffle');
        $excuse = ['students' => [$this->account('amara')], 'excused' => true, 'reason' => 'ill'];
        self::assertSame(204, $this->send('PUT', "/api/assignments/$plan/exemptions", $excuse)->getStatusCode());
        $this->assertProblem(422, 'weight', $this->send('PUT', "/api/assignments/$plan/weight", ['weight' => 11]));
        self::assertSame(204, $this->send('PUT', "/api/assignments/$plan/weight", ['weight' => 0])->getStatusCode());
        $term = $this->json($this->get("/api/courses/$course/term"));
        self::assertSame(['excused'], $this->cell($term, 'Amara Obi', $ferry, ['state']));
        self::assertNull($this->line($term, 'Bo')['share'], 'a task that does not count');
    }

    public function testTheBestOrTheLastAttemptCounts(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $march = $this->part(self::MARCH);
        $last = $this->cell($this->json($this->get("/api/courses/$course/term")), 'Ines Caldeira', $march, ['number']);
        self::assertSame([2], $last);
        $this->one(
            'UPDATE attempt SET suggested = 1 WHERE part_id = ? AND student_id = ? AND number = 2 RETURNING id',
            $march,
            $this->account('ines'),
        );
        $best = $this->cell($this->json($this->get("/api/courses/$course/term?attempt=best")), 'Ines Caldeira', $march, ['number', 'mark']);
        self::assertSame([1, 15.5], $best);
    }

    /** Twenty students with five parts, or five with one: the table costs the same number of queries. */
    public function testTheTermCostsAFixedNumberOfQueries(): void
    {
        $this->signIn('marit');
        $counts = [];
        foreach ([$this->course(), $this->course('Gull deck, Fridays')] as $course) {
            QueryLog::reset();
            self::assertSame(200, $this->get("/api/courses/$course/term")->getStatusCode());
            $counts[] = QueryLog::count();
        }
        self::assertGreaterThan(5, $counts[0]);
        self::assertSame($counts[0], $counts[1]);
    }

    public function testATeacherHasColumnsOfTheirOwn(): void
    {
        $this->signIn('odile');
        [$course, $wren] = [$this->course(), $this->account('wren')];
        $this->assertProblem(422, 'points', $this->send('POST', "/api/courses/$course/columns", ['title' => 'Playing', 'points' => 0]));
        $column = $this->text($this->json($this->send('POST', "/api/courses/$course/columns", ['title' => 'Playing', 'points' => 10])), 'id');
        $give = "/api/columns/$column/marks/$wren";
        $this->assertProblem(422, 'mark', $this->send('PUT', $give, ['mark' => 11]));
        self::assertSame(204, $this->send('PUT', $give, ['mark' => 8])->getStatusCode());
        self::assertSame(404, $this->send('PUT', "/api/columns/$column/marks/".$this->account('pim'), ['mark' => 8])->getStatusCode());
        $term = $this->json($this->get("/api/courses/$course/term"));
        self::assertSame(['marked', 8], $this->cell($term, 'Wren', $column, ['state', 'mark']));
        self::assertSame(0.8, $this->line($term, 'Wren')['share']);
        self::assertStringContainsString('Playing (of 10)', (string) $this->get("/api/courses/$course/term.csv")->getContent());
        $weight = ['title' => 'Playing aloud', 'points' => 10, 'weight' => 0];
        self::assertSame(204, $this->send('PUT', "/api/columns/$column", $weight)->getStatusCode());
        self::assertNull($this->line($this->json($this->get("/api/courses/$course/term")), 'Wren')['share']);
        self::assertSame(204, $this->send('PUT', $give, ['mark' => null])->getStatusCode());
        self::assertSame(['open', null], $this->cell($this->json($this->get("/api/courses/$course/term")), 'Wren', $column, ['state', 'mark']));
        $this->signIn('bertil');
        self::assertSame(404, $this->send('PUT', $give, ['mark' => 8])->getStatusCode());
        self::assertSame(404, $this->send('DELETE', "/api/columns/$column")->getStatusCode());
        $this->signIn('odile');
        self::assertSame(204, $this->send('PUT', $give, ['mark' => 9])->getStatusCode());
        $this->signIn('wren');
        self::assertContains('Playing aloud', array_column((array) $this->json($this->get('/api/term'))['tasks'], 'title'));
        $this->signIn('odile');
        self::assertSame(204, $this->send('DELETE', "/api/columns/$column")->getStatusCode());
        self::assertSame('0', $this->one('SELECT count(*)::text FROM own_mark'));
    }

    public function testResultsGoOutAndAreReadBack(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $csv = array_values(Csv::read((string) $this->get("/api/courses/$course/term.csv")->getContent()));
        foreach (['ods', 'xlsx', 'csv?mark=1'] as $kind) {
            $sheet = array_values(Table::read((string) $this->get("/api/courses/$course/term.$kind")->getContent()));
            self::assertSame($csv, array_map(static fn (array $line): array => array_pad($line, \count($csv[0]), ''), $sheet));
        }
        $byName = array_column($csv, null, 0);
        $foghorn = array_search('Foghorn Shuffle (of 20)', $csv[0], true);
        self::assertIsInt($foghorn);
        self::assertSame(['17.5', 'not marked', 'missing'], [$byName['Bo'][$foghorn], $byName['Wren'][$foghorn], $byName['Amara Obi'][$foghorn]]);

        $zip = (string) $this->get("/api/courses/$course/term.zip")->getContent();
        $files = Zip::read($zip, 50, 1_000_000, static fn (): bool => true, '');
        self::assertSame([], RosterBinding::faults($files));
        $results = array_values(Csv::read($files['results.csv']));
        $head = array_shift($results) ?? [];
        $records = array_map(static fn (array $cells): array => array_combine($head, $cells), $results);
        $bo = array_filter($records, fn (array $one): bool => $one['studentSourcedId'] === $this->account('bo')
            && $one['lineItemSourcedId'] === $this->part('Foghorn Shuffle'));
        self::assertSame(['fully graded', '17.5', 'false'], array_map(static fn (string $key): string => current($bo)[$key] ?? '', ['scoreStatus', 'score', 'late']));
        self::assertStringContainsString('file.results,bulk', $files['manifest.csv']);
        $items = array_values(Csv::read($files['lineItems.csv']));
        $head = array_shift($items) ?? [];
        $items = array_column(array_map(static fn (array $cells): array => array_combine($head, $cells), $items), null, 'sourcedId');
        $published = $this->one("SELECT to_char(a.published_at AT TIME ZONE 'Europe/London', 'YYYY-MM-DD') FROM part p "
            .'JOIN assignment a ON a.id = p.assignment_id WHERE p.id = ?', $this->part('Foghorn Shuffle'));
        self::assertSame($published, $items[$this->part('Foghorn Shuffle')]['assignDate'] ?? '');
        $returned = $this->one("SELECT to_char(f.returned_at AT TIME ZONE 'Europe/London', 'YYYY-MM-DD') FROM feedback f WHERE f.attempt_id = ?",
            $this->attempt('Foghorn Shuffle', 'bo'));
        self::assertSame($returned, current($bo)['scoreDate'] ?? '');
    }

    public function testAStudentReadsWhatWasReturnedAndNothingElse(): void
    {
        $this->signIn('ines');
        $own = $this->json($this->get('/api/term'));
        $tasks = array_column((array) $own['tasks'], null, 'title');
        self::assertSame(['marked', 20], [$this->at($tasks, 'Foghorn Shuffle.state'), $this->at($tasks, 'Foghorn Shuffle.mark')]);
        self::assertSame(['handed-in', null, []], array_map(
            fn (string $key): mixed => $this->at($tasks, self::MARCH.".$key"),
            ['state', 'mark', 'said'],
        ), 'her second attempt has not come back');
        self::assertArrayHasKey('Harbour Steps', $tasks, 'also of last year');
        $this->signIn('jun');
        $tasks = array_column((array) $this->json($this->get('/api/term'))['tasks'], null, 'title');
        self::assertSame(14, $this->at($tasks, 'Ferry Rocker.mark'));
        self::assertSame([], $this->at($tasks, 'Ferry Rocker.said'), 'its target is only heard, so its places are not told');
        self::assertSame(404, $this->get('/api/students/'.$this->account('jun').'/term')->getStatusCode());
    }

    public function testATeacherReadsWhatComesAgainAndAgain(): void
    {
        $this->signIn('odile');
        $page = $this->json($this->get('/api/students/'.$this->account('nour').'/term'));
        self::assertSame(
            [['text' => 'Snare: every hit is one sixteenth late.', 'tasks' => [self::MARCH, 'Harbour Steps']]],
            $page['habits'],
        );
        $this->signIn('bertil');
        self::assertSame(404, $this->get('/api/students/'.$this->account('nour').'/term')->getStatusCode(), 'no student of his');
    }

    public function testAPersonsFileHoldsTheirBeatsAndTheirsAlone(): void
    {
        $this->signIn('zoe');
        $zip = (string) $this->get('/api/my-file')->getContent();
        $files = Zip::read($zip, 200, 2_000_000, static fn (): bool => true, '');
        $attempts = array_values(Csv::read($files['attempts.csv']));
        self::assertCount(1 + 5, $attempts);
        $beats = array_filter(array_keys($files), static fn (string $name): bool => str_starts_with($name, 'beats/'));
        self::assertCount(5, $beats);
        foreach ($beats as $name) {
            PatternReader::read($files[$name]);
        }
        self::assertContains('Calm, and never empty. Go on to the spring tide.', array_column($attempts, 7));
        self::assertContains('shelf/001 Waves.pulsanda.json', array_keys($files));
        self::assertStringNotContainsString('Ines', implode(' ', $files));
        self::assertSame(404, $this->get('/api/accounts/'.$this->account('bo').'/file')->getStatusCode());
        $this->signIn('odile');
        self::assertSame(404, $this->get('/api/accounts/'.$this->account('bo').'/file')->getStatusCode(), 'the administrator gives it out');
        $this->signIn('marit');
        self::assertSame(200, $this->get('/api/accounts/'.$this->account('bo').'/file')->getStatusCode());
    }

    public function testErasingAPersonTakesAllAndLeavesTheClassRight(): void
    {
        $this->signIn('marit');
        $zoe = $this->account('zoe');
        $course = $this->course();
        $before = $this->json($this->get("/api/courses/$course/term"));
        $this->assertProblem(422, 'type "Zoë Lindqvist-Oyelaran"', $this->send('POST', "/api/accounts/$zoe/erase", ['name' => 'Zoe']));
        $odile = ['name' => 'Odile Marrick'];
        $this->assertProblem(409, 'has classes', $this->send('POST', '/api/accounts/'.$this->account('odile').'/erase', $odile));
        self::assertSame(204, $this->send('POST', "/api/accounts/$zoe/erase", ['name' => 'Zoë Lindqvist-Oyelaran'])->getStatusCode());
        $after = $this->json($this->get("/api/courses/$course/term"));
        $others = static fn (array $term): array => array_values(array_filter(
            (array) $term['students'],
            static fn (mixed $one): bool => \is_array($one) && $zoe !== $one['id'],
        ));
        self::assertSame($others($before), $others($after));
        self::assertCount(19, (array) $after['students']);
        foreach (['attempt' => 'student_id', 'draft' => 'student_id', 'enrolment' => 'student_id', 'shelf_item' => 'owner_id', 'account' => 'id'] as $table => $key) {
            self::assertSame('0', $this->one("SELECT count(*)::text FROM $table WHERE $key = ?", $zoe), $table);
        }
        self::assertNull($this->entities()->find(Account::class, $zoe));
        self::assertSame(404, $this->send('POST', "/api/accounts/$zoe/erase", ['name' => 'x'])->getStatusCode());
    }

    public function testClassesGoByTheYearsThatTheSchoolKeepsAndItIsShownBefore(): void
    {
        $this->signIn('marit');
        self::assertSame([], $this->json($this->get('/api/school/kept'))['classes'], 'nothing goes where no years are set');
        $school = ['name' => 'Saltmarsh Lantern Parade', 'zone' => 'Europe/Lisbon', 'counting' => 'steps', 'points' => 15, 'keepYears' => 1];
        $this->assertProblem(422, 'keepYears', $this->send('PUT', '/api/school', ['keepYears' => 0] + $school));
        $this->assertProblem(422, 'no such time zone', $this->send('PUT', '/api/school', ['zone' => 'Mars/North'] + $school));
        self::assertSame(204, $this->send('PUT', '/api/school', $school)->getStatusCode());
        self::assertSame('Europe/Lisbon', $this->at($this->json($this->get('/api/session')), 'account.zone'));
        $planned = $this->at($this->json($this->get('/api/school/kept')), 'classes.0');
        self::assertIsArray($planned);
        self::assertSame(['Parade line, the winter before', 6, 0], [$planned['name'], $planned['attempts'], $planned['students']]);
        self::assertSame(0, $this->service(Erasure::class)->overdue(), 'its time has not come');
        $this->one("UPDATE course SET archived_at = now() - interval '366 days' WHERE archived_at IS NOT NULL RETURNING id");
        // Whoever is in no other class goes with it.
        $this->one('DELETE FROM enrolment WHERE student_id = ? AND course_id = ? RETURNING course_id', $this->account('freya'), $this->course());
        $freya = $this->account('freya');
        self::assertSame(1, $this->service(Erasure::class)->overdue());
        self::assertSame('0', $this->one('SELECT count(*)::text FROM account WHERE id = ?', $freya));
        self::assertSame('1', $this->one("SELECT count(*)::text FROM account WHERE sign_in = 'ines'"));
        self::assertSame('0', $this->one("SELECT count(*)::text FROM assignment WHERE title = 'Harbour Steps'"));
    }

    /**
     * @param array<string, mixed> $term
     *
     * @return array<string, mixed>
     */
    private function line(array $term, string $name): array
    {
        foreach ((array) $term['students'] as $line) {
            if (\is_array($line) && $name === $line['name']) {
                /** @var array<string, mixed> */
                return $line;
            }
        }
        self::fail("$name is not in the table.");
    }

    /**
     * @param array<string, mixed> $term
     * @param list<string>         $keys
     *
     * @return list<mixed>
     */
    private function cell(array $term, string $name, string $part, array $keys): array
    {
        foreach ((array) $this->line($term, $name)['cells'] as $cell) {
            if (\is_array($cell) && $part === $cell['partId']) {
                return array_map(static fn (string $key): mixed => $cell[$key], $keys);
            }
        }
        self::fail('There is no such task.');
    }
}
