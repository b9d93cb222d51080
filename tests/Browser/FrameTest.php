<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverElement;
use Facebook\WebDriver\WebDriverKeys;

/** What a person needs at one moment is on one screen, and hands work where they are. */
final class FrameTest extends BrowserTestCase
{
    public function testTheBenchNeedsNoScrollingForTwoBarsOfSevenRows(): void
    {
        $wren = $this->person('wren');
        $wren->view(1280, 800);
        $wren->press('Begin: Slack Tide');
        $wren->press('Bars');
        $wren->choose('Bars', '2');
        $wren->press('Done');
        $wren->press('+ Add a row'); // under the last row, always in sight
        $wren->until(
            static fn (): bool => 'Find an instrument to add' === $wren->script('return document.activeElement.ariaLabel'),
            'the search to have the focus',
        );
        foreach (['Crash', 'Cowbell', 'Open hi-hat', 'Ride'] as $row) {
            $find = $wren->see('input[aria-label="Find an instrument to add"]');
            $find->sendKeys($row);
            $wren->keys(WebDriverKeys::ENTER);
            $wren->until(static fn (): bool => str_contains($wren->see('[role=grid]')->getText(), $row), "the row of $row");
        }
        $wren->see('[role=grid] [data-cell="6-7440"]');
        $this->assertSeen($wren, '#sheet [data-cell="6-7440"]', 'the last place of the last row');
        $this->assertSeen($wren, 'button[aria-label=Play]', 'Play');
        $this->assertSeen($wren, 'button[aria-label^=Undo]', 'undo');
        $this->assertSeen($wren, '[data-keeping]', 'the saved state');
        $this->assertSeen($wren, 'section[aria-label="Hand in"] .button-main', 'what hands in');
        self::assertSame(0, $wren->script('return document.documentElement.scrollHeight - innerHeight'), 'the page does not scroll');
        self::assertLessThan(150, $wren->script('return document.querySelector("#sheet").getBoundingClientRect().top'));
        $wren->assertNoComplaints();
    }

    public function testAClassWritesItsSheetsAsOnAStaffWithNoteValues(): void
    {
        $odile = $this->person('odile');
        $odile->go('/school');
        $odile->press('Parade line, Tuesdays');
        $odile->press('Settings');
        $kept = static fn (string $value): bool => true === $odile->script(
            'return [...document.querySelectorAll("select")].some((one) => one.value === arguments[0] && !one.disabled)',
            $value,
        );
        $odile->choose('Rows', 'as on a staff, cymbals on top');
        $odile->until(static fn (): bool => $kept('staff'), 'the order to be kept');
        $odile->choose('Notes', 'with note values and beams');
        $odile->until(static fn (): bool => $kept('values'), 'the notes to be kept');
        $names = 'return [...document.querySelectorAll("#sheet [role=grid] .sheet-line:first-child .row-name")].map((one) => one.firstChild.textContent)';
        $wren = $this->person('wren');
        $wren->press("Begin: Lamplighters' March");
        $wren->until(static fn (): bool => ['Crash', 'Closed hi-hat', 'Snare', 'Kick'] === $wren->script($names), 'the kick at the foot');
        // What is pressed is what is drawn: the lowest row is the kick, which the beat has first.
        $lowest = $wren->see('#sheet .sheet-line:first-child .sheet-row:nth-child(4) [role=gridcell]');
        self::assertStringStartsWith('Kick,', (string) $lowest->getAttribute('aria-label'));
        $lowest->click();
        self::assertSame(90, $wren->hit(0, 0));
        $wren->keys(WebDriverKeys::ARROW_UP);
        $wren->keys(WebDriverKeys::ENTER);
        self::assertSame(90, $wren->hit(1, 0), 'over the kick is the snare');
        // Four eighths: two beams of two.
        foreach ([0, 480, 960, 1440] as $tick) {
            $wren->cell(2, $tick)->click();
        }
        $wren->until(
            static fn (): bool => 2 === $wren->script('return (document.querySelector("#sheet .beam")?.getAttribute("d").match(/L/g) ?? []).length'),
            'the beams',
        );
        $wren->assertNoComplaints();
        $odile->press('Today');
        $odile->press('Open the plan: Lamplighters');
        $odile->until(static fn (): bool => ['Crash', 'Closed hi-hat', 'Snare', 'Kick'] === $odile->script($names), 'the target drawn alike');
        $odile->assertNoComplaints();
        self::reset();
    }

