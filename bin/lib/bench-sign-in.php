<?php

declare(strict_types=1);

// Measures the morning at the real cost of a password: how long a class list of 60 takes to add, and how 300 people sign in at once. The
// requests run on the same cores as the answers.

use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const CLASS_SIZE = 60;
const PEOPLE = 300;

$url = (string) getenv('PULSANDA_URL');
$password = (string) getenv('DEMO_PASSWORD');
$crowd = new Crowd();
$teacher = new Visitor($crowd, $url, 'odile');
$seconds = 0.0;
$crowd->add(static function () use ($teacher, $password, &$seconds): void {
    $teacher->signIn($password);
    $course = $teacher->insist('POST', '/api/courses', ['name' => 'Kelp line'], 201);
    $names = implode("\n", array_map(static fn (int $i): string => "Anna Player $i", range(1, CLASS_SIZE)));
    $began = microtime(true);
    $slips = $teacher->insist('POST', "/api/courses/{$course['id']}/students", ['names' => $names], 201)['slips'];
    $seconds = microtime(true) - $began;
    count($slips) === CLASS_SIZE || throw new RuntimeException('Not everybody has a slip.');
});
$crowd->run();
printf("  a class list of %d names, with login slips: %.0f ms\n", CLASS_SIZE, 1000 * $seconds);

$times = [];
$began = microtime(true);
for ($i = 1; $i <= PEOPLE; ++$i) {
    $crowd->add(static function () use ($crowd, $url, $password, $i, &$times): void {
        $visitor = new Visitor($crowd, $url, "player$i");
        $from = microtime(true);
        $visitor->signIn($password);
        $times[] = microtime(true) - $from;
    });
}
$crowd->run();
$whole = microtime(true) - $began;
sort($times);
printf(
    "  %d people sign in at once: %.1f s in all, %.0f a second; %.1f s in the median, %.1f s for the last\n",
    PEOPLE,
    $whole,
    PEOPLE / $whole,
    $times[intdiv(PEOPLE, 2)],
    $times[PEOPLE - 1],
);
