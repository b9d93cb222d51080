<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** A beat is drummed in: by the ghost drummer, keys, a MIDI device and fingers. */
final class PlayInTest extends BrowserTestCase
{
    private const BEGIN = "Begin: Lamplighters' March";
    private const HITS = 'return document.querySelectorAll("[role=grid] [data-hit]").length';
    private const COUNT_SOUNDS = <<<'JS'
        const start = AudioBufferSourceNode.prototype.start;
        window.heard = 0;
        AudioBufferSourceNode.prototype.start = function (...more) { window.heard++; return start.apply(this, more); };
        JS;
    /** A device with two inputs' worth of nothing but one drum module. */
    private const DEVICE = <<<'JS'
        window.drum = { id: '1', name: 'Attic module', state: 'connected', onmidimessage: null };
        window.access = { inputs: new Map([['1', window.drum]]), onstatechange: null };
        Object.defineProperty(navigator, 'requestMIDIAccess', { value: async () => window.access, configurable: true });
        window.strike = (...data) => window.drum.onmidimessage({ data, timeStamp: performance.now() });
        JS;

    public function testTheGhostPlaysATargetInWhichDrawnToTheGridIsTheTarget(): void
    {
        $jun = $this->person('jun');
        $jun->bringAxe();
        $jun->go('/');
        $jun->press(self::BEGIN);
        $jun->soundsLoaded();
        $jun->press('drum it in');
        $jun->press('Let it play');
        $jun->told('Pass 1 is written');
        $jun->press('Stop');
        $jun->assertNothingSerious('playing in');
        // Late by some milliseconds, as it was fed: the delay is known and taken off, so what is left is the spread.
        $jun->read('half within');
        $jun->read('Take 1: 26 strokes');
        $jun->press('Draw to the grid');
        $jun->told('Draw to the grid');
        foreach ([[0, 0], [0, 1920], [0, 3840], [0, 5760], [0, 6240], [1, 960], [1, 2880], [1, 4800], [1, 6720], [1, 7440]] as [$row, $tick]) {
            self::assertNotNull($jun->hit($row, $tick), "row $row at $tick");
        }
        self::assertSame(26, $jun->script(self::HITS));
        $jun->assertNoComplaints();
    }

    public function testAPlayedBeatIsHandedInAndItsTeacherReadsHowItWasPlayed(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press(self::BEGIN);
        $kwame->soundsLoaded();
        $kwame->press('Play in');
        $kwame->press('Let it play');
        $kwame->told('Pass 1 is written');
        $kwame->press('Stop');
        $kwame->saved();
        $kwame->press('Hand in');
        $kwame->read('is with your teacher');

        $odile = $this->person('odile');
        $odile->press('Mark 13: Lamp');
        $odile->press('Kwame Asante');
        $odile->press('How it was played');
        $odile->read('half within');
        $odile->read('loudness');
        $odile->assertNoComplaints();
    }

    public function testATaskAsksForABeatThatIsDrummedInAndItsTeacherReadsHowItCameAbout(): void
    {
        $odile = $this->person('odile');
        $odile->press('Plan an assignment');
        $odile->fill('Name', 'Driftwood');
        $odile->tick('They must drum the beat in');
        $odile->read('50 ms suit beginners');
        $odile->fill('Milliseconds that count as in time', '40');
        foreach ([[0, 0], [0, 1920], [1, 960], [1, 2880]] as [$row, $tick]) {
            $odile->cell($row, $tick)->click();
        }
        $odile->until(
            static fn (): bool => str_contains($odile->text(), 'Saved at') && !str_contains($odile->text(), 'Saving'),
            'it to be kept',
        );
        $odile->press('Publish to Parade line');
        $odile->read('0 of 20 handed in');

        $dilnoza = $this->person('dilnoza');
        $dilnoza->press('Begin: Driftwood');
        $dilnoza->soundsLoaded();
        $dilnoza->read('Strokes within 40 ms of the beat are in time. No hit drummed in yet: press “Play in” and drum along.');
        $dilnoza->see('.pad');
        $dilnoza->press('Play in');
        $dilnoza->press('Let it play');
        $dilnoza->told('Pass 1 is written');
        $dilnoza->press('Stop');
        $dilnoza->read('4 of 4 hits drummed in.');
        $dilnoza->press('Draw to the grid');
        $dilnoza->told('Draw to the grid');
        // A hit that is clicked is told from those that were struck, and so is a bar that is repeated.
        $dilnoza->cell(2, 480)->click();
        $dilnoza->read('4 of 5 hits drummed in.');
        $dilnoza->saved();
        $dilnoza->driver->navigate()->refresh();
        $dilnoza->read('4 of 5 hits drummed in.');
        $dilnoza->press('Hand in');
        $dilnoza->read('is with your teacher');

        $odile->bringAxe();
        $odile->go('/');
        $odile->press('Mark 1: Driftwood');
        $odile->press('Dilnoza Karimova');
        $odile->read('4 of 5 hits were drummed in, the others clicked. They were drawn 100 % of the way to the grid.');
        $odile->read('Closed hi-hat: an extra hit on beat 1 &');
        $odile->assertNothingSerious('marking a beat that was drummed in');
        $odile->assertNoComplaints();
        $dilnoza->assertNoComplaints();
    }

