<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** Common shapes in one press, exact numbers, and rows that step back; also without a connection. */
final class ShapesTest extends BrowserTestCase
{
    private const HATS = 2;

    public function testShapesFillsAndSpreadsNeedNoConnection(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('Closed hi-hat');
        $wren->openRow();
        $wren->see('button[aria-label^="Accent every 2nd"]');
        $wren->offline(true);
        $wren->press('every n-th step');
        $wren->fill('every', '2');
        $wren->fill('from step', '1');
        $wren->press('soft');
        $this->shownBeforehand($wren, 8);
        $wren->press('Use this');
        self::assertSame(array_fill(0, 8, 60), $this->hats($wren));
        $wren->press('Accent every 3rd hit');
        self::assertSame([118, 60, 60, 118, 60, 60, 118, 60], $this->hats($wren));
        $wren->told('Accent every 3rd hit: closed hi-hat');
        $wren->press('Alternate firm and soft');
        self::assertSame([90, 60, 90, 60, 90, 60, 90, 60], $this->hats($wren));
        $wren->press('Louder towards the end');
        self::assertSame([60, 68, 77, 85, 93, 101, 110, 118], $this->hats($wren));
        $wren->press('Undo: louder towards the end');
        self::assertSame([90, 60], \array_slice($this->hats($wren), 0, 2));
        $wren->press('Kick');
        $wren->openRow();
        $wren->press('spread evenly');
        $wren->fill('hits', '3');
        $this->shownBeforehand($wren, 3);
        $wren->press('Use this');
        self::assertSame([90, 90, 90], array_map(static fn (int $step): ?int => $wren->hit(0, 240 * $step), [0, 5, 10]));
        $wren->offline(false);
        $wren->saved();
        $wren->assertNoComplaints();
    }

    public function testOnlyWhatIsMarkedIsShaped(): void
    {
        $haneul = $this->person('haneul');
        $haneul->press('Begin: Slack Tide');
        $haneul->press('Closed hi-hat');
        $haneul->openRow();
        $haneul->press('eighths');
        $haneul->press('Use this');
        $haneul->cell(self::HATS, 1920)->click(); // goes
        $haneul->cell(self::HATS, 1920)->click(); // and comes back, with the cursor here
        $haneul->hold(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_RIGHT, 3);
        $haneul->press('Shape');
        $haneul->press('Accent every 2nd hit');
        self::assertSame([90, 90, 90, 90, 118, 90, 90, 90], $this->hats($haneul));
    }

    public function testFlamsAndSticksAreTypedAndGivenByKey(): void
    {
        $maxi = $this->person('maxi');
        $maxi->press('Begin: Slack Tide');
        $maxi->bringIn('type');
        $maxi->fill('Rows as text', "snare RLRRLRLL\nkick 1 3\nfloor tom f---d---x---x---");
        $maxi->press('As steps 1 and 3');
        $maxi->read('Read as steps 1 and 3');
        $maxi->press('As beats 1 and 3');
        $maxi->read('Read as beats 1 and 3');
        $maxi->press('Use this');
        $maxi->saved();
        self::assertSame(['R', 'L', 'R', 'R', 'L', 'R', 'L', 'L'], $this->carried($maxi, 'snare', 'hand'));
        self::assertSame(['flam', 'drag', '', ''], $this->carried($maxi, 'floor-tom', 'ornament'));
        self::assertSame([0, 1920], $this->carried($maxi, 'kick', 'at'));
        $maxi->assertNoComplaints();
    }

    public function testARowIsNamedAndPlaysAPieceOfAnotherKit(): void
    {
        $lukasz = $this->person('lukasz');
        $lukasz->press('Begin: Slack Tide');
        $lukasz->cell(0, 0)->click();
        $lukasz->openRow();
        $lukasz->fill('Name of this row', 'Deep drum');
        $lukasz->keys(WebDriverKeys::ENTER);
        $lukasz->see('[aria-label^="Deep drum, "]');
        $lukasz->choose('Its sound', 'Kick, beacon');
        $lukasz->read('kick of beacon');
        $lukasz->saved();
        $row = $lukasz->driver->executeAsyncScript(<<<'JS'
            const [done] = arguments;
            fetch(location.pathname.replace('/bench/', '/api/parts/') + '/bench').then((answer) => answer.json())
                .then(({ draft }) => done(draft.pattern.sections[0].rows[0]));
            JS);
        self::assertIsArray($row);
        self::assertSame(['beacon/kick', 'Deep drum'], [$row['sound'], $row['name']]);
        $lukasz->assertNoComplaints();
    }

