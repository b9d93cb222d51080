<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use Pulsanda\App\Security\TimeCode;

/** A school of its own: administrator, teacher and student come in for the first time, and a beat is handed in and marked. */
final class SchoolTest extends BrowserTestCase
{
    private const OWN = 'the tide comes twice';

    protected function tearDown(): void
    {
        parent::tearDown();
        'testFromNothingToAMarkedBeat' !== $this->name() || self::reset();
    }

    public function testFromNothingToAMarkedBeat(): void
    {
        // A new server, and the link that bin/start --empty prints, good once.
        $this->database()->exec('TRUNCATE school, username, setup_link, sessions, cache_items, messenger_messages CASCADE');
        $this->database()->exec("INSERT INTO setup_link (hash) VALUES ('".hash('sha256', 'begin')."')");
        $marit = $this->person();
        $marit->go('/setup#begin');
        $marit->fill('School name', 'Kelp Bay');
        $marit->fill('Your name, as others', 'Runa Holt');
        $marit->fill('Username', 'runa');
        $marit->fill('Password, at least', 'password1');
        $marit->press('Begin');
        $marit->read('guessed first');
        $marit->fill('Password, at least', self::OWN);
        $marit->press('Begin');
        $marit->read('0 classes');
        $marit->fill('Add teachers', 'Fenn, Ottoline');
        $marit->press('Add teachers');
        $teacher = $this->slip($marit);
        $marit->press('Done, they are printed');
        $marit->fill('New class', 'Kelp line, Mondays');
        $marit->choose('Teacher', 'Ottoline Fenn');
        $marit->press('Add class');
        $marit->read('Nobody is in this class yet');
        $marit->fill('Paste names', "Ada (Adi) Marsh\nAda (Adi) Marsh");
        $marit->press('Check list');
        $marit->read('"Ada Marsh" stands here twice');
        $marit->fill('Paste names', 'Ada (Adi) Marsh');
        $marit->press('Check list');
        $marit->see('[aria-label="Who will be added"]');
        $marit->press('Add 1 student');
        $student = $this->slip($marit);
        $marit->assertNoComplaints();

        $ottoline = $this->person(null);
        $this->comesIn($ottoline, $teacher);
        $ottoline->press('Plan an assignment');
        $ottoline->press('Words');
        $ottoline->fill('Name', 'First lamp');
        $ottoline->cell(0, 0)->click();
        $ottoline->told('Saved');
        $ottoline->press('Publish to Kelp line');
        $ottoline->read('0 of 1 handed in');

        $ada = $this->person(null);
        $this->comesIn($ada, $student);
        $ada->press('Begin: First lamp');
        $ada->cell(0, 0)->click();
        $ada->press('Hand in');
        $ada->read('Attempt 1 is with your teacher');
        $ada->assertNoComplaints();

        $ottoline->go('/');
        $ottoline->press('Mark 1: First lamp');
        $ottoline->press('Ada Marsh');
        $ottoline->press('Use 20');
        $ottoline->press('Return to Adi');
        $ottoline->read('Returned');
        $ada->go('/');
        $ada->press('Read the feedback: First lamp');
        $ottoline->assertNoComplaints();
    }

    public function testAListWithErrorsIsToldByLineMendedBroughtInAndTakenBack(): void
    {
        $odile = $this->person('odile');
        $odile->press('School');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Add students');
        $odile->bring('List file', 'list.csv', "Locker;Nachname;Vorname;E-mail\n7;Marsh;Ada;\n8;Ærø;Þóra;nowhere\n9;Marsh;Ada;\n");
        $odile->read('2 lines cannot be imported');
        $odile->read('Line 3: this is no address for mail');
        $odile->read('Line 4: "Ada Marsh" stands in line 2 already');
        $odile->bring('List file', 'mended.csv', "Locker;Nachname;Vorname;E-mail\n7;Marsh;Ada;\n8;Ærø;Þóra;\n");
        $odile->readNot('cannot be imported');
        $odile->choose('Content of column “Locker”', 'ID in another system');
        $odile->press('Import 2');
        $odile->press('22 students');
        $odile->read('2 students haven’t signed in yet');
        $odile->press('Make 2 new slips');
        $odile->see('.slip svg path');
        self::assertSame(['ada', 'thora'], $odile->script('return [...document.querySelectorAll(".slip b:first-child")].map((b) => b.textContent)'
            .'.filter((_, i) => i % 2 === 0)'));
        // The page is closed before anything was printed: the slips are still there.
        $first = $odile->see('.slip b:last-child')->getText();
        $odile->go('/school');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Show 2 slips');
        $odile->read($first);
        $odile->press('Done, they are printed');
        $odile->readNot('not printed yet');
        $odile->press('Undo import');
        $odile->press('20 students');
        $odile->read('Ines Caldeira');
        $odile->readNot('Þóra Ærø');
        $odile->assertNoComplaints();
    }

