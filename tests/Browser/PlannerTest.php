<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/** A teacher writes a plan, changes their mind, tries it, and throws it away. */
final class PlannerTest extends BrowserTestCase
{
    public function testAPlanIsKeptByItselfTriedAndRemoved(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->read('A new assignment');
        $odile->fill('Name', 'Low Water');
        $odile->read('Saved at');
        $odile->press('Meter');
        $odile->choose('Meter', '6/8');
        $odile->see('[aria-label^="Tempo: dotted quarter note"]');
        $odile->cell(0, 0)->click();
        $odile->cell(1, 1440)->click();
        $odile->press('The beat');
        $odile->openRow();
        $odile->press('remove');
        $odile->told('The row of snare is removed');
        $odile->press('Undo: remove the row of snare');
        self::assertSame(90, $odile->hit(1, 1440), 'the row comes back with its hits');
        $odile->press('The task');
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
        $odile->press('Delete plan');
        $odile->press('Cancel');
        $odile->press('Delete plan');
        $odile->press('Yes, delete');
        $odile->read('Go on planning');
        $odile->readNot('Low Water');
        $odile->assertNoComplaints();
    }

    public function testAPlanWithoutANameIsKeptFromTheFirstHit(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->cell(0, 0)->click();
        // Away at once, before anything could be sent at leisure.
        $odile->press('Today');
        $weekday = (new \DateTimeImmutable('now', new \DateTimeZone('Europe/London')))->format('l');
        $odile->press("Go on planning: Untitled, begun $weekday");
        $odile->cell(0, 0);
        self::assertNotNull($odile->hit(0, 0));
        $odile->cell(1, 960)->click();
        $odile->driver->navigate()->refresh();
        $odile->cell(1, 960);
        self::assertNotNull($odile->hit(1, 960));
        $odile->readNot('another tab');
        $odile->read('only you see this; give it a name to publish it');
        // A second new plan, whose page is closed within a moment: it is there once.
        $odile->go('/');
        $odile->press('Plan an assignment');
        $odile->cell(2, 480)->click();
        $odile->go('/');
        $odile->press('Plan an assignment');
        $odile->cell(2, 480);
        self::assertNotNull($odile->hit(2, 480), 'it goes on where it was left, sent or not');
        $odile->read('Untitled, begun');
        $odile->press('Today');
        $odile->until(static fn (): ?bool => 2 === $odile->script(
            'return document.querySelectorAll(`[aria-label^="Go on planning: Untitled"]`).length',
        ) ? true : null, 'two plans without a name');
        $odile->press('Plan an assignment');
        $odile->read('A new assignment');
        $odile->assertNoComplaints();
    }