    public function testKeysStrikeWhileOnePlaysInAndAreTheSheetsAgainAfterIt(): void
    {
        $wren = $this->person('wren');
        $wren->press(self::BEGIN);
        $wren->soundsLoaded();
        $wren->script(self::COUNT_SOUNDS);
        $wren->press('Play in');
        $wren->read('Take back the pass');
        // Heard before anything plays, and written nowhere.
        $wren->keys('f', 'j');
        $wren->until(static fn (): bool => $wren->script('return window.heard') >= 2, 'two sounds under the fingers');
        self::assertSame(0, $wren->script(self::HITS));
        $wren->press('Play');
        $wren->until(
            static fn (): bool => true === $wren->script('return document.querySelector(".lit-word, [data-beat]") !== null')
                || true === $wren->script('return [...document.querySelectorAll("button")].some((one) => one.textContent === "Stop")'),
            'the count-in to be over',
        );
        $wren->keys('f', 'j', 'f');
        $wren->until(static fn (): bool => $wren->script(self::HITS) >= 2, 'what the keys struck to be written');
        $wren->press('Stop');
        $wren->told('is written');
        $written = $wren->script(self::HITS);
        $wren->press('Take back the pass');
        $wren->until(static fn (): bool => 0 === $wren->script(self::HITS), 'the pass to be taken back');
        $wren->press('Redo');
        $wren->until(static fn (): bool => $written === $wren->script(self::HITS), 'it to be there again');
        // Out of sight nobody plays: it ends, and what was played stays.
        $wren->press('Play');
        $wren->until(
            static fn (): bool => true === $wren->script('return [...document.querySelectorAll("button")].some((one) => one.textContent === "Stop")'),
            'the count-in to be over',
        );
        $wren->script('Object.defineProperty(document, "hidden", { value: true, configurable: true }); document.dispatchEvent(new Event("visibilitychange"));');
        $wren->told('Recording stopped because the page was out of sight');
        $wren->script('delete document.hidden;');
        // Another key for the crash.
        $wren->press('More');
        $wren->press('Change keys');
        $wren->script('[...document.querySelectorAll(".pad")].at(-1).click()');
        $wren->read('Now press its key');
        $wren->keys('b');
        $wren->until(
            static fn (): bool => 'crashB' === $wren->script('return [...document.querySelectorAll(".pad")].at(-1).textContent'),
            'the crash to have its key',
        );
        $wren->press('Change keys');
        $wren->press('Play in');
        $wren->assertNoComplaints();
    }

