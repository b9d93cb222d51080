<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Zip;

/** Lists of people in and out: a table with any columns, and the OneRoster set; whole or not at all, and taken back. */
final class ListTest extends ApiTestCase
{
    private const TABLE = "Locker,Last name,First name,Preferred name,E-mail\n"
        ."77,Marsh,Ada,Adi,ada@saltmarsh.example\n78,\"O'Neil, Jr\",Bo,,\n\n79,Ærø,Þóra,,\n";

    public function testATableIsLookedAtThenBroughtInThenTakenBack(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $look = $this->json($this->send('POST', "/api/courses/$course/list", self::TABLE));
        self::assertSame(['', 'family', 'given', 'called', 'email'], $look['columns']);
        self::assertTrue($look['head']);
        self::assertSame(['Ada Marsh', "Bo O'Neil, Jr", 'Þóra Ærø'], array_column((array) $look['people'], 'name'));
        self::assertSame(['Adi', 'Bo', 'Þóra'], array_column((array) $look['people'], 'given'));
        self::assertSame([2, 3, 5], array_column((array) $look['people'], 'line'));
        $before = $this->people();

        // A column is said to be something else.
        $take = "/api/courses/$course/list/take?head=1&columns=id,family,given,called,email";
        $taken = $this->json($this->send('POST', $take, self::TABLE));
        self::assertSame([3, 3], [$taken['made'], $taken['enrolled']]);
        self::assertSame('77', $this->one("SELECT source FROM account WHERE name = 'Ada Marsh'"));
        self::assertSame('none', $this->at($this->json($this->get("/api/courses/$course/students")), 'students.0.password'));
        $look = $this->json($this->send('POST', "/api/courses/$course/list?head=1&columns=id,family,given,called,email", self::TABLE));
        self::assertSame([0, 3], [$look['count'], $look['already']], 'once more is nobody new');

        $slips = $this->json($this->send('POST', "/api/courses/$course/slips"));
        self::assertCount(3, (array) $slips['slips']);
        $id = $this->text($this->json($this->get('/api/school')), 'intake.id');
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
        self::assertSame($before, $this->people());
        self::assertSame(404, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
    }

    public function testWhoHasBegunStays(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $id = $this->text($this->json($this->send('POST', "/api/courses/$course/list/take", "Name\nAda Marsh\n")), 'id');
        $this->one(
            'INSERT INTO draft (id, part_id, student_id, school_id, pattern, note, version, saved_at) SELECT gen_random_uuid(), d.part_id, a.id, d.school_id, d.pattern, '
                ."'', 1, now() FROM draft d, account a WHERE a.name = 'Ada Marsh' LIMIT 1 RETURNING part_id",
        );
        $this->assertProblem(409, 'begun to work already', $this->send('DELETE', "/api/intakes/$id"));
    }

    #[DataProvider('encodings')]
    public function testEveryEncodingOfASpreadsheetIsRead(string $bytes): void
    {
        self::assertSame(['Zoë Ærø', 'Łukasz'], array_column(\array_slice(Csv::read($bytes), 1), 0));
    }

    /** @return iterable<string, array{string}> */
    public static function encodings(): iterable
    {
        $text = "Name;Group\r\nZoë Ærø;a\r\nŁukasz;b\r\n";
        yield 'UTF-8' => [$text];
        yield 'UTF-8 with a mark' => ["\xEF\xBB\xBF".$text];
        yield 'UTF-16' => ["\xFF\xFE".mb_convert_encoding($text, 'UTF-16LE', 'UTF-8')];
        yield 'UTF-16 the other way round, no mark' => [mb_convert_encoding($text, 'UTF-16BE', 'UTF-8')];
        yield 'tabs' => [str_replace(';', "\t", $text)];
    }

    public function testWindowsLettersAreRead(): void
    {
        self::assertSame('Zoë Ærø', Csv::read((string) mb_convert_encoding("Name\nZoë Ærø", 'Windows-1252', 'UTF-8'))[2][0]);
    }

    public function testNoCellIsTakenForAFormula(): void
    {
        $written = Csv::write([['=1+2', '+49 170', '-3', -3, '@x', 'a "b", c', "\ttab"]]);
        self::assertSame("'=1+2,\"'+49 170\",-3,-3,'@x,\"a \"\"b\"\", c\",\"'\ttab\"\r\n", $written);
        self::assertSame("a;'=1+1,\"b\t'@x\",c;d\r\n", Csv::write([['a;=1+1', "b\t@x", 'c;d']]), 'nor what another program takes for a cell');
        $rows = [["a,b\n\"c\"", 'é'], ['', 'x']];
        self::assertSame($rows, array_values(Csv::read(Csv::write($rows))), 'what is written is read again');
    }

    #[DataProvider('wrong')]
    public function testATableThatCannotBeIsToldByLineAndNothingIsKept(string $table, string $sentence): void
    {
        $this->signIn('odile');
        $before = $this->people();
        $this->assertProblem(422, $sentence, $this->send('POST', '/api/courses/'.$this->course().'/list/take', $table));
        self::assertSame($before, $this->people());
    }

    /** @return iterable<string, array{string, string}> */
    public static function wrong(): iterable
    {
        yield 'nothing' => ['', 'There is nothing in this file'];
        yield 'a picture' => ["\x89PNG\r\n\x1a\n\x01\x02", 'no table of text'];
        yield 'twice' => ["Name\nAda\nBo\nAda\n", 'line 4: "Ada" stands in line 2 already'];
        yield 'an id twice' => ["Name,ID\nAda,1\nBo,1\n", 'line 3: the id "1" stands in line 2'];
        yield 'no name' => ["Name,Email\nAda,\n,b@c.example\n", 'line 3: there is no name'];
        yield 'no address' => ["Name,Email\nAda,nowhere\n", 'line 2: this is no address for mail'];
        yield 'too long' => ["Name\n".str_repeat('a', 121)."\n", 'line 2'];
        yield 'no column of names' => ["Email,ID\na@b.example,1\n", 'no column holds a name'];
        yield 'too many' => ["Name\n".implode("\n", array_map(static fn (int $i): string => "P $i", range(1, 41))), 'line 42: from here on'];
        yield 'far too many' => ["Name\n".str_repeat("x\n", 10_001), 'more than 10000 lines'];
        yield 'a quotation mark that never ends' => ["Name\n\"".str_repeat("a,b\n", 2000), 'a cell is far too long'];
        yield 'wide' => [str_repeat('a,', 200)."\n", 'more than 100 cells'];
    }

    public function testAnotherTeachersClassAndListAreNotHere(): void
    {
        $this->signIn('bertil');
        foreach (['/list', '/list/take', '/slips'] as $path) {
            self::assertSame(404, $this->send('POST', '/api/courses/'.$this->course().$path, "Name\nAda")->getStatusCode(), $path);
        }
        self::assertSame(404, $this->get('/api/courses/'.$this->course().'/list')->getStatusCode());
        self::assertSame(404, $this->send('POST', '/api/school/oneroster', 'PK')->getStatusCode(), 'the set is the keeper\'s');
    }

    public function testNobodyGetsAStudentOfOthersByAnId(): void
    {
        $this->one("UPDATE account SET source = '1001' WHERE sign_in = 'pim' RETURNING id");
        $this->one("UPDATE account SET source = '1002' WHERE sign_in = 'marit' RETURNING id");
        $this->signIn('odile');
        $course = $this->course();
        foreach ([1001, 1002, $this->account('tariq')] as $id) {
            $this->assertProblem(422, 'whom you do not teach', $this->send('POST', "/api/courses/$course/list/take", "Name,ID\nX,$id\n"));
        }
        $this->signIn('marit');
        $taken = $this->json($this->send('POST', "/api/courses/$course/list/take", "Name,ID\nPim,1001\n"));
        self::assertSame([0, 1], [$taken['made'], $taken['enrolled']], 'the keeper knows everybody');
    }

    public function testTheOneRosterSetGoesOutAndComesInAgain(): void
    {
        $this->signIn('marit');
        $zip = (string) $this->get('/api/school/oneroster')->getContent();
        $files = Zip::read($zip, 50, 1_000_000, static fn (): bool => true, '');
        self::assertSame('manifest.csv', array_key_first($files));
        $users = array_values(Csv::read($files['users.csv']));
        self::assertCount(1 + 2 + 20 + 5, $users, 'head, teachers and students of the two classes that are not put away');
        $look = $this->json($this->send('POST', '/api/school/oneroster', $zip));
        self::assertSame([2, 25, 0], [$look['teachers'], $look['students'], $look['faultCount']]);
        self::assertSame(27, $look['enrolments']);
        $before = $this->people();
        $taken = $this->json($this->send('POST', '/api/school/oneroster/take', $zip));
        self::assertSame([0, 0], [$taken['made'], $taken['enrolled']], 'everybody is known by their id');
        self::assertSame($before, $this->people());
    }

    public function testASetOfAnotherSystemMakesClassesTeachersAndStudents(): void
    {
        $this->signIn('marit');
        $set = self::set();
        $taken = $this->json($this->send('POST', '/api/school/oneroster/take', Zip::write($set)));
        self::assertSame([3, 2], [$taken['made'], $taken['enrolled']]);
        $this->one("SELECT id FROM course WHERE name = 'Kelp line' AND year = '2027' AND teacher_id = (SELECT id FROM account WHERE source = 't1')");
        self::assertSame('Kit', $this->one("SELECT given FROM account WHERE source = 's2'"));
        $id = $this->text($taken, 'id');
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
        self::assertSame('0', $this->one("SELECT count(*)::text FROM account WHERE source IN ('t1', 's1', 's2')"));
        self::assertSame('0', $this->one("SELECT count(*)::text FROM course WHERE name = 'Kelp line'"));
    }

    public function testASetThatCannotBeIsRefusedWhole(): void
    {
        $this->signIn('marit');
        $before = $this->people();
        $bad = self::set();
        $bad['enrollments.csv'] .= "e9,active,,c1,o,nobody,student,false,,\n";
        $this->assertProblem(422, 'enrollments.csv, line 5: there is no such user', $this->take($bad));
        $bad = self::set();
        unset($bad['users.csv']);
        $this->assertProblem(422, 'users.csv: this file is missing', $this->take($bad));
        $bad = self::set();
        $bad['users.csv'] = "id,name\n1,x\n";
        $this->assertProblem(422, 'users.csv: the column "sourcedId" is missing', $this->take($bad));
        $this->assertProblem(422, 'This is no zip', $this->send('POST', '/api/school/oneroster/take', 'no zip'));
        $bomb = self::set() + ['orgs.csv' => str_repeat('0', 20_000_000)];
        $bomb['users.csv'] = str_repeat('0', 20_000_000);
        $this->assertProblem(422, 'users.csv', $this->take($bomb));
        self::assertSame($before, $this->people());
    }

    /** @param array<string, string> $files */
    private function take(array $files): \Symfony\Component\HttpFoundation\Response
    {
        return $this->send('POST', '/api/school/oneroster/take', Zip::write($files));
    }

    /** @return array<string, string> */
    private static function set(): array
    {
        return [
            'academicSessions.csv' => "sourcedId,status,title,type,startDate,endDate,parentSourcedId,schoolYear\ny,active,x,schoolYear,2026-08-01,2027-07-31,,2027\n",
            'classes.csv' => "sourcedId,status,dateLastModified,title,termSourcedIds\nc1,active,,Kelp line,y\nc2,tobedeleted,,Gone,y\n",
            'users.csv' => "sourcedId,status,enabledUser,username,givenName,familyName,email,preferredGivenName\nt1,active,true,x,Ottoline,Fenn,,\n"
                ."s1,active,true,x,Ada,Marsh,,\ns2,active,true,x,Christopher,Holm,,Kit\n",
            'roles.csv' => "sourcedId,status,userSourcedId,roleType,role\nr1,active,t1,primary,teacher\nr2,active,s1,primary,student\n",
            'enrollments.csv' => "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\n"
                ."e1,active,,c1,o,t1,teacher,true,,\ne2,active,,c1,o,s1,student,false,,\ne3,active,,c1,o,s2,student,false,,\n",
        ];
    }

    private function people(): string
    {
        return $this->one("SELECT (SELECT count(*) FROM account) || ' ' || (SELECT count(*) FROM enrolment) || ' ' || (SELECT count(*) FROM course)");
    }
}
