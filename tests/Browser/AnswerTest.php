<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\Interactions\WebDriverActions;
use Facebook\WebDriver\WebDriverKeys;

/** A class answered in ten minutes: the Marking table, the Class picture and the projector. */
final class AnswerTest extends BrowserTestCase
{
    public function testOneCommentIsWrittenToAllWhoShareItAndEachStaysOpen(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 12: Lamp');
        $odile->press('Same mistakes together');
        $odile->read('One comment in common');
        $shared = 'Snare: a hit is missing on beat 4 a in bar 2; add it.';
        $odile->press('Write to all 3: '.$shared);
        $odile->fill('Added to the feedback of each', '{name}, mind the last snare.');
        $odile->press('Add to 3');
        $odile->read('Added to the feedback of 3 students. Each stays to mark.');
        $odile->read('12 beats to mark');
        $odile->press('By student');
        $odile->press('Amara Obi');
        $odile->read('Amara Obi, attempt 1');
        self::assertSame(
            'Amara, mind the last snare.',
            $odile->script('return document.querySelector("textarea").value'),
        );
        $odile->assertNoComplaints();
    }

    public function testTheSameMistakesAreAnsweredOnceAndTakenBackAndReturned(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 12: Lamp');
        $odile->read('12 beats to mark');
        $odile->press('Same mistakes together');
        $odile->press('Mark all 2 at once');
        $odile->read('Amara Obi, attempt 1');
        $odile->press('Use 17');
        $odile->fill('What you say to', 'Almost, Amara: one step earlier.');
        $odile->read('{name} becomes each one’s name'); // all are answered from the start
        $odile->press('Return to all 2');
        $odile->read('Returned to 2 students');
        $odile->read('10 beats to mark');
        $odile->press('Take back');
        $odile->read('Saved; not returned yet');
        self::assertSame(
            'Almost, Amara: one step earlier.',
            $odile->script('return document.querySelector("textarea").value'),
            'what was typed stays',
        );
        $odile->tick('Also to one more with the same');
        $odile->press('Return to all 2');
        $odile->read('10 beats to mark');
        $odile->assertNoComplaints();

        foreach (['amara' => 'Almost, Amara: one step earlier.', 'nour' => 'Almost, نور: one step earlier.'] as $student => $text) {
            $person = $this->person($student);
            $person->press('Read the feedback: Lamplighters');
            $person->read($text);
            $person->read('17');
            $person->assertNoComplaints();
        }
    }

