<?php

declare(strict_types=1);

// Measures sound: how much faster than real time the core mixes, and with how much memory; how even the kits are and what a first task
// loads; and in Chromium how soon a first press is heard, and whether anything is late while everything plays and kits change.

use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Kit\ReferenceGroove;
use Pulsanda\Core\Sound\Loudness;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Tests\Browser\Person;
use Symfony\Component\Process\Process;

require dirname(__DIR__, 2).'/vendor/autoload.php';

$kits = new BuiltKits(getenv('PULSANDA_DATA').'/sounds');
mt_srand(7);
/** A form of 16 bars with twelve rows, almost half of its steps struck. */
$form = static function (float $room): Pattern {
    $meter = Meter::of(4, 4);
    $rows = [];
    foreach (array_slice(Instrument::cases(), 0, 12) as $i => $instrument) {
        $hits = [];
        for ($step = 0; $step < 256; ++$step) {
            if (mt_rand(0, 99) < 45) {
                $hits[] = Hit::of(240 * $step, mt_rand(20, 127));
            }
        }
        $rows[] = Row::of($instrument, $hits, pan: 0 === $i % 3 ? 0 : ($i - 6) / 10, room: $room);
    }

    return Pattern::of('Form', $meter, Tempo::of(96, '4'), [Section::of('A', 16, $rows, $meter)]);
};
echo "Mixing 16 bars of twelve rows on one core\n";
foreach (['dry' => [0, 1], 'every row in the room' => [0.3, 1], 'dry, ten passes' => [0, 10]] as $what => [$room, $passes]) {
    $pattern = $form($room);
    $bank = $kits->of('boathouse');
    memory_reset_peak_usage();
    [$began, $before, $bytes] = [microtime(true), memory_get_usage(), 0];
    foreach (Mixdown::of($pattern, Excerpt::whole($pattern, $passes), $bank) as $block) {
        $bytes += strlen($block);
    }
    $seconds = $bytes / 4 / 44100;
    printf(
        "%-40s %5.1f times real time, %.0f s of sound, %.0f MB above the start\n",
        $what,
        $seconds / (microtime(true) - $began),
        $seconds,
        (memory_get_peak_usage() - $before) / 1e6,
    );
}
echo "\nKits: loudness of one groove in LUFS, and kB of the four rows of a first task (kick, snare, closed and open hi-hat)\n";
$loudness = [];
foreach (KitName::cases() as $name) {
    if (!isset($kits->all()[$name->value])) {
        printf("%-40s not built\n", $name->value);
        continue;
    }
    $groove = ReferenceGroove::pattern();
    $loudness[] = $loud = Loudness::of(Mixdown::of($groove, Excerpt::whole($groove), $kits->of($name->value)));
    $json = (string) file_get_contents(getenv('PULSANDA_DATA').$kits->all()[$name->value]);
    /** @var array{sounds: list<array{instrument: string, bytes: int}>} $description */
    $description = json_decode($json, true);
    $sizes = array_column($description['sounds'], 'bytes', 'instrument');
    $first = array_sum(array_intersect_key($sizes, array_flip(['kick', 'snare', 'closed-hat', 'open-hat'])));
    printf("%-40s %6.2f LUFS, %3.0f kB, %d sounds\n", $name->value, $loud, $first / 1000, count($sizes));
}
printf("%-40s %6.2f LU\n", 'from the softest to the loudest', [] === $loudness ? 0 : max($loudness) - min($loudness));

const WATCH = <<<'JS'
    window.sounds = window.late = 0;
    window.first = null;
    addEventListener('pointerdown', () => (window.pressed ??= performance.now()), true);
    const start = AudioBufferSourceNode.prototype.start;
    AudioBufferSourceNode.prototype.start = function (when, ...more) {
        sounds++;
        if (when < this.context.currentTime) late++;
        const ahead = Math.max(0, when - this.context.currentTime) + (this.context.outputLatency || 0);
        first ??= performance.now() - pressed + 1000 * ahead;
        return start.call(this, when, ...more);
    };
    JS;
const FULL = <<<'JS'
    const [done] = arguments;
    const path = location.pathname.replace('/bench/', '/api/parts/');
    const read = (address) => fetch(address).then((r) => r.json());
    Promise.all([read(path + '/bench'), read('/api/session'), read('/api/catalogue')]).then(([bench, session, catalogue]) => {
        const names = [...new Set(['kick', 'snare', 'closed-hat', ...catalogue.instruments.map(({name}) => name)])].slice(0, 16);
        const hits = Array.from({length: 64}, (_, i) => ({at: 240 * i, velocity: 30 + (i * 7) % 90}));
        const rows = names.map((instrument) => ({instrument, hits}));
        const [sections, order] = [[{name: 'A', bars: 4, rows}], [{section: 'A', times: 1}]];
        const pattern = {...bench.draft.pattern, tempo: {bpm: 120, beat: '4'}, sections, order};
        const headers = {'Content-Type': 'application/json', 'X-CSRF-Token': session.csrf};
        return fetch(path + '/draft', {method: 'PUT', headers, body: JSON.stringify({version: bench.draft.version, pattern, note: ''})});
    }).then(async (response) => done(response.ok ? '' : await response.text()));
    JS;

$socket = stream_socket_server('tcp://127.0.0.1:0');
assert(is_resource($socket));
$port = substr((string) strrchr((string) stream_socket_get_name($socket, false), ':'), 1);
fclose($socket);
$driver = new Process(['/usr/bin/chromedriver', "--port=$port"], timeout: null);
$driver->start();
$driver->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'started successfully'));
$person = Person::open("http://127.0.0.1:$port", (string) getenv('PULSANDA_URL'), 1280, 800, false);
$person->signIn('kwame', (string) getenv('DEMO_PASSWORD'));
$person->press('Begin: Slack Tide');
$person->cell(0, 0);
$refused = $person->driver->executeAsyncScript(FULL);
'' === $refused || exit("The draft was not taken: $refused\n");
// Twice: the second time everything comes out of the cache.
for ($visit = 0; $visit < 2; ++$visit) {
    $person->driver->navigate()->refresh();
    $person->cell(15, 0);
    $person->soundsLoaded();
}
$person->script(WATCH);
$person->press('Play');
$person->until(static fn (): bool => null !== $person->script('return first'), 'a first sound');
echo "\nThe player in Chromium, 16 rows of 64 steps, every one a hit\n";
printf("%-40s %.0f ms\n", 'from the first press to the first sound', (float) $person->script('return first'));
$person->press('Kit: boathouse');
foreach (['parade', 'pier', 'tide pool', 'beacon', 'boathouse'] as $kit) {
    $person->press($kit);
    $heard = (int) $person->script('return sounds');
    $person->until(static fn (): bool => (int) $person->script('return sounds') > $heard + 400, 'the kit to be heard');
}
printf("%-40s %d of %d\n", 'sounds started late, five kits in turn', $person->script('return late'), $person->script('return sounds'));
$person->leave();
$driver->stop();
