<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;

/** The sheet plays along: what sounds is seen to sound, what is written is seen to be written, and it is as large as it fits. */
final class LifeTest extends BrowserTestCase
{
    private const BEGIN = "Begin: Lamplighters' March";
    /** Notes how every notehead moves that sounds: its row, how large it is at first, and how long it takes to settle. */
    private const WATCH = <<<'JS'
        window.struck = [];
        const animate = Element.prototype.animate;
        Element.prototype.animate = function (frames, options) {
            if (this.matches('[data-struck]')) {
                struck.push({
                    row: Number(this.dataset.struck),
                    from: Number(/scale\(([\d.]+)\)/.exec(frames[0].transform)[1]),
                    to: Number(/scale\(([\d.]+)\)/.exec(frames.at(-1).transform)[1]),
                    turns: frames.some((one) => one.transform.includes('rotate')),
                    ms: options.duration,
                });
            }
            if (this.matches('[data-struck-row]')) (window.leant ??= []).push(Number(this.dataset.struckRow));
            return animate.call(this, frames, options);
        };
        JS;

    protected function setUp(): void
    {
        self::reset();
    }

    public function testWhatIsHandedInFoldsAndGoes(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Slack Tide');
        $jun->cell(0, 0)->click();
        $jun->script('window.folded = 0; new MutationObserver(() => { if (document.querySelector(".folded .first-bar .note")) ++window.folded; }).observe(document.body, { childList: true, subtree: true });');
        $jun->press('Hand in');
        $jun->read('Attempt 1 is with your teacher');
        $jun->until(static fn (): bool => $jun->script('return window.folded') > 0, 'the sheet to fold to its first bar');
        $jun->until(static fn (): bool => null === $jun->script('return document.querySelector(".folded")'), 'it to be gone');
        self::assertSame(90, $jun->hit(0, 0), 'the beat stays on the Bench');
        // Whoever has asked for stillness sees none of it.
        $jun->command('Emulation.setEmulatedMedia', ['features' => [['name' => 'prefers-reduced-motion', 'value' => 'reduce']]]);
        $jun->script('window.folded = 0');
        $jun->cell(1, 960)->click();
        $jun->press('Hand in again');
        $jun->read('Attempt 2 is with your teacher');
        self::assertSame(0, $jun->script('return window.folded'));
    }

    public function testInMarkingTheTargetStandsInThreeWaysAndWhatSoundsIsSeen(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 12: Lamp');
        $odile->press('Łukasz');
        $odile->read('Kick: every hit is one sixteenth late.');
        $odile->press('Above');
        $odile->until(static fn (): bool => 6 === $odile->script('return document.querySelectorAll(".over-row").length'), "the target's three rows over both bars");
        $odile->script(self::WATCH);
        $odile->press('In one');
        $odile->press('By ear');
        $odile->see('button[aria-label=Stop]');
        $odile->until(
            static fn (): bool => true === $odile->script('return new Set(struck.map(({ row }) => row)).size === 3 && struck.length > 20'),
            'every row to be seen sounding, in one bar that goes round',
        );
        self::assertSame('0', $odile->script('return [...document.querySelectorAll(".work-said select")].at(-1).value'), 'bar 1');
        $odile->press('Staff');
        $odile->see('.staff .vf-stavenote');
        $odile->press('In one');
        $odile->see('button[aria-label=Play]');
        $odile->assertNoComplaints();
    }

    public function testWhatSoundsSwellsWithItsLoudnessAndItsRowWithIt(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $wren->cell(0, 0)->click();
        $wren->cell(2, 960)->click();
        $wren->cell(2, 960)->sendKeys('1');
        $wren->cell(3, 1920)->click();
        $wren->soundsLoaded();
        $wren->script(self::WATCH);
        $wren->press('Play');
        /** @var list<array{row: int, from: float, to: float, turns: bool, ms: float}> $struck */
        $struck = $wren->until(
            // From a kick on: on a busy machine the very first one may have sounded before the first frame.
            static fn (): mixed => $wren->script(<<<'JS'
                const from = struck.slice(Math.max(0, struck.findIndex(({ row }) => row === 0)));
                return new Set(from.map(({ row }) => row)).size === 3 ? from : null;
                JS),
            'three rows to sound',
        );
        $by = array_column($struck, null, 'row');
        self::assertSame([0, 2, 3], array_values(array_unique(array_column($struck, 'row'))), 'in the order in which they sound');
        self::assertGreaterThan($by[2]['from'] / $by[2]['to'], $by[0]['from'] / $by[0]['to'], 'a firm kick swells more than a ghost');
        self::assertGreaterThan(1, $by[2]['from'] / $by[2]['to']);
        self::assertTrue($by[3]['turns'], 'the crash trembles');
        self::assertGreaterThan($by[0]['ms'], $by[3]['ms'], 'as long as it rings');
        // A sixteenth at 96.
        self::assertLessThanOrEqual(240, $by[0]['ms']);
        self::assertSame([0, 2, 3], $wren->script('return [...new Set(leant)].sort()'), 'the marks before their rows swell too');
        $wren->press('Stop');
        $wren->script('window.struck = []');
        $wren->cell(0, 1920)->click();
        self::assertSame([], $wren->script('return struck'), 'nothing moves where nothing plays');
    }

