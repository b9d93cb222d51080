<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Table;
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

    #[DataProvider('spreadsheets')]
    public function testASpreadsheetIsAListAsWell(string $kind): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $rows = [['Locker', 'Family name', 'Given name'], ['', '', ''], ['007', "O'Neil, Jr", 'Bo "Bob"'], ['08', 'Ærø', 'Þóra']];
        $file = (string) Table::response($rows, $kind, 'list')->getContent();
        $query = '?head=1&columns=id,family,given';
        $look = $this->json($this->send('POST', "/api/courses/$course/list$query", $file));
        self::assertSame(['Bo "Bob" O\'Neil, Jr', 'Þóra Ærø'], array_column((array) $look['people'], 'name'));
        self::assertSame([3, 4], array_column((array) $look['people'], 'line'));
        self::assertSame(2, $this->json($this->send('POST', "/api/courses/$course/list/take$query", $file))['made']);
        self::assertSame('007', $this->one("SELECT source FROM account WHERE family = 'O''Neil, Jr'"));
        foreach (["$kind?mark=0", "$kind?mark=1"] as $away) {
            $look = $this->json($this->send('POST', "/api/courses/$course/list", (string) $this->get("/api/courses/$course/list.$away")->getContent()));
            self::assertSame(0, $look['count'], 'what goes out brings nobody in');
            self::assertGreaterThan(1, $look['already']);
        }
        self::assertSame(404, $this->get("/api/courses/$course/list.pdf")->getStatusCode());
    }

    /** @return iterable<string, array{string}> */
    public static function spreadsheets(): iterable
    {
        yield 'CSV' => ['csv'];
        yield 'Office Open XML' => ['xlsx'];
        yield 'OpenDocument' => ['ods'];
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
        yield 'no column of names' => ["Email,ID\na@b.example,1\n", 'no column has a name'];
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
        self::assertSame(404, $this->get('/api/courses/'.$this->course().'/list.csv')->getStatusCode());
        self::assertSame(404, $this->send('POST', '/api/school/oneroster', 'PK')->getStatusCode(), 'the set is the administrator\'s');
    }

    public function testNobodyGetsAStudentOfOthersByAnId(): void
    {
        $this->one("UPDATE account SET source = '1001' WHERE sign_in = 'pim' RETURNING id");
        $this->one("UPDATE account SET source = '1002' WHERE sign_in = 'marit' RETURNING id");
        $this->signIn('odile');
        $course = $this->course();
        foreach ([1001, 1002, $this->account('tariq')] as $id) {
            $this->assertProblem(422, 'you do not teach the person', $this->send('POST', "/api/courses/$course/list/take", "Name,ID\nX,$id\n"));
        }
        $this->signIn('marit');
        $taken = $this->json($this->send('POST', "/api/courses/$course/list/take", "Name,ID\nPim,1001\n"));
        self::assertSame([0, 1], [$taken['made'], $taken['enrolled']], 'the administrator knows everybody');
    }

    public function testTheOneRosterSetGoesOutAndComesInAgain(): void
    {
        $this->signIn('marit');
        $zip = (string) $this->get('/api/school/oneroster')->getContent();
        $files = Zip::read($zip, 50, 1_000_000, static fn (): bool => true, '');
        self::assertSame('manifest.csv', array_key_first($files));
        self::assertSame([], RosterBinding::faults($files));
        $broken = ['users.csv' => str_replace(',true,', ',yes,', $files['users.csv'])] + $files;
        self::assertSame(['users.enabledUser: yes'], RosterBinding::faults($broken));
        $users = array_values(Csv::read($files['users.csv']));
        self::assertCount(1 + 3 + 20 + 5 + 4, $users, 'head, teachers and students of the three classes that are not put away');
        $look = $this->json($this->send('POST', '/api/school/oneroster', $zip));
        self::assertSame([0, 0, 32, 0, true], [
            $look['newTeachers'], $look['newStudents'], $look['known'], $look['faultCount'], $look['nothing'],
        ], 'everybody is known by their id');
        $before = $this->people();
        // What is not new is that the places have ids now; the second time there is nothing at all.
        self::assertSame(201, $this->send('POST', '/api/school/oneroster/take', $zip)->getStatusCode());
        $this->assertProblem(409, 'is here already', $this->send('POST', '/api/school/oneroster/take', $zip));
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

    public function testTheSameSetAgainAndAClassThatIsRenamed(): void
    {
        $this->signIn('marit');
        $this->taken(self::set());
        $before = $this->people();
        $this->assertProblem(409, 'Everything of this set is here already.', $this->take(self::set()));
        $set = self::set();
        $set['classes.csv'] = str_replace('Kelp line', 'Kelp band', $set['classes.csv']);
        $set['users.csv'] = str_replace(['Ada,Marsh', 'Christopher,Holm'], ['Ada,Reed', 'Christopher,Holm'], $set['users.csv']);
        $look = $this->look($set);
        self::assertSame([['from' => 'Kelp line', 'to' => 'Kelp band']], $look['renamed']);
        self::assertSame([['from' => 'Ada Marsh', 'to' => 'Ada Reed']], $look['changed']);
        self::assertSame([0, [], 0, 0], [$look['newStudents'], $look['classes'], $look['enter'], $look['end']]);
        $id = $this->taken($set);
        self::assertSame($before, $this->people(), 'one class, the same people');
        self::assertSame('Kelp band', $this->one("SELECT name FROM course WHERE source = 'c1'"));
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
        self::assertSame('Kelp line', $this->one("SELECT name FROM course WHERE source = 'c1'"));
        self::assertSame('Ada Marsh', $this->one("SELECT name FROM account WHERE source = 's1'"));
    }

    public function testTwoSchoolsWithClassesOfOneNameStayApart(): void
    {
        $this->signIn('marit');
        $set = self::set();
        $set['orgs.csv'] = "sourcedId,status,name,type\no,active,Harbour School,school\np,active,Dune School,school\n";
        $set['classes.csv'] = "sourcedId,status,title,schoolSourcedId,termSourcedIds\nc1,,Kelp line,o,y\nc9,,Kelp line,p,y\n";
        $set['users.csv'] .= "s9,,true,x,Nils,Fjord,,\n";
        $set['enrollments.csv'] .= "e9,,,c9,p,s9,student,false,,\n";
        $look = $this->look($set);
        self::assertSame(['Harbour School', 'Dune School'], array_column((array) $look['schools'], 'name'));
        $this->assertProblem(422, 'this set holds several schools; choose one', $this->take($set));
        $this->assertProblem(422, 'there is no such school', $this->take($set, 'x'));
        $this->taken($set, 'p');
        self::assertSame('s9', $this->one("SELECT string_agg(a.source, ',') FROM enrolment e JOIN account a ON a.id = e.student_id "
            ."JOIN course c ON c.id = e.course_id WHERE c.name = 'Kelp line'"));
        self::assertSame('0', $this->one("SELECT count(*)::text FROM account WHERE source IN ('s1', 's2', 't1')"), 'of the other school nobody');
        $this->taken($set, 'o');
        self::assertSame('2', $this->one("SELECT count(*)::text FROM course WHERE name = 'Kelp line' AND source IN ('c1', 'c9')"));
        self::assertSame('2', $this->one("SELECT count(*)::text FROM enrolment e JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"));
    }

    public function testRolesDecideWhoIsWhat(): void
    {
        $this->signIn('marit');
        $set = self::set();
        foreach (['parent', 'guardian', 'relative', 'aide', 'principal', 'proctor', 'something new'] as $i => $role) {
            $set['users.csv'] .= "o$i,,true,x,Other,Person$i,,\n";
            $set['roles.csv'] .= "ro$i,,o$i,primary,$role\n";
            $set['enrollments.csv'] .= "eo$i,,,c1,o,o$i,$role,false,,\n";
        }
        $look = $this->look($set);
        self::assertSame([1, 2, 7], [$look['newTeachers'], $look['newStudents'], $look['others']]);
        // Without roles.csv, what people are enrolled as counts.
        unset($set['roles.csv']);
        $look = $this->look($set);
        self::assertSame([1, 2, 7], [$look['newTeachers'], $look['newStudents'], $look['others']]);
        $this->taken($set);
        $set['users.csv'] .= "s5,,true,x,Una,Vance,,\n";
        $set['enrollments.csv'] = str_replace('c1,o,s1,student', 'c1,o,s1,teacher', $set['enrollments.csv']);
        self::assertSame(['users.csv, line 3: Ada Marsh is a student here, and not so in the set; remove one of the two first.'], $this->look($set)['faults']);
    }

    public function testWhatIsOverDeletedOrDisabled(): void
    {
        $this->signIn('marit');
        $this->taken(self::set());
        $set = self::set();
        // One place has ended, one person is disabled there; a third place begins one day, and a class was deleted before.
        $set['users.csv'] = str_replace('s2,active,true', 's2,active,false', $set['users.csv']);
        $set['users.csv'] .= "s3,active,true,x,Una,Vance,,\n";
        $set['enrollments.csv'] = str_replace('s1,student,false,,', 's1,student,false,2026-08-01,2026-09-30', $set['enrollments.csv']);
        $set['enrollments.csv'] .= "e4,active,,c1,o,s3,student,false,2099-01-01,\n";
        $look = $this->look($set);
        self::assertSame([['Christopher Holm'], 2, 0, 4], [$look['disabled'], $look['end'], $look['enter'], $look['over']]);
        $id = $this->taken($set);
        self::assertSame('0', $this->one("SELECT count(*)::text FROM enrolment e JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"));
        self::assertSame('2', $this->one("SELECT count(*)::text FROM past_enrolment e JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"));
        self::assertNotSame('', $this->one("SELECT disabled_at::text FROM account WHERE source = 's2'"));
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
        self::assertSame('2', $this->one("SELECT count(*)::text FROM enrolment e JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"));
        self::assertSame('', $this->one("SELECT coalesce(disabled_at::text, '') FROM account WHERE source = 's2'"));
        // A class whose sessions are over is not made.
        $old = self::set();
        $old['academicSessions.csv'] = str_replace('2027-07-31', '2026-07-31', $old['academicSessions.csv']);
        $old['classes.csv'] = str_replace('c1,', 'c7,', $old['classes.csv']);
        $old['enrollments.csv'] = str_replace('c1,', 'c7,', $old['enrollments.csv']);
        self::assertSame([], $this->look($old)['classes']);
        // Of one that is here, nobody is put out when its sessions are over, or when the other system deletes it.
        $over = self::set();
        $over['academicSessions.csv'] = str_replace('2027-07-31', '2026-07-31', $over['academicSessions.csv']);
        $deleted = self::set();
        $deleted['classes.csv'] = str_replace('c1,active', 'c1,tobedeleted', $deleted['classes.csv']);
        self::assertSame([0, 0], [$this->look($over)['end'], $this->look($deleted)['end']]);
    }

    public function testTeachersComeAndLeaveBySetsAndOthersStay(): void
    {
        $this->signIn('marit');
        $this->taken(self::set());
        $with = self::set();
        $with['users.csv'] .= "t2,active,true,x,Rowan,Quill,,\n";
        $with['roles.csv'] .= "r4,active,t2,primary,teacher\n";
        $with['enrollments.csv'] .= "e9,active,,c1,o,t2,teacher,false,,\n";
        self::assertSame([1, 1, 0, false], $this->teachersOf($this->look($with)));
        $id = $this->taken($with);
        $colleagues = "SELECT coalesce(string_agg(a.source, ',' ORDER BY a.source), '') FROM colleague k JOIN account a ON a.id = k.account_id "
            ."JOIN course c ON c.id = k.course_id WHERE c.source = 'c1'";
        self::assertSame('t2', $this->one($colleagues));
        self::assertSame([0, 0, 0, true], $this->teachersOf($this->look($with)), 'the same set again changes nothing');
        // Without the place: out of the class, and by taking that back in again; whose class it is stays, named or not.
        $without = ['enrollments.csv' => (string) preg_replace('/^e9.*\n/m', '', $with['enrollments.csv'])] + $with;
        $without['enrollments.csv'] = (string) preg_replace('/^e1.*\n/m', '', $without['enrollments.csv']);
        self::assertSame([0, 0, 1, false], $this->teachersOf($this->look($without)));
        $ended = $this->taken($without);
        self::assertSame('', $this->one($colleagues));
        self::assertSame('t1', $this->one("SELECT a.source FROM course c JOIN account a ON a.id = c.teacher_id WHERE c.source = 'c1'"));
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$ended")->getStatusCode());
        self::assertSame('t2', $this->one($colleagues));
        // With whom a teacher has shared the class, stays; a place of theirs makes them the set's.
        $this->one('UPDATE colleague SET source = NULL RETURNING course_id');
        self::assertSame([0, 0, 0, true], $this->teachersOf($this->look($without)));
        $this->taken($with);
        self::assertSame([0, 0, 1, false], $this->teachersOf($this->look($without)));
        self::assertSame(204, $this->send('DELETE', "/api/intakes/$id")->getStatusCode());
        self::assertSame('', $this->one($colleagues));
    }

    /**
     * @param array<mixed> $look
     *
     * @return array{mixed, mixed, mixed, mixed} new ones, who come into classes, who leave them, whether nothing is changed
     */
    private function teachersOf(array $look): array
    {
        return [$look['newTeachers'], $look['teach'], $look['leave'], $look['nothing']];
    }

    public function testADeltaSetTellsOnlyChanges(): void
    {
        $this->signIn('marit');
        $this->taken(self::set());
        $manifest = "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.users,delta\nfile.classes,delta\n"
            ."file.enrollments,delta\nfile.roles,absent\n";
        $delta = [
            'manifest.csv' => $manifest,
            'users.csv' => "sourcedId,status,dateLastModified,enabledUser,givenName,familyName\ns4,active,2026-11-01T00:00:00Z,true,Una,Vance\n",
            'classes.csv' => "sourcedId,status,dateLastModified,title\n",
            'enrollments.csv' => "sourcedId,status,dateLastModified,classSourcedId,userSourcedId,role\n"
                ."e4,active,2026-11-01T00:00:00Z,c1,s4,student\ne2,tobedeleted,2026-11-01T00:00:00Z,c1,s1,student\n",
        ];
        $look = $this->look($delta);
        self::assertSame([true, 1, 1, 1, []], [$look['delta'], $look['newStudents'], $look['enter'], $look['end'], $look['faults']]);
        $this->taken($delta);
        self::assertSame('s2,s4', $this->one("SELECT string_agg(a.source, ',' ORDER BY a.source) FROM enrolment e JOIN account a ON a.id = e.student_id "
            ."JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"), 'who is not named stays');
        // All there is, without one of them: that one leaves. Whom somebody has put there by hand stays.
        $this->one("UPDATE enrolment SET source = NULL WHERE student_id = (SELECT id FROM account WHERE source = 's4') RETURNING student_id");
        $bulk = self::set();
        $bulk['enrollments.csv'] = (string) preg_replace('/^e3.*\n/m', '', $bulk['enrollments.csv']);
        $this->taken($bulk);
        self::assertSame('s1,s4', $this->one("SELECT string_agg(a.source, ',' ORDER BY a.source) FROM enrolment e JOIN account a ON a.id = e.student_id "
            ."JOIN course c ON c.id = e.course_id WHERE c.source = 'c1'"));
    }

    /** @param array<string, string> $files */
    #[DataProvider('faultySets')]
    public function testFaultsAreNamedByFileAndLine(array $files, string $sentence): void
    {
        $this->signIn('marit');
        self::assertContains($sentence, (array) $this->look($files)['faults']);
        self::assertSame(422, $this->take($files)->getStatusCode());
    }

    /** @return iterable<string, array{array<string, string>, string}> */
    public static function faultySets(): iterable
    {
        $set = self::set();
        $with = static fn (string $file, string $more): array => ["$file.csv" => $set["$file.csv"].$more] + $set;
        yield 'a person twice' => [$with('users', "s1,active,true,x,Ada,Marsh,,\n"), 'users.csv, line 5: the sourcedId "s1" stands in line 3 already.'];
        yield 'a class twice' => [$with('classes', "c1,active,,Kelp,y\n"), 'classes.csv, line 4: the sourcedId "c1" stands in line 2 already.'];
        yield 'a place twice' => [
            $with('enrollments', "e2,active,,c1,o,s2,student,false,,\n"),
            'enrollments.csv, line 5: the sourcedId "e2" stands in line 3 already.',
        ];
        yield 'no id' => [$with('users', ",active,true,x,Ada,Marsh,,\n"), 'users.csv, line 5: there is no sourcedId.'];
        yield 'a status' => [$with('users', "s8,gone,true,x,Ada,Marsh,,\n"), 'users.csv, line 5: status must be active or tobedeleted.'];
        yield 'enabledUser' => [$with('users', "s8,active,yes,x,Ada,Marsh,,\n"), 'users.csv, line 5: enabledUser must be true or false.'];
        yield 'a date' => [
            $with('enrollments', "e8,active,,c1,o,s2,student,false,1.9.2026,\n"),
            'enrollments.csv, line 5: beginDate must be like 2026-09-01.',
        ];
        $manifest = "propertyName,value\nfile.users,bulk\nfile.orgs,bulk\nfile.classes,some\n";
        yield 'a file that the manifest promises' => [['manifest.csv' => $manifest] + $set, 'manifest.csv: orgs.csv should be here (bulk), and is not.'];
        yield 'a kind' => [['manifest.csv' => $manifest] + $set, 'manifest.csv: file.classes is "some"; it must be bulk, delta or absent.'];
        $many = $set;
        for ($i = 0; $i < 60; ++$i) {
            $many['users.csv'] .= "m$i,active,true,x,Given$i,Family,,\n";
            $many['enrollments.csv'] .= "em$i,active,,c1,o,m$i,student,false,,\n";
        }
        yield 'too many' => [$many, 'classes.csv, line 2: "Kelp line" would have 62 students; a class holds 60.'];
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
    private function take(array $files, string $school = ''): \Symfony\Component\HttpFoundation\Response
    {
        return $this->send('POST', "/api/school/oneroster/take?school=$school", Zip::write($files));
    }

    /**
     * @param array<string, string> $files
     *
     * @return string the id of the list
     */
    private function taken(array $files, string $school = ''): string
    {
        $response = $this->take($files, $school);
        self::assertSame(201, $response->getStatusCode(), (string) $response->getContent());

        return $this->text($this->json($response), 'id');
    }

    /**
     * @param array<string, string> $files
     *
     * @return array<mixed>
     */
    private function look(array $files): array
    {
        return $this->json($this->send('POST', '/api/school/oneroster', Zip::write($files)));
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
