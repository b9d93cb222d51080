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
        $odile->press('Instruments: 4 offered');
        $odile->press('Snare');
        $odile->read('Instruments: 3 offered');
        $odile->press('Undo: take away snare');
        $odile->read('Instruments: 4 offered');
        self::assertSame(90, $odile->hit(1, 1440), 'the row comes back with its hits');
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