    public function testWhoWantsNoMotionSeesInkAndNoMotion(): void
    {
        $wren = $this->person('wren');
        $wren->command('Emulation.setEmulatedMedia', ['features' => [['name' => 'prefers-reduced-motion', 'value' => 'reduce']]]);
        $wren->go('/');
        $wren->press(self::BEGIN);
        $wren->cell(0, 0)->click();
        $wren->soundsLoaded();
        $wren->script(self::WATCH);
        $wren->press('Play');
        $wren->until(static fn (): bool => true === $wren->script('return struck.length > 0'), 'a stroke to be shown');
        self::assertTrue($wren->script('return struck.every(({ from, to, turns }) => from === to && !turns)'));
        self::assertNull($wren->script('return window.leant ?? null'));
        $wren->press('Stop');
        self::assertSame('0s', $wren->script('return getComputedStyle(document.querySelector("[role=grid] .note")).transitionDuration'));
    }

    public function testANewHitDropsOntoItsLineAndABarIsWrittenFromLeftToRight(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $wren->script(<<<'JS'
            window.dropped = [];
            document.addEventListener('transitionrun', ({ target, propertyName }) => {
                if (propertyName === 'translate' && target.matches('.note')) dropped.push(parseFloat(target.style.transitionDelay) || 0);
            });
            JS);
        foreach ([0, 960, 1920] as $at) {
            $wren->cell(2, $at)->click();
        }
        $wren->until(static fn (): bool => [0, 0, 0] === $wren->script('return dropped'), 'three hits to drop at once');
        $wren->script('window.dropped = []');
        $wren->press('Repeat bar 1');
        $delays = $wren->until(static fn (): mixed => 3 === \count((array) $wren->script('return dropped')) ? $wren->script('return dropped') : null, 'bar 2 to be written');
        self::assertIsArray($delays);
        sort($delays);
        self::assertSame([0, 105, 210], $delays, 'a bar in 420 ms');
    }

    public function testTheSheetIsAsLargeAsItFitsAndStepsRemain(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $size = static fn (): array => (array) $wren->script(<<<'JS'
            const room = document.querySelector('.sheet-room'), card = document.querySelector('#sheet');
            const bars = document.querySelector('.sheet-rules').getBoundingClientRect();
            return [card.getBoundingClientRect().height / room.clientHeight, room.scrollHeight - room.clientHeight,
                bars.width / card.clientWidth, document.querySelectorAll('.sheet-line').length];
            JS);
        [$high, $scrolls, $wide, $lines] = $wren->until(static fn (): mixed => null !== $wren->script('return document.querySelector(".sheet-rules")') ? $size() : null, 'the sheet');
        self::assertGreaterThan(0.9, $high, 'it uses the window');
        self::assertSame([0, 2], [$scrolls, $lines], 'and is seen at once');
        self::assertGreaterThan(0.8, $wide);
        $head = static fn (): mixed => $wren->script('return document.querySelector("[role=grid] .note-head").getBoundingClientRect().width');
        $wren->cell(0, 0)->click();
        $large = $head();
        $wren->press('Smaller');
        $wren->press('Smaller');
        self::assertLessThan($large, $head());
        self::assertSame(1, $wren->script('return document.querySelectorAll(".sheet-line").length'));
        $wren->press('Fit');
        self::assertSame($large, $head());
        $wren->assertNoComplaints();
    }

