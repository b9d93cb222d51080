<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/** What is done to a hit is done at the hit: by mouse, key and finger, and never over a place that one wants to press next. */
final class AtTheHitTest extends BrowserTestCase
{
    private const BEGIN = "Begin: Lamplighters' March";

    protected function setUp(): void
    {
        self::reset();
    }

    public function testByMouseAfterARestAndGoneWithTheNextPress(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $wren->script('window.bars = 0; new MutationObserver(() => { if (document.querySelector(".hit-bar")) bars++; }).observe(document.body, { childList: true, subtree: true })');
        $wren->see('[data-cell="2-2880"]');
        // Whoever goes on writing never sees it.
        $wren->script(<<<'JS'
            for (const at of [0, 960, 1920, 2880]) {
                const cell = document.querySelector(`[data-cell="2-${at}"]`);
                const on = { bubbles: true, pointerId: 1, pointerType: 'mouse', button: 0 };
                cell.dispatchEvent(new PointerEvent('pointerdown', on));
                document.dispatchEvent(new PointerEvent('pointerup', on));
            }
            window.seen = bars;
            JS);
        self::assertSame(0, $wren->script('return seen'));
        self::assertSame([90, 90], [$wren->hit(2, 0), $wren->hit(2, 2880)]);
        $wren->see('.hit-bar');
        $wren->press('accent');
        self::assertSame(118, $wren->hit(2, 2880));
        $wren->press('roll');
        $wren->press('flam');
        $wren->told('flam');
        $wren->press('A little later');
        $wren->told('late');
        $wren->see('.hit-bar');
        // The place right over it, and the next one in its row, are free.
        $wren->cell(1, 2880)->click();
        self::assertSame(90, $wren->hit(1, 2880));
        $wren->until(static fn (): bool => false === $wren->script('return document.querySelector(".hit-bar")?.getAttribute("aria-label").includes("closed hi-hat") ?? false'), 'the bar to go');
        $wren->see('.hit-bar');
        $wren->press('Remove');
        self::assertNull($wren->hit(1, 2880));
        $wren->until(static fn (): bool => true === $wren->script('return document.querySelector(".hit-bar") === null'), 'the bar to go with its hit');
        $wren->assertNoComplaints();
    }

    public function testItNeverLiesOverAPlace(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        foreach ([[0, 0], [3, 3600], [0, 3840], [3, 7440]] as [$row, $at]) {
            $wren->cell($row, $at)->click();
            $wren->see('.hit-bar');
            $wren->until(static fn (): bool => true === $wren->script(<<<'JS'
                const bar = document.querySelector('.hit-bar')?.getBoundingClientRect();
                const room = document.querySelector('.sheet-room').getBoundingClientRect();
                const cells = [...document.querySelectorAll('[data-cell]')].map((one) => one.getBoundingClientRect());
                return bar !== undefined && bar.left >= room.left && bar.right <= room.right
                    && cells.every((one) => one.bottom <= bar.top || one.top >= bar.bottom - 1 || one.right <= bar.left || one.left >= bar.right);
                JS), "the bar of row $row at $at to lie over no place");
        }
    }

    public function testByKeyAndByTheOtherButton(): void
    {
        $wren = $this->person('wren');
        $wren->bringAxe();
        $wren->go('/');
        $wren->press(self::BEGIN);
        $wren->tabTo('[role=gridcell]');
        $wren->keys(WebDriverKeys::ENTER, 'a');
        $wren->until(static fn (): bool => 'ghost' === $wren->script('return document.activeElement.textContent'), 'the focus to be in the bar');
        $wren->keys(WebDriverKeys::TAB, WebDriverKeys::ENTER);
        $wren->told('soft');
        $wren->keys(WebDriverKeys::ESCAPE);
        $wren->until(static fn (): bool => '0-0' === $wren->script('return document.activeElement.dataset.cell'), 'the focus to be back at the hit');
        $wren->until(static fn (): bool => true === $wren->script('return document.querySelector(".hit-bar") === null'), 'the bar to be gone');
        self::assertLessThan(90, (int) $wren->hit(0, 0));
        $wren->script('document.querySelector(\'[data-cell="0-0"]\').dispatchEvent(new MouseEvent("contextmenu", { bubbles: true, cancelable: true, button: 2 }))');
        $wren->see('.hit-bar');
        $wren->assertNothingSerious('the bar at a hit');
        self::assertSame('This hit: kick, bar 1, beat 1', $wren->script('return document.querySelector(".hit-bar").getAttribute("aria-label")'));
    }

    public function testByFinger(): void
    {
        $kwame = $this->person('kwame', 390, 844, true);
        $kwame->press(self::BEGIN);
        $kwame->touch($kwame->cell(0, 0));
        $kwame->touch($kwame->cell(0, 0), rest: 700);
        $kwame->see('.hit-bar');
        self::assertSame(90, $kwame->hit(0, 0), 'a rest removes nothing');
        $kwame->press('accent');
        self::assertSame(118, $kwame->hit(0, 0));
        self::assertLessThanOrEqual(390, $kwame->script('return document.documentElement.scrollWidth'));
        $kwame->assertNoComplaints();
    }
}