    public function testATeacherLeavesOpenWhatSheLikes(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Driftwood');
        $odile->press('make their own');
        $odile->read('They begin with what is on the sheet');
        foreach (['tempo', 'bars and sections', 'other instruments', 'Kick'] as $label) {
            $odile->tick($label);
        }
        $odile->choose('Not allowed', 'Long whistle');
        $odile->cell(0, 0)->click();
        $odile->until(
            static fn (): bool => str_contains($odile->text(), 'Saved at') && !str_contains($odile->text(), 'Saving'),
            'it to be kept',
        );
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $wren = $this->person('wren');
        $wren->press('Begin: Driftwood');
        $wren->read('You choose tempo (60 to 140), bars and sections, instruments, kit.');
        self::assertSame(90, $wren->hit(0, 0), 'what the teacher drew is there');
        $wren->openRow();
        $wren->read('The task needs this row.');
        $wren->press('+ Add a row');
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

    public function testLeavingAtOnceLosesNothing(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Spindrift');
        $odile->press('Today');
        $odile->press('Go on planning: Spindrift');
        $odile->fill('Brief', 'Light and quick.');
        $odile->press('Today');
        $odile->press('Go on planning: Spindrift');
        $odile->until(
            static fn (): bool => 'Light and quick.' === $odile->script('return document.querySelector("textarea")?.value'),
            'the last words to be kept',
        );
        $odile->press('Delete plan');
        $odile->press('Yes, delete');
        $odile->readNot('Spindrift');
        $odile->press('Open the plan: Ferry');
        $odile->fill('Name', 'Ferry, rocking');
        $odile->press('Discard changes');
        $odile->until(
            static fn (): bool => 'Ferry Rocker' === $odile->script(
                'return document.querySelector("section[aria-label=\"The task in words\"] input")?.value',
            ),
            'the saved name',
        );
        $odile->assertNoComplaints();
    }

    public function testEveryDialShowsWhatItChangesOnARealBeat(): void
    {
        $odile = $this->person('odile');
        $odile->press('Open the plan: Lamplighters');
        $odile->press('Marking');
        $odile->read('17 of 20 for the copy');
        $odile->press('Placement only');
        $odile->read('Only where the hits are counts');
        $odile->read('17 of 20 for the copy');
        // What the weighing brings may come between two keys: a hand would type it once more.
        $odile->until(static function () use ($odile): bool {
            $odile->fill('Grace', '156');

            return '156' === $odile->see('input[aria-label=Grace]')->getAttribute('value');
        }, 'the grace that was typed');
        $odile->keys(WebDriverKeys::TAB);
        $odile->read('Your own settings.');
        $odile->read('a hit this near is in its place: a sixteenth');
        $odile->read('With 20 ms instead, as usual: 17');
        $odile->tick('tempo as in the task');
        $odile->read('a tempo is right from');
        self::assertSame(
            ['92', '100'],
            [
                $odile->see('input[aria-label="right from"]')->getAttribute('value'),
                $odile->see('input[aria-label="right up to"]')->getAttribute('value'),
            ],
            'around the target\'s own',
        );
        $odile->assertNoComplaints();
    }

    public function testAChangedTargetIsToldForWhomAndComparedAgain(): void
    {
        $odile = $this->person('odile');
        $odile->press('Open the plan: Lamplighters');
        $odile->read('14 beats are handed in');
        $odile->press('Starting beat');
        $odile->cell(0, 0)->click();
        self::assertNull($odile->hit(0, 0), 'what students begin with is only to look at');
        $odile->press('Target');
        $odile->cell(1, 7440)->click();
        $odile->fill('Name', 'Lamplighters, by night');
        $odile->read('Changed, not saved yet');
        $odile->press('Today');
        $odile->press('Open the plan: Lamplighters');
        $odile->read('Changed, not saved yet');
        self::assertNull($odile->hit(1, 7440), 'what was left unsaved is still there');
        $odile->press('Save changes');
        $odile->read('This changes the comments for');
        $odile->read('19 → 20');
        $odile->press('Cancel');
        $odile->readNot('This changes the comments for');
        $odile->press('Save changes');
        $odile->press('Save and compare again');
        $odile->read('Saved at');
        $odile->go('/');
        $odile->press('Mark 12: Lamplighters, by night');
        $odile->press('Same mistakes together');
        $odile->read('Snare: every hit is one sixteenth late.');
        $odile->readNot('a hit is missing on beat 4 a in bar 2');
        $odile->assertNoComplaints();
    }

    public function testRulesAreComposedInSentencesAndDrawnOnFrames(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Gull Cry');
        $odile->press('make their own');
        $odile->press('Rules');
        $odile->choose('Add a rule', 'a number of hits');
        $odile->choose('instrument', 'Snare');
        $odile->choose('Add a rule', 'places that must stay empty');
        $odile->press('Publish to Parade line');
        $odile->read('A rule’s sheet is empty, so it asks for nothing.');
        $odile->press('Cancel');
        $odile->press('Starting beat');
        $odile->readNot('This sheet is the frame of a rule');
        $odile->press('Kept clear');
        $odile->read('This sheet belongs to a rule: its meter, tempo and bars are not those of the task.');
        $odile->cell(1, 960)->click();
        $odile->until(
            static fn (): bool => str_contains($odile->text(), 'Saved at') && !str_contains($odile->text(), 'Saving'),
            'it to be kept',
        );
        $odile->press('The task');
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $wren = $this->person('wren');
        $wren->press('Begin: Gull Cry');
        $wren->read('Snare: 4 to 16 hits in every bar.');
        $wren->read('1 of 2 things met');
        $wren->press('Show: The places that should stay clear');
        $wren->see('section[aria-label="The places that should stay clear are clear."] .note');
        $wren->press('Show: The places that should stay clear');
        foreach ([960, 1200, 1440, 1680] as $tick) {
            $wren->cell(1, $tick)->click();
        }
        $wren->read('remove snare at beat 2 first');
        $wren->read('1 of 2 things met');
        $wren->cell(1, 960)->click();
        $wren->cell(1, 1920)->click();
        $wren->read('2 of 2 things met');
        $wren->assertNoComplaints();
        $odile->assertNoComplaints();
    }
}