    public function testOneStudentIsHeardSeenAnsweredAndReturnedWithoutAScroll(): void
    {
        $odile = $this->person('odile');
        $odile->view(1280, 800);
        $odile->press('Mark 12: Lamp');
        $odile->press('Łukasz');
        $odile->read('Kick: every hit is one sixteenth late.');
        foreach ([
            '[data-line="1"]' => 'the second bar',
            'button[aria-label=Play]' => 'Play',
            'section[aria-labelledby=answer] textarea' => 'the answer',
            'input[aria-label^=Mark]' => 'the mark',
        ] as $css => $what) {
            $this->assertSeen($odile, $css, $what);
        }
        $odile->keys('y', '1');
        $odile->until(
            static fn (): bool => true === $odile->script(
                'const use = [...document.querySelectorAll("button")].find((one) => one.textContent.startsWith("Use "));'
                    .' return document.querySelector("input[aria-label^=Mark]").value === use.textContent.slice(4)',
            ),
            'the suggested mark, by its key',
        );
        $this->assertSeen($odile, '.answer-foot .button-main', 'what returns it');
        $odile->press('Return to Łukasz');
        $odile->read('Returned to Łukasz Wiśniewski.');
        self::assertSame(0, $odile->script('return document.documentElement.scrollHeight - innerHeight'));
        $odile->assertNoComplaints();
    }

    public function testTheWallIsFilledWithTheWholeSheet(): void
    {
        $odile = $this->person('odile');
        $odile->view(1920, 1080);
        $odile->press('Class picture: Lamp');
        $odile->press('Projector');
        $odile->until(static fn (): bool => true === $odile->script(
            'const wall = document.querySelector(".wall"), sheet = wall?.firstElementChild?.getBoundingClientRect();'
            .'return sheet && wall.style.zoom > 1.6 && sheet.width > 0.9 * innerWidth && sheet.bottom <= innerHeight',
        ), 'all of the sheet to be seen, as wide as the wall');
        $odile->assertNoComplaints();
    }

    public function testAPhoneReadsFromTheFirstThird(): void
    {
        $wren = $this->person('wren', 390, 844, true);
        $wren->view(390, 844);
        $wren->press('Begin: Lamplighters');
        $wren->see('[role=grid]');
        self::assertLessThan(300, $wren->script('return document.querySelector("#sheet").getBoundingClientRect().top'));
        self::assertSame(
            [true, 0],
            $wren->script('return [[...document.querySelectorAll("[role=gridcell]")].every((cell) => cell.clientWidth >= 44 && '
                .'cell.clientHeight >= 44), Math.max(0, document.documentElement.scrollWidth - innerWidth)]'),
            'every place is as large as a finger, and nothing is wider than the phone',
        );
        $this->assertSeen($wren, 'button[aria-label=Play]', 'Play');
    }

    public function testHandsAndKeysWorkInsideWhatIsMarked(): void
    {
        $freya = $this->person('elodie');
        $freya->press('Begin: Lamplighters');
        $freya->cell(0, 0)->click();
        $freya->cell(0, 1920)->click();
        $freya->press('Mark bar 1');
        $freya->see('.marked');
        $freya->cell(0, 960)->click();
        self::assertSame(90, $freya->hit(0, 960), 'a press in a marked area adds');
        $freya->cell(0, 960)->click();
        self::assertNull($freya->hit(0, 960), 'and another one takes away');
        $freya->see('.marked');
        $freya->drag($freya->cell(0, 0), 0, -21);
        self::assertGreaterThan(95, (int) $freya->hit(0, 0));
        self::assertSame($freya->hit(0, 0), $freya->hit(0, 1920), 'all that is marked is shaped with one stem');
        $freya->see('[aria-label="Undo: shape 2 hits"]');
        // Marked by a head, the keys have a target.
        $freya->press('Mark bar 1');
        $freya->keys('1');
        $freya->until(static fn (): bool => 28 === $freya->hit(0, 0) && 28 === $freya->hit(0, 1920), 'both to be ghosts');
        $freya->press('Shape');
        $freya->press('everything');
        $freya->keys(WebDriverKeys::DELETE);
        $freya->until(static fn (): bool => null === $freya->hit(0, 0) && null === $freya->hit(0, 1920), 'nothing to be left');
        $freya->keys(WebDriverKeys::ESCAPE);
        $freya->until(static fn (): bool => [] === $freya->script('return [...document.querySelectorAll(".marked")]'), 'nothing marked');
        $freya->press('Undo: remove 2 hits');
        $freya->told('Taken back: remove 2 hits');
        // In the middle of a notehead, where its line runs.
        $freya->dragHead($freya->cell(0, 0), 0, $freya->cell(0, 0)->getSize()->getHeight());
        self::assertNull($freya->hit(0, 0), 'a press on the notehead takes the hit away');
        $freya->assertNoComplaints();
    }