    /** @return list<mixed> what the hits of a row carry, in the draft as the server has it */
    private function carried(Person $person, string $row, string $key): array
    {
        $found = $person->driver->executeAsyncScript(<<<'JS'
            const [row, key, done] = arguments;
            fetch(location.pathname.replace('/bench/', '/api/parts/') + '/bench').then((answer) => answer.json()).then(({ draft }) => {
                const { hits } = draft.pattern.sections[0].rows.find(({ instrument }) => instrument === row);
                done(hits.map((hit) => hit[key] ?? ''));
            });
            JS, [$row, $key]);

        return \is_array($found) ? array_values($found) : [];
    }

    public function testExactNumbersAreTyped(): void
    {
        $jun = $this->person('jun');
        $jun->press('Begin: Slack Tide');
        $jun->cell(1, 960)->click();
        $jun->openHit();
        $this->type($jun, 'Velocity', '101');
        self::assertSame(101, $jun->hit(1, 960));
        $this->type($jun, 'Push in ms: early is below 0', '-15');
        $jun->read('Push: 15 ms early');
        $this->type($jun, 'Push in ms: early is below 0', '999');
        $jun->told('999 ms is too far');
        $jun->read('Push: 15 ms early');
        $jun->openRow();
        $this->type($jun, 'Steps after which snare starts over', '3');
        $jun->read('Starts over every 3 of its steps');
        $jun->press('Mix');
        $this->type($jun, 'Level of snare, typed', '73');
        $jun->see('[aria-label="Level of snare"][aria-valuetext="73 percent"]', true);
        $this->type($jun, 'Pan of snare, typed', '-33');
        $jun->see('[aria-label="Pan of snare"][aria-valuetext="33 left"]', true);
        $jun->press('More of snare');
        $this->type($jun, 'Tune of snare, typed', '13');
        $jun->told('13 does not fit');
        $this->type($jun, 'Tune of snare, typed', '-5');
        $jun->read('Tune: -5 semitones');
        $jun->saved();
        $jun->assertNoComplaints();
    }

    public function testRowsAreFoldedNamedAndOpenedAndOneThatIsMutedSaysSo(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press('Begin: Slack Tide');
        $kwame->cell(1, 960)->click();
        $kwame->cell(0, 0)->click();
        $kwame->hold(WebDriverKeys::SHIFT, WebDriverKeys::ARROW_DOWN);
        $kwame->openRow();
        $kwame->press('fold the 2 marked rows');
        $kwame->until(
            static fn (): bool => [] === $kwame->driver->findElements(WebDriverBy::cssSelector('[data-cell^="0-"], [data-cell^="1-"]')),
            'two rows to be folded',
        );
        $kwame->fill('Name of the group', 'Low ones');
        $kwame->choose('Tint of Low ones', 'moss');
        $kwame->see('.fold-line[data-tint=moss]');
        self::assertCount(2, $kwame->driver->findElements(WebDriverBy::cssSelector('.fold-line line:not(.fold-staff)')), 'their hits are seen');
        $kwame->cell(self::HATS, 0)->click();
        $kwame->keys(WebDriverKeys::ARROW_UP);
        self::assertSame('2-0', $kwame->script('return document.activeElement.dataset.cell'), 'keys do not go where nothing is seen');
        $kwame->saved();
        $kwame->driver->navigate()->refresh();
        $kwame->press('Low ones');
        self::assertSame([90, 90], [$kwame->hit(0, 0), $kwame->hit(1, 960)], 'no hit has gone');
        $kwame->press('Low ones');
        $kwame->press('Mix');
        $kwame->press('mute in beat: closed hi-hat');
        $kwame->see('.row-name[data-muted=true] .row-muted');
        $kwame->press('Task');
        $kwame->read('Muted in the beat: closed hi-hat. Your teacher gets it so.');
        $kwame->assertNoComplaints();
    }

