<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** What is done to bars opens at their number, what is done to a row at its name, and what comes in under the sheet. */
final class RoomsTest extends BrowserTestCase
{
    public function testBarsAtTheirNumber(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->cell(0, 0)->click();
        $wren->cell(1, 960)->click();
        $wren->press('Mark bar 1');
        $wren->see('.hit-bar');
        $this->inBar($wren, 'repeat');
        $wren->told('Repeat bar 1');
        self::assertSame([90, 90], [$wren->hit(0, 3840), $wren->hit(1, 4800)]);
        // The copy is marked: pressed again, it goes on from there.
        $this->inBar($wren, 'repeat');
        self::assertSame(90, $wren->hit(0, 2 * 3840));
        $this->inBar($wren, 'clear');
        self::assertNull($wren->hit(0, 2 * 3840));
        $this->inBar($wren, 'vary');
        $wren->until(static fn (): bool => null !== $wren->script('return document.querySelector(\'[data-bar="3"]\')'), 'a fourth bar');
        $this->inBar($wren, 'remove');
        $wren->until(static fn (): bool => null === $wren->script('return document.querySelector(\'[data-bar="3"], .hit-bar\')'), 'three bars again');
        // Two bars at once, by the numbers.
        $wren->press('Mark bar 1');
        $wren->script('document.querySelector(\'[data-bar="1"]\').dispatchEvent(new MouseEvent("click", { bubbles: true, shiftKey: true }))');
        $wren->until(static fn (): bool => 'Bars 1 to 2' === $wren->script('return document.querySelector(".hit-bar").ariaLabel'), 'both');
        $this->inBar($wren, 'loop');
        $wren->see('button[aria-label=Stop]');
        $wren->see('[role=radio][aria-checked=true]');
        $wren->until(
            static fn (): bool => 'What is marked' === $wren->script('return document.querySelector(".work-said [aria-checked=true]").textContent'),
            'what is marked to be what plays',
        );
        $wren->press('Stop');
        $wren->keys(WebDriverKeys::ESCAPE);
        $wren->assertNoComplaints();
    }

    public function testAMarkedBeatGoesRound(): void
    {
        $siobhan = $this->person('siobhan');
        $siobhan->press('Begin: Slack Tide');
        $siobhan->cell(1, 1920)->click();
        $siobhan->cell(1, 960)->click();
        $siobhan->hold(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT, 4);
        $siobhan->press('What is marked');
        $siobhan->press('Play');
        $siobhan->see('button[aria-label=Stop]');
        $siobhan->script(<<<'JS'
            window.seen = new Set();
            const look = () => {
                for (const one of document.querySelectorAll('#sheet .lit')) window.seen.add(Number(one.dataset.at));
                requestAnimationFrame(look);
            };
            look();
            JS);
        $siobhan->until(static fn (): bool => 8 === $siobhan->script('return window.seen.size'), 'two beats to be lit');
        self::assertSame([960, 1200, 1440, 1680, 1920, 2160, 2400, 2640], $siobhan->script('return [...window.seen].sort((one, other) => one - other)'));
        $siobhan->press('Stop');
    }

    public function testARowAtItsName(): void
    {
        $haneul = $this->person('haneul');
        $haneul->press('Begin: Slack Tide');
        $haneul->cell(0, 0)->click();
        $haneul->cell(0, 1920)->click();
        $haneul->cell(1, 480)->click();
        $haneul->press('Row Kick');
        $haneul->choose('copy its hits onto …', 'snare');
        $haneul->told('Copy kick onto snare');
        self::assertSame([90, null, 90], [$haneul->hit(1, 0), $haneul->hit(1, 480), $haneul->hit(1, 1920)]);
        $haneul->press('Undo: copy kick onto snare');
        self::assertSame([null, 90], [$haneul->hit(1, 0), $haneul->hit(1, 480)]);
        $haneul->press('later');
        self::assertSame([null, 90], [$haneul->hit(0, 0), $haneul->hit(0, 240)]);
        $haneul->see('.panel-room:not([hidden]) .mound');
        // Back to the panel, and the focus to the sheet.
        $haneul->see('#row')->getLocation();
        $haneul->driver->findElement(WebDriverBy::cssSelector('.panel-room:not([hidden]) .room-back'))->sendKeys(WebDriverKeys::ESCAPE);
        $haneul->readNot('copy its hits onto');
        $haneul->until(
            static fn (): bool => 'gridcell' === $haneul->script('return document.activeElement.role ?? document.activeElement.getAttribute("role")'),
            'the focus on the sheet',
        );
        $haneul->keys('n');
        $haneul->see('#row');
        $haneul->press('Task');
        $haneul->readNot('copy its hits onto');
    }

