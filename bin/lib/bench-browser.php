<?php

declare(strict_types=1);

// Measures the Bench in Chromium, full of hits and playing, with 16 rows of 4 bars and with the most there may be: from a press to what
// is painted, frames while it plays and scrolls, and sounds that were started late; beside an empty page with the same number of elements.

use Pulsanda\Tests\Browser\Person;
use Symfony\Component\Process\Process;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const PRESSES = 60;
const SMALL = 4;
const FULL = <<<'JS'
    const [rowCount, bars, every, done] = arguments;
    const path = location.pathname.replace('/bench/', '/api/parts/');
    const read = (address) => fetch(address).then((r) => r.json());
    Promise.all([read(path + '/bench'), read('/api/session'), read('/api/catalogue')]).then(([bench, session, catalogue]) => {
        const names = [...new Set(['kick', 'snare', 'closed-hat', ...catalogue.instruments.map(({name}) => name)])].slice(0, rowCount);
        const hits = Array.from({length: (16 * bars) / every}, (_, i) => ({at: 240 * every * i, velocity: 30 + (i * 7) % 90}));
        const rows = names.map((instrument) => ({instrument, hits}));
        const tempo = {bpm: 120, beat: '4'};
        const order = [{section: 'A', times: 1}];
        const pattern = {...bench.draft.pattern, tempo, sections: [{name: 'A', bars, rows}], order};
        const headers = {'Content-Type': 'application/json', 'X-CSRF-Token': session.csrf};
        return fetch(path + '/draft', {method: 'PUT', headers, body: JSON.stringify({version: bench.draft.version, pattern, note: ''})});
    }).then((response) => done(response.status));
    JS;
/** Notes the time from every press to after the frame that shows it, and every sound that starts after its time. */
const WATCH = <<<'JS'
    window.painted = [];
    window.late = window.sounds = 0;
    addEventListener('pointerdown', (event) => {
        const pressed = event.timeStamp;
        requestAnimationFrame(() => {
            const {port1, port2} = new MessageChannel();
            port1.onmessage = () => painted.push(performance.now() - pressed);
            port2.postMessage(0);
        });
    }, true);
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (when, ...more) {
        sounds++;
        if (when < this.context.currentTime) late++;
        return start.call(this, when, ...more);
    };
    JS;
const FRAMES = <<<'JS'
    const done = arguments[0], gaps = [];
    // What scrolls is the room of the sheet, where the page is as high as the window.
    const room = [...document.querySelectorAll('.sheet-room')].find((one) => one.scrollHeight > one.clientHeight + 1)
        ?? document.scrollingElement;
    let before = performance.now(), count = 0, down = 1;
    const frame = (now) => {
        gaps.push(now - before);
        before = now;
        room.scrollBy(0, 7 * down);
        if (room.scrollTop + room.clientHeight >= room.scrollHeight - 1) down = -1;
        if (room.scrollTop <= 0) down = 1;
        if (++count < 240) requestAnimationFrame(frame);
        else { room.scrollTop = 0; done(gaps.slice(2)); }
    };
    requestAnimationFrame(frame);
    JS;

/**
 * Two hands on two keys, thirty strokes a second for a minute: of each, the time from when it was due to when its sound begins on the audio
 * clock. What keeps the page busy keeps a stroke waiting, as it would a real key.
 */
const STRIKES = <<<'JS'
    const every = 1000 / 30, count = 1800, waits = [];
    window.struck = null;
    const start = AudioBufferSourceNode.prototype.start;
    let due = null;
    AudioBufferSourceNode.prototype.start = function (when, ...more) {
        if (due !== null) {
            waits.push(performance.now() - due + Math.max(0, when - this.context.currentTime) * 1000);
            due = null;
        }
        return start.call(this, when, ...more);
    };
    const begun = performance.now() + 100;
    let i = 0;
    const next = () => {
        while (i < count && begun + i * every <= performance.now()) {
            due = begun + i * every;
            window.dispatchEvent(new KeyboardEvent('keydown', { code: i % 2 ? 'KeyJ' : 'KeyF', bubbles: true, cancelable: true }));
            due = null;
            i++;
        }
        if (i < count) setTimeout(next, Math.max(0, begun + i * every - performance.now()));
        else window.struck = waits;
    };
    next();
    JS;