    public function testABarThatIsRightIsClosedWithADoubleBarUntilItChanges(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        foreach ([[0, 0], [0, 1920], [1, 960], [1, 2880], ...array_map(static fn (int $i): array => [2, 480 * $i], range(0, 7))] as [$row, $at]) {
            $wren->cell($row, $at)->click();
        }
        $wren->press('Which bars are right?');
        $wren->read('Bar 1 is right');
        self::assertSame(1, $wren->script('return document.querySelectorAll(".sheet-line:first-child .bar-right").length'));
        self::assertSame(1, $wren->script('return document.querySelectorAll(".bar-right").length'), 'bar 2 is empty');
        $wren->cell(0, 240)->click();
        self::assertSame(0, $wren->script('return document.querySelectorAll(".bar-right").length'));
    }

    public function testTheMixStandsWhereHeightIsLeft(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->see('.mix-strip .mound svg');
        self::assertTrue($wren->script(<<<'JS'
            const strip = document.querySelector('.mix-strip').getBoundingClientRect(), room = document.querySelector('.sheet-room');
            return strip.bottom <= room.getBoundingClientRect().bottom && room.scrollHeight <= room.clientHeight;
            JS), 'without scrolling');
        $wren->drag($wren->see('.mix-strip .mound svg'), 15, -8);
        $wren->see('.mix-strip [aria-label="Level of kick"][aria-valuetext^="12"]', true);
        $wren->press('mute in beat: kick');
        $wren->see('.mound[data-quiet=true]');
        $wren->press('Undo');
        $wren->press('Undo: level and pan of kick');
        $wren->assertNoComplaints();
    }

    public function testTheTempoIsTappedWhateverIsOpenAndHeardFasterOrSlower(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('Mix');
        $tempo = static fn (): mixed => $wren->script('return document.querySelector("[aria-label^=Tempo]").getAttribute("aria-label")');
        $before = $tempo();
        $wren->cell(0, 0)->click();
        $wren->keys('t', 't', 't');
        $wren->until(static fn (): bool => $tempo() !== $before, 'the tempo to follow the taps');
        $wren->until(static function () use ($wren, $tempo, $before): bool {
            $tempo() === $before || $wren->press('Undo: change the tempo');

            return $tempo() === $before;
        }, 'the taps to be taken back');
        // How fast one listens is no part of the beat, and stays with the person.
        $wren->press('Slower');
        $wren->press('Slower');
        self::assertSame('80', $wren->script('return document.querySelector("[aria-label=\\"Speed in percent\\"]").value'));
        $wren->fill('Speed in percent', '125');
        $wren->keys(WebDriverKeys::ENTER);
        $wren->until(static fn (): bool => true === $wren->script('return document.querySelector("[aria-label=Faster]").disabled'), 'it to be as fast as it goes');
        self::assertSame($before, $tempo());
        $wren->saved();
        $wren->driver->navigate()->refresh();
        $wren->see('[aria-label="Speed in percent"][value="125"]');
        $wren->press('Slower');
        $wren->press('Slower');
    }

    public function testTheStaffFollowsEveryEditUnderTheGrid(): void
    {
        $wire = Wire::to((string) getenv('PULSANDA_URL'));
        $wren = $this->person('wren', url: $wire->url);
        $wren->press('Begin: Slack Tide');
        $wren->press('Staff');
        // How many hits the beat had that stands on the staff, and whether it is drawn.
        $hits = static fn (): mixed => $wren->script('const one = document.querySelector("[data-hits]"); return one?.querySelector(".vf-stavenote") ? Number(one.dataset.hits) : null');
        foreach ([[0, 0, 1], [1, 960, 2], [2, 1920, 3]] as [$row, $at, $count]) {
            $wren->cell($row, $at)->click();
            $wren->until(static fn (): bool => $count === $hits(), "$count hits on the staff");
        }
        $drawn = static fn (): mixed => $wren->script('return document.querySelector(".staff svg").innerHTML.length');
        $before = $drawn();
        // Without a connection it stays as it was, says so, and follows later.
        $wire->cut();
        $wren->cell(2, 2880)->click();
        $wren->read('The staff follows when the connection is back');
        $wren->until(static fn (): bool => 3 === $hits(), 'the staff to stay as it was');
        $wire->join();
        $wren->until(static fn (): bool => 4 === $hits() && $drawn() !== $before, 'the staff to follow');
        $wren->readNot('The staff follows when');
        $wren->press('Staff');
        self::assertNull($hits());
    }

