<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;

/**
 * Goes through the whole table of docs/people.md: what it says of administrator, teacher and student is asked of the server by the administrator, by the
 * teacher of a class, by one with whom it is shared, by one with whom it is not, and by a student.
 */
final class PeopleTableTest extends ApiTestCase
{
    private const PEOPLE = ['administrator' => 'marit', 'own teacher' => 'odile', 'colleague' => 'bertil', 'other teacher' => 'bertil', 'student' => 'wren'];
    /** What a cell of the teacher's column says of the three teachers. */
    private const TEACHERS = [
        'yes' => [true, true, true],
        'no' => [false, false, false],
        'own ones' => [true, true, true],
        'own classes' => [true, false, false],
        'own students' => [true, true, false],
        'own and shared' => [true, true, false],
        'tries it' => [true, true, false],
        'own, shared, those that ship' => [true, true, true],
    ];
    /** What is asked for each line: method, path, body where there is one. */
    private const ASKED = [
        'what holds for the school' => ['PUT', '/api/school', ['name' => 'S', 'zone' => 'UTC', 'counting' => 'steps', 'points' => 20, 'keepYears' => null]],
        'make teachers' => ['POST', '/api/teachers', ['names' => 'Ottoline Fenn']],
        'OneRoster set in' => ['POST', '/api/accounts/{pim}/erase', ['name' => 'Pim Okafor']],
        'give a class to another teacher' => ['PUT', '/api/courses/{course}/teacher', ['teacherId' => '{bertil}']],
        'OneRoster set out' => ['GET', '/api/school/oneroster'],
        'make classes' => ['POST', '/api/courses', ['name' => 'A new class']],
        'name, year and counting of a class' => ['PUT', '/api/courses/{course}', ['name' => 'Another name', 'year' => '2026/27']],
        'share a class' => ['POST', '/api/courses/{course}/next', ['name' => 'Next', 'year' => '2027/28']],
        'students: add' => ['POST', '/api/courses/{course}/students', ['names' => 'Ada Marsh']],
        'find a student' => ['GET', '/api/people?name=wren'],
        'put a removed student back' => ['PUT', '/api/courses/{course}/students/{wren}'],
        'plan, publish' => ['GET', '/api/courses/{course}/term'],
        'a student\'s page over the term' => ['GET', '/api/students/{wren}/term'],
        'a task: see, build, hand in' => ['GET', '/api/parts/{part}/bench'],
        'answers and marks' => ['GET', '/api/attempts/{attempt}'],
        'Shelf: patterns and tasks' => ['GET', '/api/shelf'],
        'share with the school' => ['POST', '/api/shelf'],
        'kits of one\'s own' => ['PUT', '/api/kits', ['name' => 'Mine', 'base' => 'pier', 'pieces' => [['instrument' => 'kick', 'sound' => null]]]],
        'own password' => ['GET', '/api/my-file'],
        'two-step sign-in' => ['POST', '/api/second/key'],
    ];

    #[DataProvider('lines')]
    public function testTheTableHolds(string $line, string $who, bool $may): void
    {
        $asked = self::ASKED[$line] ?? self::fail("Nothing is asked for the line \"$line\" of docs/people.md.");
        if ('colleague' === $who) {
            $this->signIn('odile');
            $share = ['colleagues' => [$this->account('bertil')]];
            self::assertSame(204, $this->send('PUT', '/api/courses/'.$this->course().'/colleagues', $share)->getStatusCode());
        }
        $this->signIn(self::PEOPLE[$who]);
        $path = $this->filled($asked[1], $who);
        if ('share with the school' === $line) {
            // A pattern to share: any of a task.
            $pattern = json_decode($this->one('SELECT start::text FROM part LIMIT 1'), true);
            $response = $this->send('POST', $path, ['title' => 'Mine', 'shared' => true, 'pattern' => $pattern]);
            $shared = 201 === $response->getStatusCode() && 't' === $this->one("SELECT shared::text::char FROM shelf_item WHERE title = 'Mine'");
            self::assertSame($may, $shared);

            return;
        }
        $status = 'GET' === $asked[0]
            ? $this->get($path)->getStatusCode()
            : $this->send($asked[0], $path, json_decode($this->filled((string) json_encode($asked[2] ?? []), $who), true))->getStatusCode();
        self::assertContains($status, $may ? [200, 201, 204] : [403, 404], "$who: {$asked[0]} $path");
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function lines(): iterable
    {
        $page = (string) file_get_contents(\dirname(__DIR__, 2).'/docs/people.md');
        preg_match_all('/^\| (.+?) \| (.+?) \| (.+?) \| (.+?) \|$/m', $page, $lines, \PREG_SET_ORDER);
        self::assertCount(\count(self::ASKED), $lines, 'every line of the table is asked, and every question has a line');
        foreach ($lines as [, $label, $administrator, $teacher, $student]) {
            $line = $label;
            foreach (array_keys(self::ASKED) as $beginning) {
                $line = str_starts_with($label, $beginning) ? $beginning : $line;
            }
            yield "$line: administrator" => [$line, 'administrator', 'no' !== $administrator];
            foreach (array_combine(['own teacher', 'colleague', 'other teacher'], self::TEACHERS[$teacher]) as $who => $may) {
                yield "$line: $who" => [$line, $who, $may];
            }
            yield "$line: student" => [$line, 'student', !str_starts_with($student, 'no')];
        }
    }

    /** Students ask for what is theirs, staff for what is a student's. */
    private function filled(string $text, string $who): string
    {
        if ('student' === $who) {
            $text = strtr($text, ['/api/students/{wren}/term' => '/api/term', '{attempt}' => $this->attempt('Foghorn Shuffle', 'wren')]);
        }

        return strtr($text, [
            '{course}' => $this->course(),
            '{part}' => $this->part("Lamplighters' March"),
            '{attempt}' => $this->attempt('Foghorn Shuffle', 'ines'),
            '{wren}' => $this->account('wren'),
            '{pim}' => $this->account('pim'),
            '{bertil}' => $this->account('bertil'),
        ]);
    }
}
