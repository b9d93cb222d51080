<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** The whole loop, as two people in two browsers. */
final class LoopTest extends BrowserTestCase
{
    public function testATeacherSetsAStudentBuildsTheTeacherAnswersTheStudentMends(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Harbour Steps');
        $odile->fill('Brief', 'Walk down to the water. Listen for the snare on two.');
        $odile->press('Meter');
        $odile->choose('Meter', '3/4');
        $odile->press('Bars');
        $odile->choose('Bars', '2');
        $odile->cell(0, 0)->click();
        $odile->cell(0, 2880)->click();
        $odile->cell(1, 960)->click();
        $odile->press('Play');
        $odile->press('Stop');
        $odile->read('Saved at');
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $wren = $this->person('wren');
        $wren->press('Begin: Harbour Steps');
        $wren->read('Walk down to the water');
        $wren->press('Above');
        $wren->see('.over-row .note-target');
        $wren->cell(0, 0)->click();
        $wren->cell(0, 2880)->click();
        $wren->cell(1, 1200)->click();
        $wren->fill('What did you choose', 'The snare comes when the boat is already gone.');
        $wren->saved();
        $wren->go($this->path($wren));
        self::assertSame(90, $wren->hit(1, 1200), 'the draft survives a reload');
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');

        $odile->go('/');
        $odile->press('Mark 1: Harbour Steps');
        $odile->press('Wren');
        $odile->read('The snare comes when the boat is already gone.');
        $odile->read('one sixteenth late');
        $odile->see('.sheet-arrow');
        $odile->press('Snare:');
        $odile->see('button[aria-label=Stop]');
        $odile->press('In turn');
        $odile->press('Stop');
        $odile->press('Suggested mark');
        $odile->read('rounded to');
        $odile->press('Add to your feedback');
        $odile->fill('Mark', '17');
        $odile->read('Saved; not returned yet');
        $odile->press('Return and next');
        $odile->read('Returned to Wren');

        $wren->go('/');
        $wren->press('Read the feedback: Harbour Steps');
        $wren->read('one sixteenth late');
        $wren->see('.note-missing');
        $wren->read('17');
        $wren->press('Improve it and hand in again');
        $wren->cell(1, 1200)->click();
        $wren->cell(1, 960)->click();
        $wren->press('Hand in again');
        $wren->read('Attempt 2 is with your teacher');
        $odile->go('/');
        $odile->press('Mark 1: Harbour Steps');
        $odile->press('Wren');
        $odile->read('Everything is correct.');
        $wren->assertNoComplaints();
        $odile->assertNoComplaints();
    }

    private function path(Person $person): string
    {
        return (string) parse_url($person->driver->getCurrentURL(), \PHP_URL_PATH);
    }
}
