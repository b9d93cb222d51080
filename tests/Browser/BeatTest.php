<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/**
 * A two-bar beat with swing, ghost notes, a roll, a fill and a second section, made and handed in by mouse, by touch and by
 * keyboard alone.
 */
final class BeatTest extends BrowserTestCase
{
    public function testByMouse(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('Swing');
        $wren->slide('Swing', 0.66);
        $wren->read('Swing: triplet');
        // The frame: kick on the downbeat, backbeat, eighths on the hat.
        $wren->cell(0, 0)->click();
        $wren->press('Snare');
        $wren->openRow();
        $wren->press('backbeat');
        $wren->see('.note-missing');
        $wren->press('Use this');
        self::assertSame([90, 90], [$wren->hit(1, 960), $wren->hit(1, 2880)]);
        $step = $wren->cell(2, 240)->getSize()->getWidth();
        $wren->drag($wren->cell(2, 0), 15 * $step, 0);
        self::assertSame(90, $wren->hit(2, 3600), 'painted along the row');
        // A ghost: dragged down to nearly nothing.
        $wren->cell(1, 1680)->click();
        $wren->drag($wren->cell(1, 1680), 0, 60);
        self::assertLessThan(40, (int) $wren->hit(1, 1680));
        $wren->told('ghost');
        // A sweep over the hats draws a contour.
        $wren->drag($wren->cell(2, 0), 0, 20);
        $first = $wren->hit(2, 0);
        self::assertLessThan(90, (int) $first);
        // A roll.
        $wren->cell(1, 3360)->click();
        $wren->openHit();
        $wren->press('Roll of 4');
        $wren->told('roll of 4');
        $wren->see('.note-mark');
        // Pushed by its head.
        $head = (int) $wren->cell(0, 0)->getSize()->getHeight();
        $wren->dragHead($wren->cell(0, 0), intdiv($step, 4), $head);
        $wren->told('late');
        // Bar two is bar one, with a fill at its end.
        $wren->press('Repeat bar 1');
        self::assertSame(90, $wren->hit(1, 3840 + 960));
        $wren->drag($wren->cell(1, 3840 + 2880), 3 * $step, 0);
        // The second section, a variation.
        $wren->press('Make a variation');
        $wren->told('Section A 2 is on the sheet');
        $wren->cell(0, 1920)->click();
        $wren->press('Form');
        $wren->press('A once more');
        $wren->read('Order, 6 bars in all');
        $this->handIn($wren, 6);
    }

    public function testByTouch(): void
    {
        $kwame = $this->person('kwame', 1024, 768, true);
        $kwame->press('Begin: Slack Tide');
        $kwame->touch($kwame->cell(0, 0));
        self::assertSame(90, $kwame->hit(0, 0));
        $step = $kwame->cell(2, 240)->getSize()->getWidth();
        $kwame->touch($kwame->cell(2, 0), 7 * $step);
        self::assertSame(90, $kwame->hit(2, 1680), 'painted along the row');
        $kwame->touch($kwame->cell(1, 960));
        $kwame->touch($kwame->cell(1, 1680));
        $kwame->touch($kwame->cell(1, 1680), 0, 60, 700);
        self::assertLessThan(40, (int) $kwame->hit(1, 1680), 'a ghost, dragged down');
        $kwame->touch($kwame->cell(1, 960));
        self::assertNull($kwame->hit(1, 960), 'a touch on a hit removes it');
        $kwame->touch($kwame->cell(1, 960));
        $kwame->press('Swing');
        $kwame->slide('Swing', 0.4);
        $kwame->readNot('Swing: straight');
        // A rest of the finger marks; the panel acts on what is marked.
        $kwame->rest($kwame->cell(1, 960), $step);
        $kwame->see('.marked');
        $kwame->press('Shape');
        $kwame->press('Roll of 3');
        $kwame->told('1 hit changed');
        $kwame->press('Repeat bar 1');
        $kwame->touch($kwame->cell(1, 3840 + 2880), 3 * $step);
        self::assertSame(90, $kwame->hit(1, 3840 + 3600), 'the fill');
        $kwame->press('Make a variation');
        $kwame->touch($kwame->cell(0, 1920));
        $this->handIn($kwame, 4);
    }

