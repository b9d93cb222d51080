<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** What a teacher gives to a class, takes back and closes; parts with names; and a press that has to wait for the connection. */
final class PublishingTest extends BrowserTestCase
{
    public function testATaskIsTakenBackClosedAndOpenedAgain(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Quay Walk');
        $odile->cell(0, 0)->click();
        $odile->press('Publish to Parade line');
        $odile->press('Open the plan: Quay Walk');
        $odile->press('Withdraw from class');
        $odile->read('Parade line, Tuesdays won’t see this task any more');
        $odile->press('Withdraw from class');
        $odile->read('only you see this');
        $odile->fill('Brief', 'Slowly, along the quay.');
        $odile->read('Saved at');
        $wren = $this->person('wren');
        $wren->read('Lamplighters');
        $wren->readNot('Quay Walk');
        $odile->press('Publish to Parade line');
        $wren->go('/');
        $wren->press('Begin: Quay Walk');
        $wren->cell(0, 0)->click();
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');
        $odile->go('/');
        $odile->press('Open the plan: Quay Walk');
        $odile->read('1 beat is handed in');
        $odile->readNot('Withdraw from class');
        $odile->press('Close task');
        $odile->read('closed');
        $wren->go('/');
        $wren->press('Look at it: Quay Walk');
        $wren->read('The time for handing in is over.');
        $odile->press('Reopen');
        $odile->press('Today');
        $odile->press('Mark 1: Quay Walk');
        $wren->driver->navigate()->refresh();
        $wren->cell(0, 960)->click();
        $wren->press('Hand in again');
        $wren->read('Attempt 2 is with your teacher');
        $odile->assertNoComplaints();
        $wren->assertNoComplaints();
    }

    public function testADayWithoutATimeIsKeptAndNothingHalfFilledInIsIgnored(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Eel Ladder');
        $odile->cell(0, 0)->click();
        $day = new \DateTimeImmutable('+10 days');
        $odile->typeDate('Due date', $day, 2);
        $odile->press('Publish to Parade line');
        self::assertFalse($odile->script('return document.querySelector(`[aria-label="Due date: day"]`).validity.valid'));
        $odile->read('only you see this');
        $odile->read('This isn’t complete');
        $odile->press('Clear Due date');
        $odile->typeDate('Due date', $day);
        self::assertSame('23:59', $odile->see('[aria-label="Due date: time"]')->getAttribute('value'));
        $odile->read('Saved at');
        $odile->press('Publish to Parade line');
        $odile->press('Open the plan: Eel Ladder');
        self::assertSame($day->format('Y-m-d'), $odile->see('[aria-label="Due date: day"]')->getAttribute('value'));
        $odile->assertNoComplaints();
    }

    public function testALessonOfTheClassIsOffered(): void
    {
        $odile = $this->person('odile');
        $odile->press('School');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Settings');
        $odile->choose('Usual lesson', 'Tuesday');
        $odile->script('const field = document.querySelector("input[type=time]"); field.focus();');
        $odile->see('input[type=time]')->sendKeys('1430');
        $odile->press('Save lesson');
        $odile->press('Today');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Reed Song');
        $odile->press('Tue');
        self::assertSame('14:30', $odile->see('[aria-label="Due date: time"]')->getAttribute('value'));
        $odile->assertNoComplaints();
    }

    public function testPartsAreNamedAndCopiedWhole(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Two Tides');
        $odile->cell(0, 0)->click();
        $odile->cell(1, 960)->click();
        $odile->press('Marking');
        $odile->press('Placement only');
        $odile->press('Add a part');
        $odile->read('Part 2');
        self::assertSame([90, 90], [$odile->hit(0, 0), $odile->hit(1, 960)], 'with what is drawn');
        $odile->fill('Name of this part', 'The lively one'); // the panel shows the new part's task
        $odile->fill('What to do in this part', 'Twice as many hats.');
        $odile->cell(2, 480)->click();
        $odile->press('Marking');
        $odile->read('Only where the hits are counts');
        $odile->press('Part 1');
        self::assertNull($odile->hit(2, 480), 'on a sheet of its own');
        $odile->read('Saved at');
        $odile->press('Publish to Parade line');
        $odile->read('The lively one: 0 of 20 handed in');
        $haneul = $this->person('haneul');
        $haneul->press('Begin: Two Tides, The lively one');
        $haneul->read('Twice as many hats.');
        $haneul->press('Part 1');
        $haneul->readNot('Twice as many hats.');
        $odile->assertNoComplaints();
        $haneul->assertNoComplaints();
    }

    public function testAPressWithoutAConnectionIsKeptAndSentWithItsTime(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Lamplighters');
        $jun->cell(0, 0)->click();
        $jun->saved();
        $jun->offline(true);
        $jun->press('Hand in');
        $jun->read('it is handed in by itself when the connection is back');
        $jun->press('Do not hand it in');
        $jun->readNot('it is handed in by itself');
        $jun->press('Hand in');
        $jun->read('it is handed in by itself when the connection is back');
        $jun->cell(0, 960)->click(); // goes on meanwhile
        $jun->press('Today');
        $jun->offline(false);
        $odile = $this->person('odile');
        $odile->until(static fn (): bool => true === $odile->driver->executeAsyncScript(<<<'JS'
            const done = arguments[arguments.length - 1];
            fetch('/api/today').then((answer) => answer.json())
                .then(({ assignments }) => done(assignments.some(({ parts }) => parts.some(({ toMark }) => toMark === 13))));
            JS), 'what was handed in, though nobody has opened it again');
        $odile->go('/');
        $odile->press('Mark 13: Lamp');
        $odile->press('Jun');
        $odile->read('by the student’s clock, without a connection; arrived');
        self::assertSame(1, $odile->driver->executeAsyncScript(<<<'JS'
            const done = arguments[arguments.length - 1];
            fetch('/api/attempts/' + location.pathname.split('/').pop()).then((answer) => answer.json())
                .then(({ attempt }) => done(attempt.pattern.sections[0].rows.flatMap(({ hits }) => hits).length));
            JS), 'the beat as it was when it was pressed');
        $jun->go('/');
        $jun->press('Change it: Lamplighters');
        self::assertSame([90, 90], [$jun->hit(0, 0), $jun->hit(0, 960)], 'what came after is kept too');
        $jun->read('Attempt 1');
        $odile->assertNoComplaints();
    }
}