    public function testAStudentWhoWasRemovedIsPutBackAndAPasswordIsReplacedAfterAsking(): void
    {
        $odile = $this->person('odile');
        $odile->press('School');
        $odile->press('Parade line, Tuesdays');
        $odile->press('More for Wren');
        $odile->press('Remove from class: Wren');
        $odile->press('19 students');
        $odile->read('was in this class until');
        // Also by name, when somebody adds them without looking: the account that they had is offered.
        $odile->press('Add students');
        $odile->fill('Paste names', 'Wren');
        $odile->press('Check list');
        $odile->read('Use the account wren: was in this class until');
        // What is typed outlives the page.
        $odile->go('/');
        $odile->press('School');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Restore Wren');
        $odile->press('20 students');
        $odile->press('Add students');
        self::assertSame('Wren', $odile->script('return document.querySelector("textarea").value'));
        $odile->press('20 students');
        $odile->press('Replace password …: Wren');
        $odile->read('Wren has chosen a password. It will stop working');
        $odile->press('Cancel');
        $odile->press('More for Wren');
        $odile->assertNoComplaints();
    }

    public function testAClassIsJoinedByTheCodeOnTheProjector(): void
    {
        $odile = $this->person('odile');
        $odile->press('School');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Add students');
        $odile->press('Show a code for an hour');
        $odile->read('works until');
        $odile->see('[aria-labelledby=join] svg path');
        $code = $odile->see('#join ~ div .font-mono')->getText();

        $ada = $this->person();
        $ada->press('Join a class by its code');
        $ada->fill('Code', 'WRONGONE');
        $ada->fill('Your name', 'Runa (Ru) Holt');
        $ada->fill('Choose a password', self::OWN);
        $ada->press('Ask to join');
        $ada->read('No class has this code now');
        $ada->fill('Code', strtolower($code));
        $ada->press('Ask to join');
        $ada->read('Your username. Write it down: ru');
        $odile->press('Let Runa Holt in');
        $odile->press('21 students');
        $ada->press('My teacher has let me in');
        $ada->fill('Password', self::OWN);
        $ada->press('Sign in');
        $ada->press('Begin: Lamp');
        $ada->assertNoComplaints();
        $odile->assertNoComplaints();
    }

    public function testMoreTimeForOneStudentWhoThenHandsInAndNobodyElse(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 1: Foghorn');
        $odile->press('More time, or excused');
        $odile->tick('Siobhán');
        // Tomorrow, as a hand types it: a day alone is the end of that day.
        $odile->typeDate('More time until', new \DateTimeImmutable('+1 day'));
        $odile->fill('Why', 'broke an arm');
        $odile->press('Give more time');
        $odile->told('More time: 1 student.');
        $odile->read('Siobhán Ó Faoláin: until');

        $siobhan = $this->person('siobhan');
        $siobhan->read('and you have not begun');
        $siobhan->readNot('broke an arm');
        $siobhan->press('Begin: Foghorn');
        $siobhan->cell(0, 0)->click();
        $siobhan->press('Hand in');
        $siobhan->read('Attempt 1 is with your teacher');
        $freya = $this->person('freya');
        $freya->read('Time is over');
        $freya->press('Look at it: Foghorn');
        $freya->read('The time for handing in is over.');
        $siobhan->assertNoComplaints();
    }

    public function testAYearIsPutAwayAndTheNextBegins(): void
    {
        $bertil = $this->person('bertil');
        $bertil->press('School');
        $bertil->press('Gull deck');
        $bertil->press('Settings');
        $bertil->press('Start next year’s class');
        $bertil->fill('New class name', 'Gull deck, Thursdays');
        $bertil->press('Start 20');
        $bertil->read('with 5 students');
        $bertil->press('Start 20');
        $bertil->press('5 students');
        $bertil->read('Gull deck, Thursdays');
        $bertil->go('/');
        $bertil->read('Being planned');
        $bertil->read('Gulls on the Rail');
        $bertil->readNot('Gull deck, Fridays');
        // The year before can still be read.
        $bertil->press('School');
        $bertil->press('Gull deck, Fridays');
        $bertil->press('Term');
        $bertil->read('archived');
        $bertil->press('Sunniva Dahl, Gulls on the Rail: 20');
        $bertil->see('.note-matched');
        $bertil->assertNoComplaints();
    }

