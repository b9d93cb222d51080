<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;

/** An assignment of two parts, from planning to the return of a second attempt; and dictation. */
final class PartsTest extends BrowserTestCase
{
    public function testATwoPartAssignmentFromPlanningToReturnWithASecondAttempt(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Ebb and Flood');
        $odile->cell(0, 0)->click();
        $odile->cell(1, 960)->click();
        $odile->press('Add a part');
        $odile->press('make their own');
        $odile->tick('opens when part 1 is correct');
        $odile->press('Rules');
        $odile->choose('Add a rule', 'an instrument on the first 1');
        $odile->choose('Add a rule', 'words about the work');
        $odile->until(
            static fn (): bool => str_contains($odile->text(), 'Saved at') && !str_contains($odile->text(), 'Saving'),
            'it to be kept',
        );
        $odile->press('Words');
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $wren = $this->person('wren');
        $wren->read('Opens when part 1 is right');
        $wren->press('Begin: Ebb and Flood, part 1');
        $wren->read('Part 2 opens when part 1 is right');
        $wren->cell(0, 0)->click();
        $wren->cell(1, 1200)->click();
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');
        $wren->read('Part 2 opens when part 1 is right');

        $odile->go('/');
        $odile->press('Mark 1: Ebb and Flood, part 1');
        $odile->press('Wren');
        $odile->press('Use 1');
        $odile->fill('What you say to', 'The snare belongs on two.');
        $odile->press('Return to Wren');
        $odile->read('Returned to Wren');

        $wren->go('/');
        $wren->press('Read the feedback: Ebb and Flood, part 1');
        $wren->read('The snare belongs on two.');
        $wren->press('Improve it and hand in again');
        $wren->cell(1, 1200)->click();
        $wren->cell(1, 960)->click();
        $wren->press('Hand in again');
        $wren->read('Attempt 2 is with your teacher');
        $wren->press('Part 2');
        $wren->read('Kick stands on the first downbeat.');
        self::assertSame(90, $wren->hit(0, 0), 'the part was copied with what is drawn');
        $wren->cell(2, 0)->click();
        $wren->fill('What did you choose', 'The flood comes in at once.');
        $wren->read('2 of 2 things met');
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');

        $odile->go('/');
        $odile->press('Mark 1: Ebb and Flood, part 1');
        $odile->press('Wren');
        $odile->read('Since attempt 1');
        $odile->read('You gave 1');
        $odile->press('Lay attempt 1');
        $odile->see('[aria-label="Attempt 1, as it was"] .note-missing');
        $odile->press('Use 20');
        $odile->press('Return to Wren');
        $odile->read('Returned to Wren');
        $odile->press('Part 2');
        $odile->press('Wren');
        $odile->read('2 of 2 rules met, 2 points');
        $odile->press('Use 2');
        $odile->press('Return to Wren');
        $odile->read('Returned to Wren');

        $wren->go('/');
        $wren->press('Read the feedback: Ebb and Flood, part 2');
        $wren->read('2 of 2 rules met');
        $wren->assertNoComplaints();
        $odile->assertNoComplaints();
    }

    public function testDictationWithLimitedChecks(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Ferry Rocker');
        $wren->read('12 hearings left');
        $wren->press('Play the target');
        $wren->told('Playing the whole target');
        $wren->read('11 hearings left');
        $wren->press('Stop listening');
        $wren->readNot('Playing the whole target');
        $wren->press('half');
        $wren->press('Listen to bar 2');
        $wren->told('Playing bar 2 of the target');
        $wren->read('10 hearings left');
        $wren->press('Stop listening');
        self::assertSame([], $wren->driver->findElements(WebDriverBy::cssSelector('.note')), 'nothing to look at');
        foreach ([0, 480, 960, 1440, 1920, 2400] as $tick) {
            $wren->cell(2, $tick)->click();
            $wren->cell(2, 2880 + $tick)->click();
        }
        foreach (['2 checks left', '1 check left', 'No check left'] as $left) {
            $wren->press('Which rows are right?');
            $wren->read($left);
        }
        $wren->read('Not yet: kick');
        self::assertFalse($wren->see('section[aria-labelledby=check] button')->isEnabled());
        $wren->press('Hand in');
        $wren->read('Attempt 1 is with your teacher');
        $wren->assertNoComplaints();
    }
}
