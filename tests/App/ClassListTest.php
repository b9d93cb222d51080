<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\School\AddPeople;
use Pulsanda\App\School\Enrolments;
use Pulsanda\App\School\KnownStudents;
use Pulsanda\App\School\LoginSlips;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\StarterPasswords;

/** Class lists of real length: nobody is made twice, no starter password is lost, and whoever leaves is found again. */
final class ClassListTest extends ApiTestCase
{
    /** Sixty names, as a teacher pastes them. */
    private static function sixty(): string
    {
        return implode("\n", array_map(static fn (int $i): string => \sprintf('Anna Player%02d', $i), range(1, 60)));
    }

    public function testSixtyNamesCostNoSlowHash(): void
    {
        $course = $this->emptyClass();
        HashCount::$times = 0;
        $added = $this->service(AddPeople::class)->students(self::sixty(), [], $course, $this->person('odile'));
        self::assertCount(60, $added->accounts);
        self::assertCount(60, array_unique(array_map(static fn (Account $one): string => $one->signIn, $added->accounts)));
        self::assertSame(0, HashCount::$times, 'a hash takes a tenth of a second, a class would wait for all of them');
    }

    public function testAListThatIsSentTwiceMakesNobodyTwiceAndItsSlipsStay(): void
    {
        [$course, $odile] = [$this->emptyClass(), $this->person('odile')];
        $add = $this->service(AddPeople::class);
        $add->students("Ada Marsh\nBo Marsh", [], $course, $odile);
        $slips = $this->service(LoginSlips::class)->ofClass($course);
        $again = $add->students("Ada Marsh\nBo Marsh\nCy Marsh", [], $course, $odile);
        self::assertSame(['Ada Marsh', 'Bo Marsh'], $again->already);
        self::assertSame($slips, \array_slice($this->service(LoginSlips::class)->ofClass($course), 0, 2));
        self::assertCount(3, $this->service(LoginSlips::class)->ofClass($course));
    }

    public function testASlipIsFetchedUntilItIsPrintedOrUsed(): void
    {
        $this->signIn('odile');
        $course = $this->text($this->json($this->send('POST', '/api/courses', ['name' => 'Kelp line'])), 'id');
        $slips = $this->slips($this->send('POST', "/api/courses/$course/students", ['names' => "Ada Marsh\nBo Marsh\nCy Marsh"]));
        // The page was closed: they are still there, and asking for new ones gives the same.
        self::assertSame($slips, $this->slips($this->get("/api/courses/$course/slips")));
        self::assertSame($slips, $this->slips($this->send('POST', "/api/courses/$course/slips")));
        self::assertSame('slip', $this->at($this->json($this->get("/api/courses/$course/students")), 'students.0.password'));

        [$ada, $bo, $cy] = $slips;
        self::assertSame(204, $this->send('POST', '/api/slips/printed', ['accounts' => [$bo['id']]])->getStatusCode());
        self::assertSame([$ada, $cy], $this->slips($this->get("/api/courses/$course/slips")));
        self::assertSame('first', $this->at($this->json($this->get("/api/courses/$course/students")), 'students.1.password'));
        foreach ([$ada, $bo] as $one) {
            $this->send('POST', '/api/sign-out');
            $in = ['name' => $one['signIn'], 'password' => $one['password']];
            self::assertSame(204, $this->send('POST', '/api/sign-in', $in)->getStatusCode(), 'printed or not, it opens');
        }
        $own = ['old' => $bo['password'], 'password' => 'the tide comes twice'];
        self::assertSame(204, $this->send('POST', '/api/password', $own)->getStatusCode());
        $this->signIn('odile');
        self::assertSame('own', $this->at($this->json($this->get("/api/courses/$course/students")), 'students.1.password'));
        // A slip that was printed and lost: a new one, and only for that student.
        $this->send('POST', '/api/slips/printed', ['accounts' => [$cy['id']]]);
        $new = $this->slips($this->send('POST', "/api/courses/$course/slips"));
        self::assertSame([$ada['password'], true], [$new[0]['password'], $new[1]['password'] !== $cy['password']]);
        $this->signIn('bertil');
        self::assertSame(404, $this->send('POST', '/api/slips/printed', ['accounts' => [$cy['id']]])->getStatusCode());
        self::assertSame(404, $this->get("/api/courses/$course/slips")->getStatusCode());
    }