/** Eight strokes a second for a quarter of a minute, which are written: of each, the time from its key to the frame that shows it. */
const RECORDED = <<<'JS'
    const done = arguments[0];
    const shown = [];
    let i = 0;
    const before = document.querySelectorAll('[role=grid] [data-hit]').length;
    const next = () => {
        const due = performance.now();
        window.dispatchEvent(new KeyboardEvent('keydown', { code: i % 2 ? 'KeyJ' : 'KeyF', bubbles: true, cancelable: true }));
        requestAnimationFrame(() => setTimeout(() => shown.push(performance.now() - due)));
        if (++i < 120) setTimeout(next, 125);
        else setTimeout(() => done([shown, document.querySelectorAll('[role=grid] [data-hit]').length - before]), 500);
    };
    next();
    JS;

/** Puts a pattern of 16 bars of 12 rows on the Shelf, and gives its key. */
const LARGE = <<<'JS'
    const done = arguments[0];
    const read = (address) => fetch(address).then((r) => r.json());
    Promise.all([read('/api/session'), read('/api/catalogue')]).then(([session, catalogue]) => {
        const names = catalogue.instruments.slice(0, 12).map(({name}) => name);
        const rows = names.map((instrument, r) => ({
            instrument,
            hits: Array.from({length: 256}, (_, i) => i).filter((i) => (i * 7 + r * 5) % 11 < 5).map((i) => ({at: 240 * i})),
        }));
        const pattern = {...catalogue.newPattern, sections: [{name: 'A', bars: 16, rows}], order: [{section: 'A', times: 1}]};
        const headers = {'Content-Type': 'application/json', 'X-CSRF-Token': session.csrf};
        return fetch('/api/shelf', {method: 'POST', headers, body: JSON.stringify({title: 'Large', pattern})}).then((r) => r.json());
    }).then(({key}) => done(key));
    JS;
/** From the press to the frame that shows all of the staff, whose library is there already; and of so many elements by themselves. */
const STAFF = <<<'JS'
    const done = arguments[0];
    const press = (name) => [...document.querySelectorAll('[role=radio]')].find((one) => one.textContent === name).click();
    const start = performance.now();
    press('staff');
    const look = () => {
        const lines = document.querySelectorAll('.staff-system');
        const drawn = [...lines].every((line) => line.querySelector('svg'));
        if (lines.length === 0 || !drawn) return requestAnimationFrame(look);
        requestAnimationFrame(() => setTimeout(() => done([performance.now() - start, document.querySelectorAll('.staff *').length])));
    };
    requestAnimationFrame(look);
    JS;
const PATHS = <<<'JS'
    const [count, done] = arguments;
    const start = performance.now();
    const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
    for (let i = 0; i < count; i++) {
        const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        path.setAttribute('d', `M${i % 900} ${i % 700}l8 0l0 8z`);
        svg.append(path);
    }
    document.body.replaceChildren(svg);
    requestAnimationFrame(() => setTimeout(() => done(performance.now() - start)));
    JS;

/** @param list<float> $values */
function percentile(array $values, float $share): float
{
    sort($values);

    return $values[(int) floor($share * (count($values) - 1))] ?? NAN;
}

/** @return list<float> milliseconds from press to paint */
function presses(Person $person, string $css): array
{
    $cells = $person->driver->findElements(Facebook\WebDriver\WebDriverBy::cssSelector($css));
    for ($i = 0; $i < PRESSES; ++$i) {
        $cells[($i * 37) % min(400, count($cells))]->click();
    }
    $person->until(static fn (): bool => count((array) $person->script('return window.painted')) >= PRESSES, 'every press to be painted');

    /** @var list<float> */
    return $person->script('return window.painted');
}

/** @return list<float> milliseconds from when a stroke is due to its sound */
function strikes(Person $person): array
{
    playsIn($person);
    $person->script(STRIKES);
    do {
        sleep(2);
        /** @var list<float>|null $strikes */
        $strikes = $person->script('return window.struck');
    } while (null === $strikes);
    $person->press('Play in');

    return $strikes;
}

/** Arms what is played in, beside what is there already. */
function playsIn(Person $person): void
{
    $person->press('Play in');
    $person->see('.pad');
    $person->press('Add to it');
}

/** @return list<float> milliseconds from a key to the frame that shows its stroke */
function recorded(Person $person): array
{
    playsIn($person);
    /** @var array{list<float>, int} $told */
    $told = $person->driver->executeAsyncScript(RECORDED);
    assert($told[1] > 0, 'strokes to be written');
    $person->press('Play in');

    return $told[0];
}

$socket = stream_socket_server('tcp://127.0.0.1:0');
assert(is_resource($socket));
$port = substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
fclose($socket);
$driver = new Process(['/usr/bin/chromedriver', "--port=$port"], timeout: null);
$driver->start();
$driver->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'started successfully'));

