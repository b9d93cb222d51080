<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverBy;
use Facebook\WebDriver\WebDriverKeys;

/** What a beat can hold beyond the commonest, and that nothing is ever lost: steps over a reload, states, files, meters, two devices. */
final class HandsTest extends BrowserTestCase
{
    public function testASwipeOnAPhoneScrollsWhateverIsUnderTheFinger(): void
    {
        $kwame = $this->person('kwame', 390, 844, true);
        $kwame->press('Begin: Lamplighters');
        foreach ([0, 960, 1920] as $at) {
            $kwame->touch($kwame->cell(1, $at));
        }
        $kwame->saved();
        $before = $kwame->script('return window.scrollY');
        $kwame->touch($kwame->cell(1, 960), 4, -220);
        $kwame->until(static fn (): ?bool => $kwame->script('return window.scrollY') > $before ? true : null, 'the page to scroll');
        self::assertSame([90, 90, 90], array_map(static fn (int $at): ?int => $kwame->hit(1, $at), [0, 960, 1920]), 'no hit was touched');
        self::assertLessThanOrEqual(390, $kwame->script('return document.documentElement.scrollWidth'));
        $kwame->assertNoComplaints();
    }

    public function testTheScrollBarTellsTheTruth(): void
    {
        $wren = $this->person('wren');
        $wren->press('Begin: Slack Tide');
        $wren->press('Form');
        for ($bars = 1; $bars < 16; $bars *= 2) {
            $wren->press('repeat all bars');
        }
        $height = static fn (): mixed => $wren->script('return document.querySelector(".sheet-room").scrollHeight');
        $first = $height();
        $wren->script('const room = document.querySelector(".sheet-room"); room.scrollTo(0, room.scrollHeight)');
        $wren->until(static fn (): ?bool => $wren->script(
            'const room = document.querySelector(".sheet-room"); return room.scrollTop + room.clientHeight >= room.scrollHeight - 2',
        ) ? true : null, 'the end of the sheet');
        self::assertIsInt($first);
        self::assertEqualsWithDelta($first, $height(), 0.05 * $first, 'what comes into view is as high as it was taken to be');
    }

    public function testStepsAreKeptOverAReloadAndStatesCanBeTakenBack(): void
    {
        $freya = $this->person('freya');
        $freya->press('Begin: Slack Tide');
        foreach ([0, 960, 1920] as $tick) {
            $freya->cell(0, $tick)->click();
            $freya->saved();
        }
        $freya->driver->navigate()->refresh();
        self::assertSame(90, $freya->hit(0, 1920));
        $freya->press('Undo: add kick');
        $freya->press('Undo: add kick');
        $freya->until(static fn (): bool => null === $freya->hit(0, 960), 'the steps of before the reload to be taken back');
        $freya->press('Redo: add kick');
        self::assertSame(90, $freya->hit(0, 960));
        $freya->saved();
        $freya->press('Clear everything');
        $freya->saved();
        $freya->press('History');
        $freya->press('Earlier versions');
        $freya->until(
            static fn (): bool => \count($freya->driver->findElements(WebDriverBy::xpath('//button[contains(., ", version ")]'))) >= 4,
            'the states of the last hour',
        );
        $freya->pressHolding(', version 3');
        $freya->read('3 hits in A (1 bar)');
        self::assertCount(
            3,
            $freya->driver->findElements(WebDriverBy::cssSelector('section[aria-label^="Version 3"] .note')),
            'it is looked at on a sheet',
        );
        $freya->press('Restore this version');
        $freya->until(static fn (): bool => 90 === $freya->hit(0, 1920), 'the earlier state');
        $freya->saved();
        $freya->assertNoComplaints();
    }

    public function testASharedComputerKeepsNothingOfWhoSignsOut(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press('Begin: Slack Tide');
        $kwame->cell(0, 480)->click();
        $kwame->saved();
        $kwame->keys(WebDriverKeys::CONTROL.'c');
        $kwame->until(fn (): bool => str_contains($this->kept($kwame), '"hits"'), 'the steps to be kept');
        $kwame->pressInMenu('Sign out');
        $kwame->read('Sign in');
        foreach (['"hits"', 'Slack Tide', 'Kwame', '/api/parts', '/api/today'] as $trace) {
            self::assertStringNotContainsString($trace, $this->kept($kwame));
        }
        // Another one at the same computer.
        $kwame->signIn('thorunn', (string) getenv('DEMO_PASSWORD'));
        $kwame->press('Begin: Slack Tide');
        self::assertNull($kwame->hit(0, 480));
        $kwame->assertNoComplaints();
    }

