<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** A teacher writes a plan, changes their mind, tries it, and throws it away. */
final class PlannerTest extends BrowserTestCase
{
    public function testAPlanIsKeptByItselfTriedAndRemoved(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->read('Name the task, and it is kept from then on');
        $odile->fill('Name', 'Low Water');
        $odile->read('Saved at');
        $odile->choose('Meter', '6/8');
        $odile->until(static fn (): bool => str_contains($odile->text(), 'dotted quarter'), 'the tempo to be counted in dotted quarters');
        $odile->cell(0, 0)->click();
        $odile->cell(1, 1440)->click();
        $odile->press('Row');
        $odile->press('remove');
        $odile->told('The row of snare is removed');
        $odile->press('Undo: remove the row of snare');
        self::assertSame(90, $odile->hit(1, 1440), 'the row comes back with its hits');
        $odile->press('Task');
        $odile->press('hidden');
        $odile->read('Saved at');
        $odile->until(static fn (): bool => !str_contains($odile->text(), 'Saving'), 'it to be kept');
        $odile->driver->navigate()->refresh();
        self::assertSame(90, $odile->hit(1, 1440), 'a plan survives a reload');

        $odile->press('Try it as a student');
        $odile->read('nothing is kept');
        $odile->cell(0, 0)->click();
        $odile->press('Compare with the target');
        $odile->read('Snare: a hit is missing on beat 4; add it.');
        $odile->press('Back to the plan');
        $odile->press('Remove this plan');
        $odile->press('Keep it');
        $odile->press('Remove this plan');
        $odile->press('Yes, remove it');
        $odile->read('Go on planning');
        $odile->readNot('Low Water');
        $odile->assertNoComplaints();
    }

    public function testATeacherLeavesOpenWhatSheLikes(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Driftwood');
        $odile->press('make their own');
        $odile->read('They begin with what is on the sheet');
        foreach (['the tempo', 'bars and sections', 'other instruments', 'Kick'] as $label) {
            $odile->tick($label);
        }
        $odile->choose('Not these', 'Long whistle');
        $odile->cell(0, 0)->click();
        $odile->until(static fn (): bool => str_contains($odile->text(), 'Saved at') && !str_contains($odile->text(), 'Saving'), 'it to be kept');
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $wren = $this->person('wren');
        $wren->press('Begin: Driftwood');
        $wren->read('You choose tempo (60 to 140), bars and sections, instruments.');
        self::assertSame(90, $wren->hit(0, 0), 'what the teacher drew is there');
        $wren->press('Row');
        $wren->read('The task needs this row.');
        $wren->see('input[aria-label="Find an instrument to add"]')->sendKeys('whistle');
        $wren->read('The task does not allow it.');
        $wren->press('Task');
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');

        $odile->go('/');
        $odile->press('Mark 1: Driftwood');
        $odile->press('Wren');
        $odile->see('section[aria-label="Their beat"] .note-plain');
        $odile->fill('Mark', '15');
        $odile->press('Return to Wren');
        $odile->read('Returned');
        $odile->assertNoComplaints();
        $wren->assertNoComplaints();
    }

    public function testWhatIsHandedInKeepsItsTarget(): void
    {
        $odile = $this->person('odile');
        $odile->press('Open the plan: Lamplighters');
        $odile->read('14 beats are handed in');
        $odile->cell(0, 240)->click();
        self::assertNull($odile->hit(0, 240), 'the target is only to look at');
        $odile->fill('Name', 'Lamplighters, by night');
        $odile->read('Changed, not saved yet');
        $odile->press('Save the changes');
        $odile->read('Saved at');
        $odile->go('/');
        $odile->read('Lamplighters, by night');
    }
}
