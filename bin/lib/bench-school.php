<?php

declare(strict_types=1);

// Measures a school day: 300 students in ten classes, each saving every two seconds and handing in once, while eight teachers mark; then
// what pages cost in a school of 1,500 students with 100,000 attempts. Whoever asks runs on the same cores as who answers.
// Arguments: what is measured (day or pages), and the name of it.

use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const DAY = 40.0;
const PAUSE = 2.0;

/** @param list<float> $times */
function percentile(array $times, float $share): float
{
    sort($times);

    return $times[(int) floor($share * (count($times) - 1))] ?? NAN;
}

$url = (string) getenv('PULSANDA_URL');
$password = (string) getenv('DEMO_PASSWORD');
/** @var array{parts: array<string, string>, courses: list<string>} $school part of each student by sign-in name; classes of teacher1 */
$school = json_decode((string) getenv('SCHOOL'), true, 8, JSON_THROW_ON_ERROR);
$crowd = new Crowd();
$visitors = [];
foreach ([...array_keys($school['parts']), ...array_map(static fn (int $i): string => "teacher$i", range(1, 8)), 'marit'] as $name) {
    $visitors[$name] = new Visitor($crowd, $url, $name);
}

if ('pages' === $argv[1]) {
    foreach (['teacher1', 'marit', 'player1'] as $name) {
        $crowd->add(static fn () => $visitors[$name]->signIn($password));
    }
    $crowd->run();
    $part = $school['parts']['player1'];
    $student = '';
    $crowd->add(static function () use ($visitors, $part, &$student): void {
        $student = $visitors['teacher1']->insist('GET', "/api/parts/$part/marking")['students'][0]['id'];
    });
    $crowd->run();
    $pages = [
        'Today of a teacher with eight classes' => ['teacher1', '/api/today'],
        'marking table of 35' => ['teacher1', "/api/parts/$part/marking"],
        'class picture of 35' => ['teacher1', "/api/parts/$part/picture"],
        'marks of the class over the term' => ['teacher1', "/api/courses/{$school['courses'][0]}/term"],
        'a student over the term' => ['teacher1', "/api/students/$student/term"],
        'the School of its administrator, 60 classes' => ['marit', '/api/school'],
        'Today of a student' => ['player1', '/api/today'],
        'the Bench' => ['player1', "/api/parts/$part/bench"],
    ];
    foreach ($pages as $said => [$who, $path]) {
        $times = [];
        $crowd->add(static function () use ($visitors, $who, $path, &$times): void {
            for ($i = 0; $i < 6; ++$i) {
                $visitors[$who]->insist('GET', $path);
                $times[] = $visitors[$who]->took();
            }
        });
        $crowd->run();
        printf("  %-38s %4.0f ms (median of five; the first took %.0f)\n", $said, percentile(array_slice($times, 1), 0.5), $times[0]);
    }
    exit;
}

// Everybody comes in, a few at a time: a class at a door.
foreach (array_chunk(array_values($visitors), 40) as $some) {
    foreach ($some as $visitor) {
        $crowd->add(static fn () => $visitor->signIn($password));
    }
    $crowd->run();
}
// Then they open the Bench, a class at a time.
$drafts = [];
foreach (array_chunk($school['parts'], 30, true) as $class) {
    foreach ($class as $name => $part) {
        $crowd->add(static function () use ($visitors, $name, $part, &$drafts): void {
            $drafts[$name] = $visitors[$name]->insist('GET', "/api/parts/$part/bench")['draft'];
        });
    }
    $crowd->run();
}
$end = microtime(true) + DAY;
$times = ['save' => [], 'hand in' => [], 'marking table' => [], 'return' => []];
$failed = [];
$count = static function (string $what, Visitor $visitor, int $status, int ...$good) use (&$times, &$failed): void {
    $times[$what][] = $visitor->took();
    in_array($status, $good, true) || $failed["$what $status"] = 1 + ($failed["$what $status"] ?? 0);
};
$i = 0;
foreach ($school['parts'] as $name => $part) {
    $visitor = $visitors[$name];
    $number = $i++;
    $draft = $drafts[$name];
    $crowd->add(static function () use ($crowd, $visitor, $part, $draft, $number, $end, $count): void {
        $crowd->rest(PAUSE * $number / 300);
        [$version, $pattern] = [$draft['version'], $draft['pattern']];
        $handIn = 3 + $number % 15;
        for ($turn = 1; microtime(true) < $end; ++$turn) {
            $moved = ['at' => 240 * ($turn % 31 + 1), 'velocity' => 64];
            $pattern['sections'][0]['rows'][0]['hits'] = [['at' => 0, 'velocity' => 96], $moved];
            $body = ['version' => $version, 'pattern' => $pattern, 'note' => "turn $turn"];
            if ($turn === $handIn) {
                // With a note of its own: the same beat twice is told, not taken.
                $body['note'] = 'handed in at '.microtime(true);
                [$status, $said] = $visitor->ask('POST', "/api/parts/$part/attempts", $body);
                $count('hand in', $visitor, $status, 201);
                $version = $said['draft']['version'] ?? $version;
            } else {
                [$status, $said] = $visitor->ask('PUT', "/api/parts/$part/draft", $body);
                $count('save', $visitor, $status, 200);
                $version = $said['version'] ?? $version;
            }
            $crowd->rest(PAUSE);
        }
    });
}
foreach (range(1, 8) as $teacher) {
    $visitor = $visitors["teacher$teacher"];
    $crowd->add(static function () use ($crowd, $visitor, $end, $count): void {
        $parts = [];
        foreach ($visitor->insist('GET', '/api/today')['assignments'] as $one) {
            $parts[] = $one['parts'][0]['id'];
        }
        for ($turn = 0; microtime(true) < $end; ++$turn) {
            [$status, $list] = $visitor->ask('GET', '/api/parts/'.$parts[$turn % count($parts)].'/marking');
            $count('marking table', $visitor, $status, 200);
            foreach (array_slice($list['students'] ?? [], 0, 3) as $student) {
                $attempt = $student['attempts'][0]['id'] ?? null;
                if (null === $attempt) {
                    continue;
                }
                $version = $visitor->insist('GET', "/api/attempts/$attempt")['feedback']['version'];
                $answer = ['mark' => 15, 'text' => 'Listen to beat 3.', 'version' => $version];
                [$status] = $visitor->ask('POST', "/api/attempts/$attempt/return", $answer);
                $count('return', $visitor, $status, 200);
                $crowd->rest(1);
            }
            $crowd->rest(1);
        }
    });
}
$crowd->run();
$said = '%s: 300 students in ten classes save every %d seconds for %d seconds, eight teachers mark';
printf("$said\n", $argv[2] ?? 'one instance', PAUSE, DAY);
foreach ($times as $what => $took) {
    printf(
        "  %-14s %5d, %5.1f a second; median %4.0f ms, 99th percentile %4.0f ms\n",
        $what,
        count($took),
        count($took) / DAY,
        percentile($took, 0.5),
        percentile($took, 0.99),
    );
}
printf("  failed         %s\n", [] === $failed ? 'none' : http_build_query($failed, '', ', '));
$load = getrusage();
printf("  whoever asks used %.0f %% of one core\n", 100 * (($load['ru_utime.tv_sec'] ?? 0) + ($load['ru_stime.tv_sec'] ?? 0)) / DAY);