    /** Everything that the browser keeps, but the page itself and the sounds. */
    private function kept(Person $person): string
    {
        $found = $person->driver->executeAsyncScript(<<<'JS'
            const done = arguments[0];
            const asked = (request) => new Promise((resolve, reject) => {
                request.onsuccess = () => resolve(request.result);
                request.onerror = () => reject(request.error);
            });
            (async () => {
                const found = [JSON.stringify({...localStorage}), JSON.stringify({...sessionStorage})];
                for (const {name} of await indexedDB.databases()) {
                    const database = await asked(indexedDB.open(name));
                    for (const store of database.objectStoreNames) {
                        const all = database.transaction(store).objectStore(store);
                        found.push(JSON.stringify([await asked(all.getAllKeys()), await asked(all.getAll())]));
                    }
                    database.close();
                }
                for (const name of await caches.keys()) {
                    const cache = await caches.open(name);
                    for (const request of await cache.keys()) {
                        if (request.url.includes('/api/') && !request.url.endsWith('/catalogue')) {
                            found.push(request.url, await (await cache.match(request)).text());
                        }
                    }
                }
                done(found.join('\n'));
            })();
            JS);

        return \is_string($found) ? $found : '';
    }

    public function testRowsGridsCyclesAndGaps(): void
    {
        $haneul = $this->person('haneul');
        $haneul->press('Begin: Slack Tide');
        $haneul->press('+ Add a row');
        $haneul->see('input[aria-label="Find an instrument to add"]')->sendKeys('cow');
        $haneul->see('[role=option]')->click();
        $haneul->told('Cowbell is added below');
        $haneul->press('Undo: add a row of cowbell');
        $haneul->see('[role=gridcell][tabindex="0"]');
        $haneul->press('Redo: add a row of cowbell');
        $haneul->press('Cowbell');
        $haneul->openRow();
        $haneul->press('spread evenly');
        $haneul->fill('hits', '5');
        $haneul->until(
            static fn (): bool => 5 === \count($haneul->driver->findElements(WebDriverBy::cssSelector('.note-missing'))),
            'five hits to be shown beforehand',
        );
        $haneul->press('Use this');
        self::assertSame([90, 90, 90, 90, 90], array_map(static fn (int $step): ?int => $haneul->hit(3, 240 * $step), [0, 3, 6, 9, 12]));
        $haneul->press('look at its gaps');
        $haneul->read('3 3 3 3 4');
        $haneul->read('percent even');
        $haneul->choose('Its grid', 'quarters');
        self::assertCount(
            4,
            $haneul->driver->findElements(WebDriverBy::cssSelector('[data-cell^="3-"]:not(.cell-off)')),
            'the grid shows quarters',
        );
        self::assertSame(90, $haneul->hit(3, 720), 'and no hit is lost');
        $haneul->choose('Its grid', 'sixteenths');
        for ($i = 0; $i < 13; ++$i) {
            $haneul->press('A shorter cycle');
        }
        $haneul->read('Starts over every 3 of its steps');
        $haneul->see('.cycle-end');
        $haneul->see('.note-echo');
        $haneul->press('whole section');
        $haneul->press('moss');
        $haneul->see('.sheet-row[data-tint=moss]');
        $haneul->press('later');
        self::assertSame([null, 90], [$haneul->hit(3, 0), $haneul->hit(3, 240)], 'shifted by a step');
        $haneul->press('Mix');
        $mound = $haneul->see('fieldset:has([aria-label="Level of cowbell"]) .mound svg');
        $haneul->drag($mound, 0, 12);
        $haneul->press('Undo: level and pan of cowbell');
        $haneul->saved();
        $haneul->assertNoComplaints();
    }

    public function testAnotherMeterAsksBeforeAnythingIsLost(): void
    {
        $tomas = $this->person('tomas');
        $tomas->press('Begin: Slack Tide');
        $tomas->cell(0, 0)->click();
        $tomas->cell(1, 2880)->click();
        $tomas->press('Meter');
        $tomas->choose('Meter', '3/4');
        $tomas->read('1 hit does not fit into 3/4 and would be removed.');
        $tomas->press('Stay in 4/4');
        self::assertSame(90, $tomas->hit(1, 2880));
        $tomas->choose('Meter', '5/4 in 3 + 2');
        $tomas->until(
            static fn (): bool => [] !== $tomas->driver->findElements(WebDriverBy::cssSelector('[data-cell="0-4560"]')),
            'the fifth beat',
        );
        self::assertSame(90, $tomas->hit(1, 2880), 'nothing is lost');
        $tomas->press('Undo: change the meter to 5/4');
        $tomas->until(
            static fn (): bool => [] === $tomas->driver->findElements(WebDriverBy::cssSelector('[data-cell="0-4560"]')),
            'four beats again',
        );
        $tomas->press('Tempo');
        $tempo = $tomas->see('fieldset[aria-label=Tempo] input[inputmode=decimal]');
        $tempo->sendKeys(Person::typedOver('500').WebDriverKeys::ENTER);
        $tomas->told('The tempo goes from 60 to 140 here');
        $tomas->press('Tap');
        $tomas->press('Tap');
        $tomas->saved();
        $tomas->assertNoComplaints();
    }