    public function testWhatComesInIsOneLineThenOneMenu(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Slack Tide');
        $jun->read('Draw on the lines, type it, use one from the Shelf, open a file');
        $jun->press('type it');
        $jun->fill('Rows as text', 'kick x---x---x---x---');
        $jun->told('Read: 4 new hits.');
        $jun->press('Use this');
        $jun->until(static fn (): bool => null !== $jun->hit(0, 960), 'the kick');
        $jun->readNot('Draw on the lines');
        $jun->press('Type, Shelf, files');
        foreach (['Type rows', 'Shelf', 'Files and audio'] as $way) {
            $jun->read($way);
        }
        $jun->press('Files and audio');
        $jun->read('Your beat saves itself');
    }

    public function testTheCountingLineIsEachPersonsOwnAndIsCountedInAgain(): void
    {
        $lukasz = $this->person('lukasz');
        $lukasz->press('Begin: Slack Tide');
        $lukasz->cell(0, 0)->click();
        $lukasz->press('Repeat bar 1');
        $counted = static fn (string $bar): string => "the counting words of bar two to be $bar";
        $read = 'return [...document.querySelectorAll("#sheet .sheet-words span")].slice(16, 21).map((one) => one.textContent).join(" ")';
        $lukasz->until(static fn (): bool => '1 e & a 2' === $lukasz->script($read), $counted('as the class counts'));
        $lukasz->choose('Counting line', 'Steps, on through all bars');
        $lukasz->until(static fn (): bool => '17 18 19 20 21' === $lukasz->script($read), $counted('steps that go on'));
        $lukasz->choose('Counting line', 'Bar and beat');
        $lukasz->until(static fn (): bool => '2.1    2.2' === $lukasz->script($read), $counted('bar and beat'));
        $lukasz->driver->navigate()->refresh();
        $lukasz->until(static fn (): bool => '2.1    2.2' === $lukasz->script($read), $counted('as chosen, after a reload'));
        $lukasz->press('Play');
        $lukasz->see('button[aria-label=Stop]');
        $lukasz->keys('c');
        $lukasz->read('Counting in');
        $lukasz->press('Stop');
    }

    public function testAHandPaintsByTheValueThatWasLastUsed(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press('Begin: Slack Tide');
        $step = $kwame->cell(2, 240)->getSize()->getWidth();
        $kwame->press('Row Closed hi-hat');
        $kwame->read('A drag along the row paints sixteenths.');
        $kwame->press('eighths');
        $kwame->press('Use this');
        $kwame->read('A drag along the row paints eighths.');
        $kwame->press('Undo: fill: eighths');
        $kwame->drag($kwame->cell(2, 0), 8 * $step, 0);
        self::assertSame([90, null, 90, null, 90], array_map(static fn (int $at): ?int => $kwame->hit(2, 240 * $at), range(0, 4)));
        self::assertTrue($kwame->script('return document.querySelector(".paint-hint") === null'));
    }

    /** Presses a word of the small bar. */
    private function inBar(Person $person, string $word): void
    {
        $person->until(static function () use ($person, $word): bool {
            foreach ($person->driver->findElements(WebDriverBy::cssSelector('.hit-bar button')) as $one) {
                if ($one->getText() === $word && $one->isEnabled()) {
                    $one->click();

                    return true;
                }
            }

            return false;
        }, "the word $word in the bar");
    }
}