    public function testOneOfEveryFourthBarIsAFill(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('Form');
        for ($bars = 1; $bars < 8; $bars *= 2) {
            $wren->press('repeat all bars');
        }
        $wren->press('Kick');
        $wren->openRow();
        $wren->press('every n-th bar');
        $wren->until(static fn (): bool => 2 === $wren->script('return document.querySelectorAll("[role=grid] .note-missing").length'), 'bars 1 and 5 to be shown');
        $wren->fill('from bar', '3');
        $wren->until(static fn (): bool => 2 === $wren->script('return document.querySelectorAll("[role=grid] .note-missing").length'), 'bars 3 and 7 to be shown');
        $wren->press('Use this');
        self::assertSame([null, 90, null, 90], array_map(static fn (int $bar): ?int => $wren->hit(0, 3840 * $bar), [0, 2, 4, 6]));
        $wren->press('Undo: on 1 of every 4 bars');
        self::assertNull($wren->hit(0, 3840 * 2));
    }

    public function testAnInstrumentIsHeardWhileOneMovesThroughTheList(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('+ Add a row');
        $wren->script(<<<'JS'
            window.heard = 0;
            const start = AudioBufferSourceNode.prototype.start;
            AudioBufferSourceNode.prototype.start = function (...more) { heard++; return start.apply(this, more); };
            JS);
        $wren->see('[data-find-instrument]')->click();
        foreach ([1, 2] as $count) {
            $wren->keys(WebDriverKeys::ARROW_DOWN);
            $wren->until(static fn (): bool => $wren->script('return heard') >= $count, "the sound of choice $count");
        }
        self::assertSame(3, $wren->script('return document.querySelectorAll("[role=grid] .sheet-row").length'), 'nothing is chosen yet');
    }

    public function testTheTargetStandsAboveOrInTheRowsOrIsHeardBarByBar(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $wren->press('Above');
        $wren->until(static fn (): bool => 2 === \count((array) $wren->script(<<<'JS'
            return [...document.querySelectorAll('.sheet-line')].filter((line) => {
                const over = line.querySelectorAll('.over-row'), own = line.querySelector('.sheet-row');
                return over.length === 3 && over[2].getBoundingClientRect().bottom <= own.getBoundingClientRect().top;
            });
            JS)), 'the target over each line');
        self::assertTrue($wren->script(<<<'JS'
            const x = (one) => Math.round(one.getBoundingClientRect().left + one.getBoundingClientRect().width / 2);
            const line = document.querySelector('.sheet-line');
            return x(line.querySelector('.over-row .note-head')) - x(line.querySelector('[data-at="0"]')) < 6;
            JS), 'each note over its own place');
        $wren->press('In my rows');
        $missing = static fn (): mixed => $wren->script('return document.querySelectorAll("[role=grid] .note-missing").length');
        $asked = $wren->until(static fn (): mixed => $missing() > 10 ? $missing() : null, 'the target in the rows');
        self::assertIsInt($asked);
        $wren->cell(0, 0)->click();
        $wren->until(static fn (): bool => $asked - 1 === $missing(), 'a place to be filled');
        $wren->cell(0, 480)->click();
        self::assertSame($asked - 1, $missing(), 'another place fills none');
        $wren->soundsLoaded();
        $wren->cell(0, 5760)->click();
        $wren->script('window.heard = []; window.at = setInterval(() => { const now = document.querySelector("header .text-target")?.textContent; '
            .'if (now && now !== heard.at(-1)?.[0]) heard.push([now, [...document.querySelectorAll("[data-reading]")].findIndex((one) => one.style.opacity === "1")]); }, 20)');
        $wren->press('By ear');
        $heard = $wren->until(static fn (): mixed => \count((array) $wren->script('return heard')) > 2 ? $wren->script('return heard') : null, 'both to sound in turn');
        self::assertIsArray($heard);
        self::assertSame(['now: the target', 'now: yours', 'now: the target'], \array_slice(array_column($heard, 0), 0, 3));
        self::assertSame([1, 1], \array_slice(array_column($heard, 1), 1, 2), 'at the same place: bar 2, where the cursor is');
        $wren->press('Off');
        $wren->readNot('now: ');
        self::assertSame(0, $wren->script('return document.querySelectorAll("[role=grid] .note-missing, .over-row").length'));
        $wren->press('Stop');
        $wren->assertNoComplaints();
    }
}