    public function testAPatternFromOutsideIsRefusedOrAdaptedWithAQuestion(): void
    {
        $anh = $this->person('siobhan');
        $anh->press('Begin: Slack Tide');
        $anh->cell(0, 0)->click();
        $anh->bringIn('files');
        $file = tempnam(sys_get_temp_dir(), 'beat');
        $pattern = [
            'format' => 'pulsanda-pattern',
            'version' => 1,
            'title' => 'From home',
            'meter' => ['count' => 4, 'unit' => 4],
            'tempo' => ['bpm' => 200],
            'kit' => 'boathouse',
            'sections' => [
                [
                    'name' => 'A',
                    'bars' => 1,
                    'rows' => [
                        ['instrument' => 'kick', 'hits' => [['at' => 480]]],
                        ['instrument' => 'long-whistle', 'hits' => [['at' => 0]]],
                    ],
                ],
            ],
        ];
        file_put_contents($file, (string) json_encode(['sections' => []] + $pattern));
        $anh->see('input[type=file]', hidden: true)->sendKeys($file);
        $anh->read('between 1 and 16 are allowed');
        self::assertSame(90, $anh->hit(0, 0), 'nothing is half-applied');
        file_put_contents($file, (string) json_encode($pattern));
        $anh->see('input[type=file]', hidden: true)->sendKeys($file);
        $anh->read('Its tempo of 200 becomes 140.');
        $anh->read('The task does not offer long whistle; left out.');
        $anh->press('Use this');
        $anh->until(static fn (): bool => 90 === $anh->hit(0, 480) && null === $anh->hit(0, 0), 'the pattern from the file');
        $anh->saved();
        $anh->press('Undo: open a pattern');
        self::assertSame(90, $anh->hit(0, 0));
        $anh->saved();
        unlink($file);
    }

    public function testTwoDevicesCanKeepBoth(): void
    {
        $first = $this->person('lukasz');
        $first->press('Begin: Slack Tide');
        $first->cell(0, 0)->click();
        $first->saved();
        $second = $this->person('lukasz');
        $second->press('Go on building: Slack Tide');
        self::assertSame(90, $second->hit(0, 0));
        $first->offline(true);
        $first->cell(1, 960)->click();
        $first->read('Kept here until the connection is back');
        $second->cell(2, 480)->click();
        $second->saved();
        // The lid is closed while there is no connection; the page is opened again later.
        $first->offline(false);
        $first->driver->navigate()->refresh();
        $first->read('changed in another tab or on another device');
        self::assertSame([90, null], [$first->hit(1, 960), $first->hit(2, 480)]);
        $first->press('Keep both');
        $first->saved();
        $first->press('History');
        $first->press('Earlier versions');
        $first->read('· kept');
        $first->driver->navigate()->refresh();
        self::assertSame([90, null], [$first->hit(1, 960), $first->hit(2, 480)]);
    }

    public function testTheFormIsPlayedTheSheetFollowsAndAMarkedBarGoesRound(): void
    {
        $dilnoza = $this->person('dilnoza');
        $dilnoza->press('Begin: Slack Tide');
        $dilnoza->cell(0, 0)->click();
        $dilnoza->press('Tempo');
        $dilnoza->slide('Tempo, by dragging', 1.0);
        $dilnoza->press('Make a variation');
        $dilnoza->cell(1, 960)->click();
        $dilnoza->press('Form');
        $dilnoza->press('A once more');
        $dilnoza->press('Play');
        $dilnoza->read('Playing A, 2 of 2');
        $dilnoza->read('Playing A 2');
        $dilnoza->until(
            static fn (): bool => str_contains((string) $dilnoza->see('.section-tab[aria-current]')->getText(), 'A 2'),
            'the sheet to follow',
        );
        $dilnoza->press('Stop');
        $dilnoza->press('Repeat bar 1');
        $dilnoza->press('Mark bar 2');
        $dilnoza->press('What is marked');
        $dilnoza->press('Play');
        $dilnoza->until(
            static fn (): bool => (float) $dilnoza->see('.sheet-words .lit')->getAttribute('data-at') >= 3840,
            'only bar 2 to sound',
        );
        $dilnoza->press('Stop');
        $dilnoza->saved();
        $dilnoza->assertNoComplaints();
    }
}