    public function testWordsOfTripletsStandInTheirRowAndTheRightOneLights(): void
    {
        $dilnoza = $this->person('dilnoza');
        $dilnoza->command('Emulation.setEmulatedMedia', ['features' => [['name' => 'prefers-reduced-motion', 'value' => 'reduce']]]);
        $dilnoza->press('Begin: Slack Tide');
        $dilnoza->press('Kick');
        $dilnoza->openRow();
        $dilnoza->choose('Its grid', 'eighth triplets');
        $dilnoza->until(static fn (): bool => str_contains($dilnoza->see('.row-words')->getText(), 'trip'), 'the words of triplets');
        // Every place at which the mark stands in a frame, and the word that is lit then.
        $dilnoza->script(<<<'JS'
            window.seen = [];
            const look = () => {
                const line = document.querySelector('#sheet [data-reading][style*="opacity: 1"]');
                const lit = [...document.querySelectorAll('#sheet .lit')].map((word) => Number(word.dataset.at));
                if (line) window.seen.push([Number(/translateX\(([\d.]+)px/.exec(line.style.transform)[1]), lit]);
                requestAnimationFrame(look);
            };
            look();
            JS);
        $dilnoza->press('Play');
        // On a slow machine some frames are left out, and come the next time round.
        $dilnoza->until(static fn (): bool => true === $dilnoza->script(<<<'JS'
            const [places, lit] = [new Set(window.seen.map(([x]) => x)), new Set(window.seen.flatMap(([, words]) => words))];
            return places.size > 12 && lit.has(240) && lit.has(320);
            JS), 'the mark to have stepped through, and both words to be lit');
        $dilnoza->press('Stop');
        /** @var list<array{float, list<int>}> $seen */
        $seen = $dilnoza->script('return window.seen');
        $places = array_values(array_unique(array_column($seen, 0)));
        self::assertLessThanOrEqual(16, \count($places), 'it steps, and does not glide');
        foreach ($seen as [, $words]) {
            self::assertLessThanOrEqual(1, \count($words), 'one word at a time');
        }
        $dilnoza->assertNoComplaints();
    }

    public function testAMeterInEighthsKeepsThePaceAndIsSaved(): void
    {
        $freya = $this->person('freya');
        $freya->press('Begin: Slack Tide');
        $freya->cell(0, 0)->click();
        $freya->saved();
        $quarters = $this->quarters($freya);
        $freya->press('Meter');
        $freya->choose('Meter', '6/8');
        $freya->until(static fn (): bool => str_contains($freya->text(), '6/8'), 'six eighths');
        self::assertEqualsWithDelta($quarters, $this->quarters($freya), 0.01, 'the pace is the same, whatever the number');
        $freya->saved();
        $freya->readNot('Not saved');
        $freya->assertNoComplaints();
    }

    /** Quarter notes a minute, of the draft as the server has it. */
    private function quarters(Person $person): float
    {
        $found = $person->driver->executeAsyncScript(<<<'JS'
            const done = arguments[arguments.length - 1];
            fetch(location.pathname.replace('/bench/', '/api/parts/') + '/bench').then((answer) => answer.json()).then(({ draft }) => {
                const { bpm, beat = '4' } = draft.pattern.tempo;
                done(bpm * (4 / parseInt(beat)) * (beat.endsWith('.') ? 1.5 : 1));
            });
            JS);

        return is_numeric($found) ? (float) $found : 0.0;
    }

    private function type(Person $person, string $label, string $number): void
    {
        $field = $person->see("input[aria-label=\"$label\"]");
        $field->sendKeys(Person::typedOver($number).WebDriverKeys::ENTER);
    }

    private function shownBeforehand(Person $person, int $hits): void
    {
        $person->until(
            static fn (): bool => $hits === \count($person->driver->findElements(WebDriverBy::cssSelector('.note-missing'))),
            "$hits hits to be shown beforehand",
        );
    }

    /** @return list<int|null> velocities in eighths */
    private function hats(Person $person): array
    {
        return array_map(static fn (int $i): ?int => $person->hit(self::HATS, 480 * $i), range(0, 7));
    }
}