    public function testADatabaseAloneTellsNoStarterPassword(): void
    {
        $account = $this->person('wren');
        $password = $this->service(StarterPasswords::class)->give($account);
        $this->entities()->flush();
        $row = (string) json_encode($this->entities()->getConnection()->fetchAssociative('SELECT * FROM account WHERE sign_in = ?', ['wren']));
        self::assertStringNotContainsString($password, $row);
        self::assertStringNotContainsString(hash('sha256', $password), $row);
        $other = new StarterPasswords('the secret of another server');
        self::assertFalse($other->matches($account->getPassword(), $password));
        self::assertNull($other->of($account));
    }

    public function testUsernamesAreReservedWithoutReadingThemThrough(): void
    {
        $usernames = $this->service(Usernames::class);
        $annas = array_fill(0, 40, ['name' => 'Anna Óskarsdóttir', 'given' => 'Anna']);
        $names = [...$usernames->reserve($annas), ...$usernames->reserve($annas)];
        self::assertCount(80, array_unique($names), 'of eighty of the same name');
        self::assertSame(['anna', 'anna-o', 'anna-o-2', 'anna-o-3'], \array_slice($names, 0, 4));
        self::assertFalse($usernames->claim('anna'));
        QueryLog::reset();
        $usernames->propose([['name' => 'Bela', 'given' => 'Bela'], ['name' => 'Anna', 'given' => 'Anna']]);
        foreach (array_keys($reads = QueryLog::reads()) as $query) {
            self::assertStringContainsString('name IN', $query);
        }
        self::assertNotSame([], $reads);
    }

    public function testWhoeverWasRemovedIsFoundAndPutBack(): void
    {
        $this->signIn('odile');
        [$course, $wren] = [$this->course(), $this->account('wren')];
        self::assertSame(204, $this->send('DELETE', "/api/courses/$course/students/$wren")->getStatusCode());
        $former = $this->json($this->get("/api/courses/$course/former"));
        $today = (new \DateTimeImmutable('now', new \DateTimeZone('Europe/London')))->format('Y-m-d');
        self::assertSame(['wren', $today], [$this->at($former, 'students.0.signIn'), $this->at($former, 'students.0.until')]);
        // By name, when somebody adds them: the account that they had comes back, no second one is made.
        $preview = $this->json($this->send('POST', "/api/courses/$course/students/preview", ['names' => 'Wren']));
        self::assertSame($wren, $this->at($preview, 'people.0.known.0.id'));
        $added = $this->json($this->send('POST', "/api/courses/$course/students", ['names' => 'Wren', 'same' => [$wren]]));
        self::assertSame([[], ['Wren']], [$added['slips'], $added['back']]);
        self::assertSame([], $this->json($this->get("/api/courses/$course/former"))['students']);
        // From the class, with one press.
        $this->send('DELETE', "/api/courses/$course/students/$wren");
        foreach ([1, 2] as $press) {
            self::assertSame(204, $this->send('PUT', "/api/courses/$course/students/$wren")->getStatusCode(), "press $press");
        }
        self::assertSame('1', $this->one('SELECT count(*)::text FROM enrolment WHERE student_id = ? AND course_id = ?', $wren, $course));
        self::assertSame('0', $this->one('SELECT count(*)::text FROM past_enrolment WHERE student_id = ?', $wren));
        // Nobody is taken from another's class by their id.
        $pim = $this->account('pim');
        self::assertSame(404, $this->send('PUT', "/api/courses/$course/students/$pim")->getStatusCode());
        $wrong = ['names' => 'Pim Okafor', 'same' => [$pim]];
        $this->assertProblem(422, 'does not belong to this list', $this->send('POST', "/api/courses/$course/students", $wrong));
        self::assertSame(404, $this->get('/api/people?name=wren')->getStatusCode());
        $this->signIn('marit');
        self::assertSame($wren, $this->at($this->json($this->get('/api/people?name=WRE')), 'students.0.id'));
    }

