<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Console\AccountCommand;
use Pulsanda\App\Console\SetupCommand;
use Symfony\Component\Console\Tester\CommandTester;

/** From nothing to a class: the administrator, teachers, students by their names, first passwords and one's own. */
final class SchoolTest extends ApiTestCase
{
    private const OWN = 'the tide comes twice';

    /** How the first one begins is tested where there is none yet: in Browser/SchoolTest and in Install/StartTest. */
    public function testNoLinkBeginsASecondSchool(): void
    {
        $this->one("INSERT INTO setup_link (hash) VALUES ('".hash('sha256', 'the key')."') RETURNING hash");
        $begin = ['key' => 'the key', 'school' => 'Saltmarsh', 'name' => 'Marit Oakes', 'signIn' => 'Keeper', 'password' => self::OWN];
        $this->assertProblem(422, 'signIn', $this->send('POST', '/api/setup', ['signIn' => 'a b'] + $begin));
        $this->assertProblem(409, 'This link has been used, or is none', $this->send('POST', '/api/setup', ['key' => 'guessed'] + $begin));
        $this->assertProblem(409, 'This link has been used, or is none', $this->send('POST', '/api/setup', $begin));
        self::assertSame('1', $this->one('SELECT count(*)::text FROM school'));
    }

    public function testAnAdministratorMakesTeachersAndClassesAndTheyComeIn(): void
    {
        $this->signIn('marit');
        $slip = $this->slip($this->json($this->send('POST', '/api/teachers', ['names' => "Fenn, Ottoline\n"])));
        self::assertSame(['Ottoline Fenn', 'ottoline'], [$slip['name'], $slip['signIn']]);
        $course = $this->text($this->json($this->send('POST', '/api/courses', ['name' => 'Kelp line, Mondays', 'teacherId' => $slip['id']])), 'id');
        $names = "Ada (Adi) Marsh\nMarsh, Ada B.\n\t\n\nدينا\tنور\n";
        $preview = $this->json($this->send('POST', "/api/courses/$course/students/preview", ['names' => $names]));
        self::assertSame(
            [['Ada Marsh', 'Adi', '', 'adi'], ['Ada B. Marsh', 'Ada', 'Marsh', 'ada'], ['نور دينا', 'نور', 'دينا', 'nwr']],
            array_map(
                static fn (mixed $one): array => \is_array($one) ? [$one['name'], $one['given'], $one['family'], $one['signIn']] : [],
                (array) $preview['people'],
            ),
        );
        self::assertSame([], $this->json($this->get("/api/courses/$course/students"))['students'], 'nothing is kept');
        $slips = (array) $this->json($this->send('POST', "/api/courses/$course/students", ['names' => $names]))['slips'];
        self::assertCount(3, $slips);

        // The teacher comes in with the slip, chooses a password, and has the class.
        $this->come($slip);
        $this->assertProblem(403, 'Choose a password of your own first.', $this->get('/api/today'));
        $this->assertProblem(422, 'not your password now', $this->send('POST', '/api/password', ['old' => 'x', 'password' => self::OWN]));
        $change = ['old' => $slip['password'], 'password' => self::OWN];
        self::assertSame(204, $this->send('POST', '/api/password', $change)->getStatusCode());
        self::assertSame('Kelp line, Mondays', $this->at($this->json($this->get('/api/today')), 'courses.0.name'));
        self::assertCount(1, (array) $this->json($this->get('/api/school'))['courses']);
        self::assertSame([], $this->json($this->get('/api/school'))['teachers'], 'teachers are the administrator\'s');
        $this->assertProblem(422, 'the one that you have', $this->send('POST', '/api/password', ['old' => self::OWN, 'password' => self::OWN]));
    }

    public function testATeacherCaresForOwnStudentsAlone(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $wren = $this->account('wren');
        $marit = $this->account('marit');
        $slip = $this->slip($this->json($this->send('POST', "/api/accounts/$wren/password")));
        self::assertSame(204, $this->send('PUT', "/api/accounts/$wren/name", ['name' => 'Wren Aske', 'given' => 'Wren'])->getStatusCode());
        $this->assertProblem(422, 'given', $this->send('PUT', "/api/accounts/$wren/name", ['name' => 'W', 'given' => ' ']));
        self::assertSame(404, $this->send('PUT', "/api/accounts/$marit/name", ['name' => 'M', 'given' => 'M'])->getStatusCode());
        foreach (["/api/accounts/$marit/password", '/api/teachers'] as $path) {
            self::assertSame(404, $this->send('POST', $path, ['names' => 'X'])->getStatusCode(), $path);
        }
        self::assertSame(404, $this->send('PUT', "/api/accounts/$wren", ['disabled' => true])->getStatusCode(), 'disabling is the administrator\'s');
        self::assertSame(404, $this->send('POST', '/api/courses', ['name' => 'x', 'teacherId' => $marit])->getStatusCode());
        $own = $this->text($this->json($this->send('POST', '/api/courses', ['name' => 'A second class'])), 'id');
        self::assertSame(204, $this->send('DELETE', "/api/courses/$course/students/$wren")->getStatusCode());
        self::assertSame(204, $this->send('DELETE', "/api/courses/$course/students/$wren")->getStatusCode(), 'twice is once');
        self::assertSame(404, $this->send('POST', "/api/accounts/$wren/password")->getStatusCode(), 'no student of hers any more');
        self::assertSame(200, $this->get("/api/courses/$own/students")->getStatusCode());

        $this->come($slip);
        self::assertSame(204, $this->send('POST', '/api/password', ['old' => $slip['password'], 'password' => self::OWN])->getStatusCode());
        foreach (['/api/school', "/api/courses/$course/students"] as $path) {
            self::assertSame(404, $this->get($path)->getStatusCode(), $path);
        }
    }