    private function playingEightBars(string $name, int $height = 700): Person
    {
        $person = $this->person($name);
        $person->view(1280, $height);
        $person->press('Begin: Slack Tide');
        $person->press('Bars');
        $person->choose('Bars', '8');
        $person->press('Done');
        $person->cell(0, 0)->click();
        $person->press('Play');

        return $person;
    }

    public function testThePageIsNotPulledFromUnderAnEditingHand(): void
    {
        $kwame = $this->playingEightBars('kwame');
        $kwame->cell(1, 960)->click();
        $top = static fn (): mixed => $kwame->script('return document.querySelector(".sheet-room").scrollTop');
        self::assertSame(0, $top());
        $kwame->until(
            static fn (): bool => true === $kwame->script('return document.querySelector(".follow") !== null'),
            'the line to go on out of sight',
        );
        self::assertSame(0, $top(), 'the page stays where the hand is');
        $kwame->press('Follow the line');
        $kwame->until(static fn (): bool => (int) json_encode($top()) > 0, 'the line to be followed again');
        $kwame->press('Stop');
    }

    public function testWhoHasEditedAndPlaysIsFollowed(): void
    {
        $siobhan = $this->playingEightBars('siobhan', 600);
        $siobhan->see('[data-reading="3"][style*="opacity: 1"]');
        $siobhan->until(
            static fn (): bool => $siobhan->script('return document.querySelector(".sheet-room").scrollTop') > 100,
            'the line that plays to come into sight',
        );
        $siobhan->press('Stop');
    }

    /** By the scroll bar, which no sheet hears of. */
    public function testWhoScrollsAwayWhileItPlaysIsNotPulledBack(): void
    {
        $lukasz = $this->playingEightBars('lukasz', 600);
        $lukasz->see('[data-reading="0"][style*="opacity: 1"]');
        $far = $lukasz->script('const room = document.querySelector(".sheet-room"); room.scrollTo(0, 9999); return room.scrollTop');
        self::assertGreaterThan(100, $far);
        $lukasz->see('[data-reading="1"][style*="opacity: 1"]', true);
        // Going after the line would take a moment.
        $lukasz->see('[data-reading="2"][style*="opacity: 1"]', true);
        self::assertSame($far, $lukasz->script('return document.querySelector(".sheet-room").scrollTop'));
        $lukasz->press('Stop');
    }

    /** At a width at which the words of one state would fit beside the others, and those of another would not. */
    public function testTheSheetStandsStillWhileTheBeatIsSaved(): void
    {
        $elodie = $this->person('elodie', 1024, 768, true);
        $elodie->press('Begin: Slack Tide');
        $elodie->see('[role=grid] [data-cell="0-0"]');
        $elodie->read('Nothing to save yet');
        $elodie->script(<<<'JS'
            window.tops = new Set();
            window.states = new Set();
            const look = () => {
                window.tops.add(document.querySelector('#sheet').getBoundingClientRect().top);
                window.states.add(document.querySelector('[data-keeping]').textContent.slice(0, 7));
                requestAnimationFrame(look);
            };
            look();
            JS);
        $elodie->touch($elodie->cell(0, 0));
        $elodie->read('Saved at');
        $elodie->until(static fn (): bool => 3 === $elodie->script('return window.states.size'), 'all three states');
        self::assertCount(1, (array) $elodie->script('return [...window.tops]'));
    }

    public function testArrivingSomewhereTheHeadingHasTheFocus(): void
    {
        $ines = $this->person('ines');
        $ines->press('Read the feedback: Foghorn');
        $ines->until(
            static fn (): bool => 'Foghorn Shuffle' === $ines->script('return document.activeElement.textContent'),
            'the heading to have the focus',
        );
        $ines->press('Today');
        $ines->until(
            static fn (): bool => true === $ines->script('return document.activeElement.matches("h1")'),
            'the heading of Today to have it',
        );
        $ines->press('Change it: Lamp');
        $ines->see('[role=grid]');
        $ines->script('document.querySelector(".skip-link").focus()');
        $ines->keys(WebDriverKeys::ENTER);
        $ines->until(
            static fn (): bool => true === $ines->script('return document.activeElement.matches("[role=gridcell]")'),
            'the skip link to lead to the sheet',
        );
        $ines->assertNoComplaints();
    }

    private function assertSeen(Person $person, string $css, string $what): void
    {
        $element = $person->see($css);
        self::assertInstanceOf(WebDriverElement::class, $element);
        self::assertTrue($person->script(
            'const box = arguments[0].getBoundingClientRect();'
            .'const over = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);'
            .'return box.top >= 0 && box.bottom <= innerHeight && over !== null && (arguments[0].contains(over) || over.contains(arguments[0]))',
            $element,
        ), "$what is in sight");
    }
}
