<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** The Bench and returned work in a hand. */
final class PhoneTest extends BrowserTestCase
{
    public function testWhatIsNeededStaysInSightAndPanelsComeFromBelow(): void
    {
        $wren = $this->person('wren', 390, 844, true);
        $wren->press('Begin: Lamplighters');
        // Nothing is built yet, so the task is read first, and the first row is in sight above it.
        $wren->read('The lamps are lit one by one.');
        self::assertTrue($wren->script(self::FREE, '[data-cell="0-0"]'), 'the first row');
        $wren->touch($wren->see('.dock-close'));
        $wren->readNot('The lamps are lit one by one.');
        $wren->touch($wren->cell(0, 0));
        foreach (['button[aria-label=Play]', 'button[aria-label^=Undo]', 'section[aria-label="Hand in"] .button-main'] as $css) {
            $wren->until(static fn (): bool => true === $wren->script(self::FREE, $css), "$css to be in sight");
        }
        $wren->script('window.scrollTo(0, document.body.scrollHeight)');
        foreach (['button[aria-label=Play]', 'section[aria-label="Hand in"] .button-main'] as $css) {
            $wren->until(static fn (): bool => true === $wren->script(self::FREE, $css), "$css to be in sight further down");
        }
        $wren->script('window.scrollTo(0, 0)');
        $wren->touch($wren->see('.row-name[aria-current] + .row-open'));
        $wren->see('#row');
        self::assertTrue($wren->script(self::FREE, '[data-cell="0-0"]'), 'the row that it is about');
        $wren->press('every beat');
        $wren->press('Use this');
        self::assertSame(90, $wren->hit(0, 960));
        $wren->press('Mix');
        $wren->see('#mix');
        $wren->press('Mix');
        $wren->readNot('For your ears');
        self::assertTrue($wren->script('return document.querySelector("#mix")?.checkVisibility() !== true'), 'pressed again, it goes');
        // A bar of 4/4 is two lines in the hand, and one where the phone lies.
        self::assertSame(2, $wren->script('return new Set([...document.querySelectorAll("[data-cell^=\'0-\']")].slice(0, 16).map((one) => one.closest(".sheet-line"))).size'));
        self::assertLessThanOrEqual(390, $wren->script('return document.documentElement.scrollWidth'));
        $wren->assertNoComplaints();
    }

    public function testLyingABarIsOneLine(): void
    {
        $jun = $this->person('jun', 844, 390, true);
        $jun->press('Begin: Slack Tide');
        $jun->see('[data-cell="0-0"]');
        self::assertSame(1, $jun->script('return new Set([...document.querySelectorAll("[data-cell^=\'0-\']")].slice(0, 16).map((one) => one.closest(".sheet-line"))).size'));
        $jun->touch($jun->see('.dock-close'));
        $jun->until(static fn (): bool => true === $jun->script(self::FREE, 'button[aria-label=Play]'), 'Play to be in sight');
    }

    public function testATaskIsPublishedFromAPhone(): void
    {
        $odile = $this->person('odile', 390, 844, true);
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'From the tram');
        $odile->read('Saved at');
        $odile->touch($odile->see('.dock-close'));
        $odile->until(static fn (): bool => true === $odile->script(self::FREE, 'section[aria-label=Publish] .button-main'), 'what publishes to be in sight');
        $odile->touch($odile->cell(0, 0));
        $odile->until(static fn (): bool => null !== $odile->hit(0, 0), 'the kick of the target');
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');
        $odile->assertNoComplaints();
    }

    public function testFeedbackIsReadFirst(): void
    {
        $ines = $this->person('ines', 390, 844, true);
        $ines->bringAxe();
        $ines->go('/');
        $ines->press('Read the feedback: Foghorn');
        $ines->read('Exactly right, and it breathes.');
        self::assertTrue($ines->script('return document.querySelector(".letter").getBoundingClientRect().top < document.querySelector(".sheet").getBoundingClientRect().top'));
        self::assertTrue($ines->script(self::FREE, '.letter p'));
        $ines->read('triplet swing');
        $ines->assertNothingSerious('returned work on a phone');
    }

    /** Whether the middle of an element is on the screen and nothing lies over it. */
    private const FREE = <<<'JS'
        const one = document.querySelector(arguments[0]);
        const box = one?.getBoundingClientRect();
        if (!box || box.bottom > innerHeight || box.top < 0) return false;
        const there = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
        return one.contains(there) || there?.contains(one);
        JS;
}