    public function testAnAdministratorMayWhatTeachersMayAndDisables(): void
    {
        $this->signIn('marit');
        self::assertSame(200, $this->get('/api/parts/'.$this->part("Lamplighters' March").'/marking')->getStatusCode());
        self::assertSame(200, $this->get('/api/assignments/'.$this->assignment('Heron Step'))->getStatusCode());
        $odile = $this->account('odile');
        $marit = $this->account('marit');
        self::assertSame(404, $this->send('PUT', "/api/accounts/$marit", ['disabled' => true])->getStatusCode(), 'nobody disables themselves');
        self::assertTrue($this->json($this->send('PUT', "/api/accounts/$odile", ['disabled' => true]))['disabled']);
        $this->assertProblem(401, 'do not go together', $this->send('POST', '/api/sign-in', ['name' => 'odile', 'password' => self::password()]));
        self::assertFalse($this->json($this->send('PUT', "/api/accounts/$odile", ['disabled' => false]))['disabled']);
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => 'odile', 'password' => self::password()])->getStatusCode());
    }

    #[DataProvider('lists')]
    public function testAListThatCannotBeIsRefusedWithItsLine(string $names, string $sentence): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $before = $this->one('SELECT count(*)::text FROM account');
        $this->assertProblem(422, $sentence, $this->send('POST', "/api/courses/$course/students", ['names' => $names]));
        self::assertSame($before, $this->one('SELECT count(*)::text FROM account'), 'nothing half done');
    }

    /** @return iterable<string, array{string, string}> */
    public static function lists(): iterable
    {
        yield 'nothing' => [" \n ", 'write at least one name'];
        yield 'twice' => ["Ada Marsh\nCy\nMarsh, Ada", 'line 3: "Ada Marsh" stands here twice'];
        yield 'too long' => ["Ada\n".str_repeat('a', 121), 'line 2'];
        yield 'too many' => [implode("\n", array_map(static fn (int $i): string => "Person $i", range(1, 501))), 'more than 500 names'];
    }

    public function testAClassHasItsBounds(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $names = implode("\n", array_map(static fn (int $i): string => "Person $i", range(1, 41)));
        $this->assertProblem(409, 'room for 60, and 20 are in "Parade line, Tuesdays"', $this->send('POST', "/api/courses/$course/students", ['names' => $names]));
    }

    public function testAccountsAreMadeWithoutTheWeb(): void
    {
        $command = new CommandTester($this->service(AccountCommand::class));
        $make = ['do' => 'make', 'who' => 'Ottoline Fenn', '--sign-in' => 'Ottoline'];
        self::assertSame(0, $command->execute($make));
        self::assertSame(1, preg_match('/^ottoline can sign in with the first password (\S+)$/m', $command->getDisplay(), $found));
        $this->come(['signIn' => 'ottoline', 'password' => $found[1] ?? '']);
        self::assertSame(1, $command->execute($make));
        self::assertStringContainsString('The name ottoline is taken', $command->getDisplay());
        self::assertSame(1, $command->execute(['do' => 'make', 'who' => 'B', '--sign-in' => 'b c']));
        self::assertSame(0, $command->execute(['do' => 'disable', 'who' => 'ottoline']));
        self::assertSame(0, $command->execute(['do' => 'list']));
        self::assertStringContainsString('Ottoline Fenn, disabled, with a first password', $command->getDisplay());
        self::assertSame(1, $command->execute(['do' => 'enable', 'who' => 'nobody']));
        $setup = new CommandTester($this->service(SetupCommand::class));
        self::assertSame(0, $setup->execute([]));
        self::assertSame('', $setup->getDisplay(), 'the demo school has an administrator');
        $this->one("UPDATE account SET role = 'teacher' WHERE role = 'administrator' RETURNING id");
        self::assertSame(0, $setup->execute([]));
        self::assertStringContainsString('This school has no administrator who can sign in.', $setup->getDisplay());
        self::assertStringNotContainsString('/setup#', $setup->getDisplay(), 'a second school is none');
    }

    public function testAMonitorIsToldThatAllIsWell(): void
    {
        self::assertSame(['status' => 'ok'], $this->json($this->get('/healthz')));
    }

    #[DataProvider('passwords')]
    public function testAPasswordThatIsGuessedFirstIsRefused(string $password, string $sentence): void
    {
        $this->signIn('wren');
        $this->assertProblem(422, $sentence, $this->send('POST', '/api/password', ['old' => self::password(), 'password' => $password]));
    }

    /** @return iterable<string, array{string, string}> */
    public static function passwords(): iterable
    {
        yield 'short' => ['harbour', 'at least 8'];
        yield 'common' => ['Password1', 'guessed first'];
        yield 'numbers' => ['12345678', 'guessed first'];
        yield 'one sign' => ['aaaaaaaaaa', 'repeats a few signs'];
        yield 'too long' => [str_repeat('ab cd', 50), 'longer than 200'];
    }

    /** @param array<string, string> $slip */
    private function come(array $slip): void
    {
        $this->send('POST', '/api/sign-out');
        $signIn = ['name' => $slip['signIn'], 'password' => $slip['password']];
        self::assertSame(204, $this->send('POST', '/api/sign-in', $signIn)->getStatusCode());
    }

    /**
     * @param array<string, mixed> $answer
     *
     * @return array<string, string>
     */
    private function slip(array $answer): array
    {
        $slip = $this->at($answer, 'slips.0');
        self::assertIsArray($slip);

        /** @var array<string, string> */
        return $slip;
    }
}