/** Opens a draft of that size, plays it, presses and scrolls; then does the same on an empty page. Prints how they compare. */
$measure = static function (int $rows, int $bars, int $every) use ($port): void {
    $person = Person::open("http://127.0.0.1:$port", (string) getenv('PULSANDA_URL'), 1280, 800, false);
    $person->signIn('wren', (string) getenv('DEMO_PASSWORD'));
    $person->press(SMALL === $bars ? 'Begin: Slack Tide' : 'Go on building: Slack Tide');
    $person->cell(0, 0);
    $status = $person->driver->executeAsyncScript(FULL, [$rows, $bars, $every]);
    assert(200 === $status, 'the draft to be taken');
    $person->driver->navigate()->refresh();
    $person->cell($rows - 1, 3840 * $bars - 240);
    $person->soundsLoaded();
    $person->script(WATCH);
    $person->press('Play');
    $bench = presses($person, '[role=gridcell]');
    /** @var list<float> $benchFrames */
    $benchFrames = $person->driver->executeAsyncScript(FRAMES);
    $strikes = SMALL === $bars ? strikes($person) : [];
    $recorded = 3 === $every ? recorded($person) : [];
    [$sounds, $late] = [(int) $person->script('return sounds'), (int) $person->script('return late')];
    $person->press('Stop');
    $elements = (int) $person->script('return document.querySelectorAll("*").length');

    // The same number of elements with nothing in them, laid out like the cells; a press marks one.
    $person->script(
        'document.body.innerHTML = ""; document.documentElement.scrollTop = 0; for (let i = 0; i < arguments[0]; i++) { const cell = '
            .'document.createElement("div"); cell.className = "bare"; cell.style.cssText = '
                .'"display:inline-block;width:24px;height:24px;border:1px solid"; cell.addEventListener("pointerdown", () => '
                    .'cell.toggleAttribute("hidden-mark")); document.body.append(cell); }',
        $elements,
    );
    $person->script('window.painted = []');
    $bare = presses($person, '.bare');
    /** @var list<float> $bareFrames */
    $bareFrames = $person->driver->executeAsyncScript(FRAMES);
    $person->leave();

    printf(
        "\nThe Bench in Chromium: %d rows of %d bars, a hit on every %s, playing; %d elements (times an empty page with as many)\n",
        $rows,
        $bars,
        [1 => 'step', 'second step', 'third step'][$every],
        $elements,
    );
    $compared = [
        'press to paint, median' => [0.5, $bench, $bare],
        'press to paint, 95th percentile' => [0.95, $bench, $bare],
        'frame while scrolling, median' => [0.5, $benchFrames, $bareFrames],
        'frame while scrolling, 95th percentile' => [0.95, $benchFrames, $bareFrames],
    ];
    foreach ($compared as $what => [$share, $ours, $empty]) {
        [$a, $b] = [percentile($ours, $share), percentile($empty, $share)];
        printf("%-40s %6.1f ms  (%.1f)\n", $what, $a, $a / $b);
    }
    printf("%-40s %d of %d\n", 'sounds started late', $late, $sounds);
    if ([] !== $recorded) {
        printf("%-40s %6.1f ms\n", 'recorded stroke to its frame, median', percentile($recorded, 0.5));
        printf("%-40s %6.1f ms\n", 'recorded stroke to its frame, 95th p.', percentile($recorded, 0.95));
    }
    if ([] === $strikes) {
        return;
    }
    printf("%-40s %6.1f ms\n", 'stroke of a key to its sound, median', percentile($strikes, 0.5));
    printf("%-40s %6.1f ms\n", 'stroke of a key to its sound, 95th p.', percentile($strikes, 0.95));
    printf("%-40s %d of 1800\n", 'strokes lost at thirty a second', 1800 - count($strikes));
};
$measure(16, SMALL, 1);
$measure(12, 16, 3);
$measure(32, 16, 2);

$person = Person::open("http://127.0.0.1:$port", (string) getenv('PULSANDA_URL'), 1280, 800, false);
$person->signIn('odile', (string) getenv('DEMO_PASSWORD'));
$key = $person->driver->executeAsyncScript(LARGE);
assert(is_string($key));
$person->go("/sheet/shelf/$key");
$person->press('staff');
$person->see('.staff-system svg');
$person->press('steps');
$person->see('.paper-bar');
/** @var array{float, int} $drawn */
$drawn = $person->driver->executeAsyncScript(STAFF);
$bare = $person->driver->executeAsyncScript(PATHS, [$drawn[1]]);
assert(is_float($bare) || is_int($bare));
printf("\nThe staff of 16 bars of 12 rows: %.0f ms (%.1f times as many bare paths: %d)\n", $drawn[0], $drawn[0] / $bare, $drawn[1]);
$person->leave();
$driver->stop();