    public function testByKeyboard(): void
    {
        $elodie = $this->person('elodie');
        $elodie->tabTo('a[aria-label^="Begin: Slack Tide"]');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->tabTo('[aria-label^="Swing:"]');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->tabTo('input[type=range][list=swings]');
        $elodie->keys(...array_fill(0, 17, WebDriverKeys::ARROW_RIGHT));
        $elodie->read('Swing: triplet');
        $elodie->tabTo('[role=gridcell]');
        $elodie->keys('4', WebDriverKeys::ARROW_DOWN, ...array_fill(0, 4, WebDriverKeys::ARROW_RIGHT));
        $elodie->keys('3', ...array_fill(0, 3, WebDriverKeys::ARROW_RIGHT));
        $elodie->keys('1', 'r', 'r');
        self::assertSame([118, 90, 28], [$elodie->hit(0, 0), $elodie->hit(1, 960), $elodie->hit(1, 1680)]);
        $elodie->told('ghost, 28, roll of 3');
        // Copied from the first half to the second: mark, copy, go on, paste.
        $elodie->keys(WebDriverKeys::HOME);
        $elodie->hold(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT, 7);
        $elodie->told('2 hits marked');
        $elodie->keys(WebDriverKeys::CONTROL.'c');
        $elodie->told('2 hits copied');
        $elodie->keys(WebDriverKeys::ESCAPE, WebDriverKeys::ARROW_RIGHT, WebDriverKeys::CONTROL.'v');
        $elodie->until(static fn (): bool => [90, 28] === [$elodie->hit(1, 2880), $elodie->hit(1, 3600)], 'the copy to be there');
        $elodie->tabTo('button', 'Repeat bar 1');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->until(static fn (): bool => 118 === $elodie->hit(0, 3840), 'the bar again');
        // A fill: moved and pushed by keys.
        $elodie->tabBackTo('[role=gridcell]');
        $elodie->keys(WebDriverKeys::ESCAPE, WebDriverKeys::END, '3', 'e', '.', '.');
        self::assertSame(90, $elodie->hit(1, 3840 + 3360));
        $elodie->told('late');
        $elodie->tabBackTo('button', 'Make a variation');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->told('Section A 2 is on the sheet');
        $elodie->tabTo('[role=gridcell]');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->saved();
        $elodie->tabTo('[role=tab][aria-selected=true]');
        $elodie->tabTo('section[aria-label="Hand in"] .button-main');
        $elodie->keys(WebDriverKeys::ENTER);
        $elodie->read('Attempt 1 is with your teacher');
        $elodie->assertNoComplaints();
    }

    /** Hands in, and holds what the server has against what was made. */
    private function handIn(Person $person, int $bars): void
    {
        $person->saved();
        $person->press('Task');
        $person->press('Hand in');
        $person->read('Attempt 1 is with your teacher');
        /** @var array{bars: int, swing: float, rolls: int, ghosts: int, sections: int} $made */
        $made = $person->driver->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            fetch(location.pathname.replace('/bench/', '/api/parts/') + '/bench').then((r) => r.json()).then(({draft: {pattern}}) => {
                const hits = pattern.sections.flatMap((s) => s.rows.flatMap((r) => r.hits));
                const bars = pattern.order.reduce((sum, one) => sum + one.times * pattern.sections.find((s) => s.name === one.section).bars, 0);
                done({bars, swing: pattern.swing.percent, rolls: hits.filter((h) => h.roll > 1).length, ghosts: hits.filter((h) => h.velocity < 40).length, sections: pattern.sections.length});
            });
            JS);
        self::assertSame([$bars, 2], [$made['bars'], $made['sections']]);
        self::assertGreaterThan(50, $made['swing']);
        self::assertGreaterThan(0, $made['rolls']);
        self::assertGreaterThan(0, $made['ghosts']);
        $person->assertNoComplaints();
    }
}