    public function testAStudentWithAnAccountJoinsWithIt(): void
    {
        $this->signIn('bertil');
        $course = $this->course('Gull deck, Fridays');
        $code = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        $this->send('POST', '/api/sign-out');
        $join = ['code' => $code, 'signIn' => 'ines', 'password' => self::password()];
        $this->assertProblem(409, 'do not go together', $this->send('POST', '/api/join', ['password' => 'guessed'] + $join));
        $this->assertProblem(409, 'do not go together', $this->send('POST', '/api/join', ['signIn' => 'bertil'] + $join));
        self::assertSame('ines', $this->json($this->send('POST', '/api/join', $join))['signIn']);
        self::assertSame('ines', $this->json($this->send('POST', '/api/join', $join))['signIn'], 'twice is once');
        $this->signIn('bertil');
        $waiting = $this->json($this->get("/api/courses/$course/joining"));
        self::assertTrue($this->at($waiting, 'waiting.0.hasAccount'));
        $id = $this->text($waiting, 'waiting.0.id');
        self::assertSame(204, $this->send('POST', "/api/joining/$id", ['in' => true])->getStatusCode());
        self::assertSame('1', $this->one("SELECT count(*)::text FROM account WHERE name = 'Ines Caldeira'"));
        self::assertSame('1', $this->one('SELECT count(*)::text FROM enrolment WHERE course_id = ? AND student_id = ?', $course, $this->account('ines')));
        $this->send('POST', '/api/sign-out');
        $this->assertProblem(409, 'in this class already', $this->send('POST', '/api/join', $join));
    }

    public function testTheTeacherSaysWhoSomebodyIs(): void
    {
        $this->signIn('odile');
        [$course, $wren] = [$this->course(), $this->account('wren')];
        $this->send('DELETE', "/api/courses/$course/students/$wren");
        $code = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        $this->send('POST', '/api/sign-out');
        $this->send('POST', '/api/join', ['code' => $code, 'name' => 'Wren', 'password' => 'the tide comes twice']);
        $this->signIn('odile');
        $waiting = $this->json($this->get("/api/courses/$course/joining"));
        self::assertSame($wren, $this->at($waiting, 'waiting.0.known.0.id'));
        $id = $this->text($waiting, 'waiting.0.id');
        $pim = ['in' => true, 'account' => $this->account('pim')];
        $this->assertProblem(409, 'not theirs', $this->send('POST', "/api/joining/$id", $pim));
        self::assertSame(204, $this->send('POST', "/api/joining/$id", ['in' => true, 'account' => $wren])->getStatusCode());
        self::assertSame('1', $this->one("SELECT count(*)::text FROM account WHERE name = 'Wren'"));
    }

    public function testTwoClassesBehindOneAddressJoin(): void
    {
        $this->signIn('odile');
        $codes = [];
        foreach (['Kelp', 'Mussel'] as $name) {
            $course = $this->text($this->json($this->send('POST', '/api/courses', ['name' => $name])), 'id');
            $codes[] = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        }
        $this->send('POST', '/api/sign-out');
        foreach ($codes as $code) {
            for ($i = 0; $i < 35; ++$i) {
                $join = ['code' => $code, 'name' => "Player $i", 'password' => 'the tide comes twice'];
                self::assertSame(201, $this->send('POST', '/api/join', $join)->getStatusCode());
            }
        }
    }

    public function testAClassThatIsFullStaysSo(): void
    {
        [$course, $odile] = [$this->emptyClass(), $this->person('odile')];
        $this->service(AddPeople::class)->students(self::sixty(), [], $course, $odile);
        $this->expectException(Conflict::class);
        $this->expectExceptionMessage('room for 60, and 60 are in');
        $this->service(Enrolments::class)->putBack($this->person('wren'), $course, $odile);
    }

