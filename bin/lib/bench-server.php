<?php

declare(strict_types=1);

// Measures the server with 20 people at once: saves of two-bar drafts beside requests that only read the session, and what one person
// who sends the largest drafts as fast as possible does to the others. Whoever asks runs on the same cores as who answers.

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const ROUND = 4.0;
const ROUNDS = 3;
const PEOPLE = [
    'ines', 'bo', 'q', 'zoe', 'maxi', 'nour', 'yael', 'thorunn', 'lukasz', 'siobhan',
    'anh', 'haneul', 'amara', 'tomas', 'freya', 'jun', 'dilnoza', 'wren', 'kwame', 'elodie',
];

/** One person at one part, with the draft as the server has it. */
final class Worker
{
    /** @var array<string, mixed> */
    private array $pattern;
    private int $version;
    private int $turn = 0;

    public function __construct(public Visitor $visitor, private readonly string $part)
    {
    }

    /** The same person's next window, on a connection of its own. */
    public function __clone()
    {
        $this->visitor = clone $this->visitor;
    }

    public function open(?Closure $fill = null): void
    {
        $draft = $this->visitor->insist('GET', "/api/parts/$this->part/bench")['draft'];
        $this->version = $draft['version'];
        $this->pattern = null === $fill ? $draft['pattern'] : $fill($draft['pattern']);
    }

    /** Saves a change as a person makes it: a hit comes or goes. */
    public function save(): int
    {
        $hits = ++$this->turn % 2 ? [['at' => 0, 'velocity' => 96], ['at' => 960 + 240 * ($this->turn % 7), 'velocity' => 64]] : [];
        $rows = &$this->pattern['sections'][0]['rows'];
        $rows[0]['hits'] = [...$hits, ...array_filter($rows[0]['hits'], static fn (array $hit): bool => $hit['at'] >= 3840)];
        [$status, $answer] = $this->visitor->ask(
            'PUT',
            "/api/parts/$this->part/draft",
            ['version' => $this->version, 'pattern' => $this->pattern, 'note' => 'turn '.$this->turn],
        );
        $this->version = 200 === $status ? $answer['version'] : $this->version;

        return $status;
    }

    public function bytes(): int
    {
        return strlen((string) json_encode($this->pattern));
    }
}

/** @param list<float> $times */
function percentile(array $times, float $share): float
{
    sort($times);

    return $times[(int) floor($share * (count($times) - 1))] ?? NAN;
}

/**
 * Everybody does the same again and again for a while.
 *
 * @param list<Visitor> $visitors
 *
 * @return array{float, list<float>, int} answers a second, milliseconds each, how many failed
 */
function measure(Crowd $crowd, array $visitors, Closure $do, float $pause = 0, ?Closure $beside = null): array
{
    $times = [];
    $failed = 0;
    $start = microtime(true);
    $end = $start + ROUND;
    foreach ($visitors as $i => $visitor) {
        $crowd->add(static function () use ($crowd, $visitor, $do, $i, $end, $pause, &$times, &$failed): void {
            $pause > 0 && $crowd->rest($pause * $i / 20);
            while (microtime(true) < $end) {
                200 === $do($i) ? $times[] = $visitor->took() : ++$failed;
                $pause > 0 && $crowd->rest($pause);
            }
        });
    }
    null === $beside || $beside($end);
    $crowd->run();

    return [count($times) / (microtime(true) - $start), $times, $failed];
}

$url = (string) getenv('PULSANDA_URL');
$password = (string) getenv('DEMO_PASSWORD');
[$part, $open] = array_slice($argv, 1);
$crowd = new Crowd();
$workers = [];
foreach (PEOPLE as $name) {
    $workers[] = new Worker(new Visitor($crowd, $url, $name), $part);
}
foreach ($workers as $worker) {
    $crowd->add(static function () use ($worker, $password): void {
        $worker->visitor->signIn($password);
        $worker->open();
    });
}
$crowd->run();
$visitors = array_column($workers, 'visitor');
$session = static fn (int $i): int => $visitors[$i]->ask('GET', '/api/session')[0];
$save = static fn (int $i): int => $workers[$i]->save();
measure($crowd, $visitors, $save); // warm
$rates = ['session' => [], 'save' => []];
$times = [];
$failed = 0;
for ($round = 0; $round < ROUNDS; ++$round) {
    [$rates['session'][]] = measure($crowd, $visitors, $session);
    [$rates['save'][], $took, $bad] = measure($crowd, $visitors, $save);
    $times = [...$times, ...$took];
    $failed += $bad;
}
[$read, $saves] = [percentile($rates['session'], 0.5), percentile($rates['save'], 0.5)];
printf("20 people at once, drafts of two bars, %d rounds of %d seconds\n", ROUNDS, ROUND);
printf("  reading the session  %6.0f a second\n", $read);
printf(
    "  saving               %6.0f a second; median %.0f ms, 95th percentile %.0f ms; %d of %d failed\n",
    $saves,
    percentile($times, 0.5),
    percentile($times, 0.95),
    $failed,
    $failed + count($times),
);
printf("  a save is            %6.2f requests that read the session\n", $read / $saves);

// One person sends the largest drafts, six at a time; the others go on as people do, a save every half second.
$heavy = array_pop($visitors);
$largest = static function (array $data): array {
    $pattern = PatternReader::read((string) json_encode($data));
    $rows = [];
    foreach (array_slice(Instrument::cases(), 0, 16) as $row => $instrument) {
        $rows[] = Row::of($instrument, array_map(
            static fn (int $i): Hit => Hit::of(120 * $i, 1 + ($i * 7 + $row) % 127),
            range(0, 255),
        ));
    }

    $section = Section::of('A', 8, $rows, $pattern->meter);

    return json_decode(PatternWriter::write(Pattern::of($pattern->title, $pattern->meter, $pattern->tempo, [$section])), true);
};
$bytes = 0;
$answers = [];
$beside = static function (float $end) use ($crowd, $url, $password, $open, $largest, &$answers, &$bytes): void {
    $first = new Worker(new Visitor($crowd, $url, PEOPLE[19]), $open);
    $crowd->add(static function () use ($first, $crowd, $password, $end, $largest, &$answers, &$bytes): void {
        $first->visitor->signIn($password);
        $first->open($largest);
        $bytes = $first->bytes();
        for ($hand = 0; $hand < 6; ++$hand) {
            $worker = clone $first;
            $crowd->add(static function () use ($worker, $end, &$answers): void {
                while (microtime(true) < $end) {
                    $status = $worker->save();
                    $answers[$status] = 1 + ($answers[$status] ?? 0);
                }
            });
        }
    });
};
[, $calm] = measure($crowd, $visitors, $save, 0.5);
[, $pressed, $lost] = measure($crowd, $visitors, $save, 0.5, $beside);
ksort($answers);
printf("19 people who save every half second, beside one who sends drafts of %d kB on six connections without a pause\n", $bytes / 1000);
printf("  without that one     95th percentile %4.0f ms\n", percentile($calm, 0.95));
printf("  with that one        95th percentile %4.0f ms; %d of theirs failed\n", percentile($pressed, 0.95), $lost);
echo '  that one was answered ', http_build_query($answers, '', ', '), "\n";