    public function testAnAnswerByKeysAlone(): void
    {
        $odile = $this->person('odile');
        $this->marking($odile);
        $odile->press('Zoë');
        $odile->read('Zoë Lindqvist-Oyelaran, attempt 1');
        $odile->keys('n');
        $odile->read('Þórunn Ægisdóttir, attempt 1');
        $odile->keys('p');
        $odile->read('Zoë Lindqvist-Oyelaran, attempt 1');
        $odile->keys('d');
        $odile->see('[role=radio][data-checked]');
        $odile->until(
            static fn (): bool => true === $odile->script(
                'return [...document.querySelectorAll("[role=radio]")].some((one) => one.textContent === "Differences" && '
                    .'one.hasAttribute("data-checked"))',
            ),
            'the differences to be heard',
        );
        $odile->see('button[aria-label=Stop]');
        $odile->keys('l', 's', '1');
        $odile->until(
            static fn (): bool => 'Kick: a hit is missing on beat 3 in every bar; add it.' === $odile->script(
                'return document.querySelector("textarea").value',
            ),
            'the first statement in the text',
        );
        $odile->keys('w', ' Try it slowly.', WebDriverKeys::ESCAPE, 'm', '18');
        $odile->read('Saved; not returned yet');
        $odile->driver->navigate()->refresh();
        $odile->read('Saved; not returned yet');
        self::assertSame(
            'Kick: a hit is missing on beat 3 in every bar; add it. Try it slowly.',
            $odile->script('return document.querySelector("textarea").value'),
        );
        $odile->hold(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $odile->read('Returned to Zoë Lindqvist-Oyelaran');
        $odile->read('Þórunn Ægisdóttir, attempt 1');
        $odile->keys('?');
        $odile->tick('single keys act');
        $odile->keys(WebDriverKeys::TAB, 'n');
        self::assertStringContainsString('Þórunn Ægisdóttir, attempt 1', $odile->text(), 'switched off, single keys do nothing');
        $odile->tick('single keys act');
        $odile->assertNoComplaints();
    }

    public function testNothingOfFeedbackThatIsBeingWrittenIsLost(): void
    {
        $odile = $this->person('odile');
        $this->marking($odile);
        $odile->press('Siobhán');
        $odile->press('Pin a note');
        $odile->fill('Note', 'Listen to this bar.');
        $odile->press('Use 1');
        $odile->press('Your phrases');
        $odile->fill('What you say to', 'Count {place} aloud.');
        $odile->read('The text still says {place}');
        // The page is loaded anew: the note stands where it was written.
        $odile->driver->navigate()->refresh();
        $odile->until(static fn (): ?bool => 'Listen to this bar.' === $odile->script(
            'return [...document.querySelectorAll("input")].map(({ value }) => value).find((value) => value.startsWith("Listen"))',
        ) ? true : null, 'the note');
        $odile->fill('What you say to', 'Count beat 2 aloud.');
        // Wherever the focus is: here on a button that would take Enter.
        $odile->press('Keys (?)');
        $odile->hold(WebDriverKeys::CONTROL, WebDriverKeys::ENTER);
        $odile->read('Returned to Siobhán Ó Faoláin');
        // On a page that was opened anew, as long as he has not opened it.
        $odile->driver->navigate()->refresh();
        $odile->press('Siobhán');
        $odile->read('not opened yet');
        $odile->press('Take back');
        $odile->read('Saved; not returned yet');
        $odile->read('Listen to this bar.');
        $odile->press('Return to Siobhán');
        $siobhan = $this->person('siobhan');
        $siobhan->press('Read the feedback: Lamplighters');
        $siobhan->read('Listen to this bar.');
        $odile->driver->navigate()->refresh();
        $odile->press('Siobhán');
        $odile->read(', opened');
        $odile->readNot('Take back');
        $odile->assertNoComplaints();
    }

    public function testNotesOnTheSheetAndASuggestionThatIsTakenOver(): void
    {
        $odile = $this->person('odile');
        $this->marking($odile);
        $odile->press('Tom');
        $ground = $odile->see('[data-ground="kick 1"]', true);
        (new WebDriverActions($odile->driver))->moveToElement($ground, 0, 0)->click()->perform();
        $odile->fill('Note', 'Here the lamp is missing.');
        $odile->press('Pin note');
        $odile->see('[data-pin="1"]', true);
        $odile->press('Pin a note');
        $odile->choose('Row', 'all rows');
        $odile->fill('Note', 'This bar walks.');
        $odile->keys(WebDriverKeys::ENTER);
        $odile->read('This bar walks.');
        $odile->press('Draw a suggestion on their sheet');
        $odile->cell(0, 6240)->click();
        $odile->read('It goes with your answer');
        $odile->press('Write a first draft');
        $odile->press('Your phrases');
        $odile->press('Count bar 2');
        $odile->press('Use 1');
        $odile->read('Saved; not returned yet');
        $odile->press('Return to Tom');
        $odile->read('Returned to Tom');

        $tomas = $this->person('tomas');
        $tomas->press('Read the feedback: Lamplighters');
        $tomas->read('25 of 26 strokes are in place.');
        $tomas->read('Here the lamp is missing.');
        $tomas->see('[data-pin="2"]', true);
        $tomas->press('Hear it');
        $tomas->see('button[aria-label=Stop]');
        $tomas->press('Suggestion');
        $tomas->see('[aria-label^="Your teacher"] [data-reading][style*="opacity: 1"]', true);
        self::assertSame(1, $tomas->script('return document.querySelectorAll("[data-reading][style*=\'opacity: 1\']").length'));
        $tomas->press('Use this suggestion');
        $tomas->see('[aria-label^="Undo: use the teacher"]');
        self::assertSame(90, $tomas->hit(0, 6240));
        $tomas->saved();
        $tomas->press('Undo');
        self::assertNull($tomas->hit(0, 6240), 'the own beat comes back');
        $tomas->assertNoComplaints();
        $odile->assertNoComplaints();
    }

    public function testAnAnswerIsReadAndHeardOnAPhone(): void
    {
        $ines = $this->person('ines', 390, 844, true);
        $ines->press('Read the feedback: Foghorn');
        $ines->read('Exactly right, and it breathes.');
        $ines->see('.note-matched');
        $ines->press('Target');
        $ines->press('Play');
        $ines->see('.sheet-words .lit');
        $ines->press('Stop');
        self::assertLessThanOrEqual(390, $ines->script('return document.documentElement.scrollWidth'), 'nothing sticks out at the side');
        $ines->assertNoComplaints();
    }

    public function testTheClassPictureOpensTheBeatsBehindANumber(): void
    {
        $odile = $this->person('odile');
        $odile->press('Class picture: Lamp');
        $odile->press('5: Snare, bar 2, beat 4 a');
        $odile->read('5 beats');
        $odile->press('Ines Caldeira');
        $odile->read('Ines Caldeira, attempt 2');
        $odile->press('Projector');
        $odile->press('Next beat');
        $odile->see('.wall .note');
        foreach (['Ines', 'Amara', 'Tom', 'Siobh', 'Zoë'] as $name) {
            self::assertStringNotContainsString($name, $odile->see('main')->getText(), 'no name on the wall');
        }
        $odile->press('Play');
        $odile->see('.wall .lit');
        $odile->press('Stop');
        $odile->press('Back');
        $odile->press('Term');
        $odile->press('Placement');
        $odile->press('Ines Caldeira, Foghorn Shuffle: 100');
        $odile->read('Ines Caldeira, attempt 1');
        $odile->assertNoComplaints();
    }

    public function testWhatIsTypedOutlastsALostConnection(): void
    {
        $odile = $this->person('odile');
        $this->marking($odile);
        $odile->press('Bo');
        $odile->read('Bo, attempt 1');
        $odile->offline(true);
        $odile->fill('What you say to', 'Right, Bo.');
        $odile->read('Kept here until the connection is back');
        $odile->offline(false);
        $odile->read('Saved; not returned yet');
        $odile->driver->navigate()->refresh();
        $odile->read('Saved; not returned yet');
        self::assertSame('Right, Bo.', $odile->script('return document.querySelector("textarea").value'));
    }

    /** However many are still to be marked. */
    private function marking(Person $odile): void
    {
        $odile->press('Class picture: Lamp');
        $odile->press('Marking table');
    }
}