    /** As lists, marks over the term and exports have them: by family or given name as the school chooses, 8b before 10a. */
    public function testPeopleAndClassesStandInTheOrderThatTheSchoolChooses(): void
    {
        $this->signIn('marit');
        foreach (['10a', '8b', '8a'] as $name) {
            $this->send('POST', '/api/courses', ['name' => $name, 'year' => '2099']);
        }
        $classes = array_column((array) $this->json($this->get('/api/school'))['courses'], 'name');
        self::assertSame(['8a', '8b', '10a'], \array_slice($classes, 0, 3));
        $course = $this->one("SELECT id FROM course WHERE name = '8b'");
        $this->send('POST', "/api/courses/$course/students", ['names' => "Zeller, Ada\nÄhrens, Zoë\nBo"]);
        $names = fn (): array => array_column((array) $this->json($this->get("/api/courses/$course/students"))['students'], 'name');
        self::assertSame(['Ada Zeller', 'Bo', 'Zoë Ährens'], $names());
        $school = ['name' => 'S', 'zone' => 'Europe/London', 'counting' => 'steps', 'points' => 20, 'keepYears' => null];
        $this->assertProblem(422, 'sortBy', $this->send('PUT', '/api/school', $school + ['sortBy' => 'age']));
        self::assertSame(204, $this->send('PUT', '/api/school', $school + ['sortBy' => 'family'])->getStatusCode());
        self::assertSame(['Zoë Ährens', 'Bo', 'Ada Zeller'], $names());
        self::assertSame(['Zoë Ährens', 'Bo', 'Ada Zeller'], array_column((array) $this->json($this->get("/api/courses/$course/term"))['students'], 'name'));
        $csv = array_values(Csv::read((string) $this->get("/api/courses/$course/term.csv")->getContent()));
        self::assertSame(['Family name', 'Given name', 'Username', 'ID'], \array_slice($csv[0], 1, 4));
        self::assertSame([['Ährens', 'Zoë', 'zoe-a'], ['', 'Bo', 'bo-2'], ['Zeller', 'Ada', 'ada']], array_map(
            static fn (array $line): array => \array_slice($line, 1, 3),
            \array_slice($csv, 1),
        ));
        $list = array_values(Csv::read((string) $this->get("/api/courses/$course/list.csv")->getContent()));
        self::assertSame(['id', 'family', 'given', 'called', 'name', 'username', 'email'], $list[0]);
        self::assertSame(['Ährens', 'Zoë'], \array_slice($list[1], 1, 2));
        // What goes out comes in again: nobody is new.
        $look = $this->json($this->send('POST', "/api/courses/$course/list", (string) $this->get("/api/courses/$course/list.csv")->getContent()));
        self::assertSame([0, 3], [$look['count'], $look['already']]);
    }

    public function testAStudentOfOthersIsNotTold(): void
    {
        $course = $this->emptyClass();
        $known = $this->service(KnownStudents::class);
        self::assertSame([], $known->named(['Pim Okafor'], $course, $this->person('odile')));
        self::assertCount(1, $known->named(['Pim Okafor'], $course, $this->person('marit')));
        self::assertCount(1, $known->named(['Ines Caldeira'], $course, $this->person('odile')));
    }

    public function testAHashOfAnEarlierKindIsRenewedAtSignIn(): void
    {
        $old = password_hash(self::password(), \PASSWORD_BCRYPT, ['cost' => 4]);
        $this->one("UPDATE account SET password = '$old' WHERE sign_in = 'ines' RETURNING id");
        $this->signIn('ines');
        self::assertStringStartsWith('$argon2id$', $this->one("SELECT password FROM account WHERE sign_in = 'ines'"));
        self::assertSame(200, $this->get('/api/today')->getStatusCode(), 'and the session goes on');
        $this->signIn('ines');
    }

    #[DataProvider('names')]
    public function testANameHoldsNothingThatCannotBeSeen(string $typed, string $name): void
    {
        self::assertSame($name, PersonName::clean($typed));
    }

    /** @return iterable<string, array{string, string}> */
    public static function names(): iterable
    {
        yield 'a mark of direction' => ["\u{202E}Ada\u{202C}", 'Ada'];
        yield 'zero width' => ["A\u{200B}da\u{FEFF}", 'Ada'];
        yield 'blanks' => ["  Ada\u{A0}\u{3000}Marsh\t", 'Ada Marsh'];
        yield 'two forms of one letter' => ["Zoe\u{308}", "Zo\u{EB}"];
        yield 'a joiner where it belongs' => ["علی\u{200C}رضا", "علی\u{200C}رضا"];
        yield 'a joiner that hides' => ["\u{200D}Ada\u{200C}", 'Ada'];
        yield 'nothing at all' => ["\u{200B}\u{2066}", ''];
    }

    private function emptyClass(): Course
    {
        $odile = $this->person('odile');
        $course = new Course($odile->school, $odile, 'Kelp line, Mondays');
        $this->entities()->persist($course);
        $this->entities()->flush();

        return $course;
    }

    private function person(string $signIn): Account
    {
        $account = $this->entities()->getRepository(Account::class)->findOneBy(['signIn' => $signIn]);
        self::assertNotNull($account);

        return $account;
    }

    /** @return list<array<string, string>> */
    private function slips(\Symfony\Component\HttpFoundation\Response $answer): array
    {
        /** @var list<array<string, string>> */
        return $this->json($answer)['slips'];
    }
}