    public function testMarksOverTheTermGoOutAndAStudentsPageShowsWhatComesAgain(): void
    {
        $odile = $this->person('odile');
        $odile->press('The class over the term');
        $odile->see('[aria-label="Bo, Foghorn Shuffle: 17.5"]');
        $odile->press('Add a column');
        $odile->fill('Column name', 'Playing in the lesson');
        $odile->press('Add column');
        $odile->fill('Bo, Playing in the lesson', '10');
        $odile->keys(WebDriverKeys::ENTER);
        $odile->see('[aria-label="Bo: 69 % in all"]');
        $odile->choose('Show', 'with missing work');
        $odile->readNot('Ines Caldeira');
        $odile->choose('Show', 'everybody');
        $csv = $odile->driver->executeAsyncScript(
            'const done = arguments[0]; fetch([...document.links].find((a) => a.textContent === "CSV").href).then((r) => r.text()).then(done)',
        );
        self::assertIsString($csv);
        self::assertMatchesRegularExpression('/^Bo,,Bo,bo,[^,]+,17\.5,/m', $csv);
        self::assertMatchesRegularExpression('/^"?Amara Obi"?,Obi,Amara,amara,[^,]+,missing,/m', $csv);
        $odile->press('نور الهدى');
        $odile->read('Snare: every hit is one sixteenth late.');
        $odile->read('in 2 tasks');
        $odile->press("Hear Lamplighters' March");
        $odile->press('Stop');
        $odile->assertNoComplaints();
        $ines = $this->person('ines');
        $ines->press('My term');
        $ines->until(static fn (): bool => 'My term' === $ines->script('return document.querySelector("h1")?.textContent'), 'the term');
        $ines->read('20 of 20');
        $ines->press('Open Foghorn');
        $ines->see('.note-matched');
        $ines->assertNoComplaints();
    }

    public function testAPersonsFileAndTheirEnd(): void
    {
        $marit = $this->person('marit');
        $marit->press('School');
        $marit->press('Parade line, Tuesdays');
        $marit->press('More for Tomás');
        $marit->fill('Nickname', 'Tom');
        $marit->press('Save name');
        $marit->see('button:disabled:not([aria-label])');
        $start = $marit->driver->executeAsyncScript(
            'const done = arguments[0]; fetch([...document.links].find((a) => a.textContent.startsWith("Download all data")).href)'
                .'.then((r) => r.text()).then((text) => done(text.slice(0, 2)))',
        );
        self::assertSame('PK', $start);
        $marit->press('Delete account');
        self::assertFalse($marit->see('[aria-label="Delete Tomás Quintero"]')->isEnabled());
        $marit->fill('This cannot be undone', 'Tomás Quintero');
        $marit->press('Delete Tomás Quintero');
        $marit->readNot('Tomás Quintero');
        $marit->press('Term');
        $marit->see('[aria-label="Bo, Foghorn Shuffle: 17.5"]');
        $marit->readNot('Tomás');
        $marit->assertNoComplaints();
    }

    public function testATeacherSignsInWithASecondFactor(): void
    {
        $bertil = $this->person('bertil');
        $bertil->pressInMenu('Change my password');
        $bertil->press('Begin');
        $bertil->see('[aria-label="The key as a picture"] path');
        $key = $bertil->see('#second ~ form b.font-mono')->getText();
        $bertil->fill('Code shown in the app', TimeCode::at($key, intdiv(time(), 30)));
        $bertil->press('Turn on two-step sign-in');
        $bertil->read('Write these recovery codes down now');
        $recovery = $bertil->see('#second ~ div li')->getText();
        $bertil->pressInMenu('Sign out');
        $bertil->see('input[name=name]')->sendKeys('bertil');
        $bertil->see('input[name=password]')->sendKeys((string) getenv('DEMO_PASSWORD'));
        $bertil->press('Sign in');
        $bertil->read('One more step');
        $bertil->fill('Six digits', '000000');
        $bertil->press('Continue');
        $bertil->read('not the code of now');
        $bertil->fill('Six digits', $recovery);
        $bertil->press('Continue');
        $bertil->read('Gull deck');
        $bertil->assertNoComplaints();
    }

    private function database(): \PDO
    {
        $url = parse_url((string) getenv('PULSANDA_OWNER_URL'));
        self::assertIsArray($url);
        parse_str((string) ($url['query'] ?? ''), $query);
        self::assertIsString($query['host'] ?? null);

        return new \PDO('pgsql:dbname='.substr($url['path'] ?? '', 1).";host={$query['host']}", $url['user'] ?? '', $url['pass'] ?? '');
    }

    /** @return array{string, string} sign-in name and password, as they stand on the slip */
    private function slip(Person $person): array
    {
        $person->see('.slip');
        $said = $person->script('return [...document.querySelectorAll(".slip b")].map((one) => one.textContent)');
        self::assertIsArray($said);
        self::assertCount(2, $said);

        /** @var array{string, string} $said */
        return $said;
    }

    /** @param array{string, string} $slip */
    private function comesIn(Person $person, array $slip): void
    {
        $person->signIn(...$slip);
        $person->read('Choose your own password');
        $person->fill('The password on your slip', $slip[1]);
        $person->fill('New password', self::OWN);
        $person->press('Save password');
        $person->readNot('Choose your own password');
    }
}