    public function testADeviceStrikesByGeneralMidiAndByWhatItWasTaught(): void
    {
        $ines = $this->person('ines');
        $ines->go('/');
        $ines->press('Begin: Slack Tide');
        $ines->soundsLoaded();
        $ines->script(self::DEVICE);
        $ines->press('Play in');
        $ines->press('More');
        $ines->press('Use a MIDI device');
        $ines->read('1 MIDI device');
        $rows = $ines->script('return [...document.querySelectorAll(".pad")].length');
        self::assertGreaterThan(2, $rows);
        $ines->press('Play');
        $ines->until(
            static fn (): bool => true === $ines->script('return [...document.querySelectorAll("button")].some((one) => one.textContent === "Stop")'),
            'the count-in to be over',
        );
        $ines->script('window.strike(0x99, 36, 100);');
        $ines->until(static fn (): bool => 1 === $ines->script(self::HITS), 'the kick to be written');
        // A note that no row has by itself is taught: note 60 strikes the first row from now on.
        $ines->press('Stop');
        $ines->press('Set notes');
        $ines->script('document.querySelector(".pad").click()');
        $ines->read('Now strike it on your device');
        $ines->script('window.strike(0x99, 60, 90);');
        $ines->read('Press the pad that you want to set');
        $ines->press('Set notes');
        $ines->press('Play');
        $ines->until(
            static fn (): bool => true === $ines->script('return [...document.querySelectorAll("button")].some((one) => one.textContent === "Stop")'),
            'the count-in to be over',
        );
        // A flood, a note-off and a device that is pulled out lose nothing.
        $ines->script('for (let i = 0; i < 1000; i++) window.strike(0x89, 60, 0); window.strike(0x99, 60, 90);');
        $ines->script('window.drum.state = "disconnected"; window.access.onstatechange();');
        $ines->read('Attic module is gone. What you played is kept.');
        $ines->press('Stop');
        $ines->assertNoComplaints();
    }

    public function testFingersOnAPhoneStrikePadsHarderInTheMiddle(): void
    {
        $elodie = $this->person('elodie', 390, 844, true);
        $elodie->press('Begin: Slack Tide');
        $elodie->soundsLoaded();
        $elodie->script(self::COUNT_SOUNDS);
        $elodie->touch($elodie->see('.dock-close'));
        $elodie->press('Pads');
        $pad = $elodie->see('.pad');
        $elodie->touch($pad);
        $elodie->until(static fn (): bool => 1 === $elodie->script('return window.heard'), 'one stroke to be heard');
        // Two fingers at once are two strokes.
        $elodie->script(<<<'JS'
            for (const [i, pad] of [...document.querySelectorAll('.pad')].slice(0, 2).entries()) {
                const { x, y, width, height } = pad.getBoundingClientRect();
                pad.dispatchEvent(new PointerEvent('pointerdown', {
                    bubbles: true, pointerType: 'touch', pointerId: 10 + i, pressure: 1, clientX: x + width / 2, clientY: y + height / 2,
                }));
            }
            JS);
        $elodie->until(static fn (): bool => 3 === $elodie->script('return window.heard'), 'both to be heard');
        self::assertLessThanOrEqual(390, $elodie->script('return document.documentElement.scrollWidth'));
        $elodie->assertNoComplaints();
    }

    public function testTheDelayIsMeasuredByTappingToClicksAndCanBeTyped(): void
    {
        $dilnoza = $this->person('dilnoza');
        $dilnoza->press('Begin: Slack Tide');
        $dilnoza->soundsLoaded();
        $dilnoza->press('Pads');
        $dilnoza->press('More');
        $dilnoza->press('Latency');
        $dilnoza->fill('Latency in milliseconds', '37');
        // Taps a pad 50 ms after each click. All clocks are one here: how they wander on a busy machine is latency.test's matter.
        $dilnoza->script(<<<'JS'
            Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get: () => performance.now() / 1000 });
            Object.defineProperty(AudioContext.prototype, 'outputLatency', { get: () => 0 });
            AudioContext.prototype.getOutputTimestamp = () => {
                return { contextTime: performance.now() / 1000, performanceTime: performance.now() };
            };
            const start = OscillatorNode.prototype.start;
            OscillatorNode.prototype.start = function (when) {
                start.call(this, when);
                setTimeout(() => {
                    const event = new PointerEvent('pointerdown', { bubbles: true, button: 0, clientX: 0, clientY: 0 });
                    Object.defineProperty(event, 'timeStamp', { value: when * 1000 + 50 });
                    document.querySelector('.pad').dispatchEvent(event);
                }, when * 1000 + 100 - performance.now());
            };
            JS);
        $dilnoza->press('Measure');
        $dilnoza->read('10 of 16');
        $dilnoza->read('half of the taps within');
        $value = $dilnoza->script('return document.querySelector(\'[aria-label="Latency in milliseconds"]\').value');
        self::assertIsString($value);
        self::assertEqualsWithDelta(50, (float) $value, 2);
        $dilnoza->assertNoComplaints();
    }
}
