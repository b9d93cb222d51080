<?php

declare(strict_types=1);

// What bin/endure has people do and what it kills, and the reckoning afterwards. Arguments: the folder of the sockets, and the minutes
// that it lasts (0: until 10 services have been killed).

use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;

require dirname(__DIR__, 2).'/vendor/autoload.php';

const STUDENTS = ['ines', 'bo', 'q', 'zoe', 'maxi', 'nour', 'yael', 'thorunn', 'lukasz', 'siobhan'];
const SERVICES = ['postgres', 'php', 'nginx', 'worker'];
const SHORT_RUN = 10;
/** A class hands in at most 50 times a person; the demo world has some already. */
const MOST_ATTEMPTS = 45;

/** What was acknowledged. */
final class Ledger
{
    public bool $over = false;
    /** @var list<string> what should never happen */
    public array $faults = [];
    /** @var array<string, int> how many of each deed */
    public array $count = ['save' => 0, 'hand in' => 0, 'mark' => 0, 'return' => 0, 'plan' => 0, 'cut' => 0];
    /** @var array<string, int> how often each service was killed */
    public array $killed = [];
    /** @var array<string, array{version: int, note: string}> last draft of each student */
    public array $drafts = [];
    /** @var array<string, string> student of each press */
    public array $presses = [];
    /** @var array<string, float> last mark of each attempt */
    public array $marks = [];
    /** @var array<string, true> attempts returned */
    public array $returned = [];
    public float $longestAway = 0;
}

[$run, $minutes] = array_slice($argv, 1);
$connect = static function () use ($run): PDO {
    return new PDO("pgsql:host=$run/database;dbname=pulsanda_endure;user=pulsanda", null, (string) getenv('DATABASE_PASSWORD'));
};
$database = $connect();
$query = static function (string $sql, string ...$values) use (&$database): array {
    $statement = $database->prepare($sql);
    $statement->execute($values);

    return $statement->fetchAll(PDO::FETCH_ASSOC);
};
$sql = "SELECT p.id, p.assignment_id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title LIKE 'Lamplighters%'";
$part = $query($sql)[0];
$before = $query("SELECT coalesce(max(id::text), '') AS id FROM audit_entry")[0]['id'];
$ledger = new Ledger();
$crowd = new Crowd();
$url = (string) getenv('PULSANDA_URL');
$password = (string) getenv('DEMO_PASSWORD');
$uuid = static fn (): string => Symfony\Component\Uid\Uuid::v4()->toRfc4122();
$goOn = static fn (): bool => !$ledger->over;

/** A request whose connection may be cut before the answer; sent again until it comes through. */
$through = static function (Visitor $who, string $method, string $path, array $body, int ...$expected) use ($ledger): array {
    if (1 === random_int(1, 12)) {
        ++$ledger->count['cut'];
        $who->ask($method, $path, $body, random_int(1, 12));
    }
    $start = microtime(true);
    $answer = $who->insist($method, $path, $body, ...$expected);
    $ledger->longestAway = max($ledger->longestAway, microtime(true) - $start);

    return $answer;
};
$journey = static function (Closure $does) use ($crowd, $ledger): void {
    $crowd->add(static function () use ($does, $ledger): void {
        try {
            $does();
        } catch (RuntimeException $fault) {
            $ledger->faults[] = $fault->getMessage();
        }
    });
};

$visitors = [];
foreach ([...STUDENTS, 'odile'] as $name) {
    $visitors[$name] = new Visitor($crowd, $url, $name);
    $journey(static fn () => $visitors[$name]->signIn($password));
}
$crowd->run();
$planner = clone $visitors['odile'];

foreach (STUDENTS as $student) {
    $who = $visitors[$student];
    $journey(static function () use ($student, $who, $crowd, $part, $ledger, $through, $uuid, $goOn): void {
        $draft = $who->insist('GET', "/api/parts/$part[id]/bench")['draft'];
        ['version' => $version, 'pattern' => $pattern] = $draft;
        $attempts = 0;
        for ($turn = 1; $goOn(); ++$turn) {
            $pattern['sections'][0]['rows'][0]['hits'] = [['at' => 240 * ($turn % 16), 'velocity' => 1 + $turn % 127]];
            $body = ['version' => $version, 'pattern' => $pattern, 'note' => "turn $turn"];
            if (1 === random_int(1, 6) && $attempts < MOST_ATTEMPTS) {
                $press = $uuid();
                $version = $through($who, 'POST', "/api/parts/$part[id]/attempts", $body + ['press' => $press], 201)['draft']['version'];
                $ledger->presses[$press] = $student;
                ++$ledger->count['hand in'];
                ++$attempts;
            } else {
                $version = $through($who, 'PUT', "/api/parts/$part[id]/draft", $body, 200)['version'];
                ++$ledger->count['save'];
            }
            $ledger->drafts[$student] = ['version' => $version, 'note' => "turn $turn"];
            $crowd->rest(random_int(20, 400) / 1000);
        }
    });
}
$who = $visitors['odile'];
$journey(static function () use ($who, $crowd, $part, $ledger, $through, $goOn): void {
    while ($goOn()) {
        $students = $who->insist('GET', "/api/parts/$part[id]/marking")['students'];
        $attempts = array_merge(...array_column($students, 'attempts'));
        $waiting = array_filter($attempts, static fn (array $one): bool => 'returned' !== $one['state']);
        if ([] !== $waiting) {
            $attempt = $waiting[array_rand($waiting)]['id'];
            $feedback = $who->insist('GET', "/api/attempts/$attempt")['feedback'];
            $answer = ['version' => $feedback['version'] ?? 0, 'mark' => (float) random_int(0, 40) / 2, 'text' => 'Heard.'];
            $answer['version'] = $through($who, 'PUT', "/api/attempts/$attempt/feedback", $answer, 200)['version'];
            $ledger->marks[$attempt] = $answer['mark'];
            ++$ledger->count['mark'];
            if (1 !== random_int(1, 5)) {
                $through($who, 'POST', "/api/attempts/$attempt/return", $answer, 200);
                $ledger->returned[$attempt] = true;
                ++$ledger->count['return'];
            }
        }
        $crowd->rest(random_int(50, 400) / 1000);
    }
});
$journey(static function () use ($planner, $crowd, $part, $ledger, $through, $goOn): void {
    $who = $planner;
    $keys = array_flip(['id', 'kind', 'view', 'instruments', 'start', 'targets', 'freedom', 'policy', 'requirements', 'help', 'waits']);
    while ($goOn()) {
        $plan = $who->insist('GET', "/api/assignments/$part[assignment_id]");
        $plan = array_intersect_key($plan, array_flip(['version', 'title', 'brief', 'dueAt', 'parts']));
        $plan['parts'] = array_map(static fn (array $one): array => array_intersect_key($one, $keys), $plan['parts']);
        $plan['parts'][0]['policy']['weights']['dynamics'] = random_int(5, 60);
        $through($who, 'PUT', "/api/assignments/$part[assignment_id]", $plan, 200);
        ++$ledger->count['plan'];
        $crowd->rest(random_int(1500, 4000) / 1000);
    }
});
$journey(static function () use ($crowd, $ledger, $run, $minutes): void {
    $end = microtime(true) + 60 * (int) $minutes;
    $crowd->rest(2);
    while ($minutes > 0 ? microtime(true) < $end : array_sum($ledger->killed) < SHORT_RUN) {
        // Each in its turn in the short run, so that none is left out.
        $service = SERVICES[$minutes > 0 ? random_int(0, 3) : array_sum($ledger->killed) % 4];
        $process = (int) file("$run/$service.group")[0];
        if (posix_kill($process, 9)) {
            $ledger->killed[$service] = 1 + ($ledger->killed[$service] ?? 0);
        }
        $crowd->rest(random_int(300, 3500) / 1000);
    }
    $crowd->rest(3);
    $ledger->over = true;
});
$crowd->run();

// The reckoning.
$tries = 0;
do {
    try {
        $database = $connect();
        $waits = $query('SELECT count(*) AS n FROM attempt a JOIN part p ON p.id = a.part_id WHERE a.judged <> p.revision')[0]['n'];
    } catch (PDOException) {
        $waits = 1;
    }
    usleep(250_000);
} while ($waits > 0 && ++$tries < 240);
$faults = $ledger->faults;
$expect = static function (string $what, mixed $expected, mixed $found) use (&$faults): void {
    if ($expected !== $found) {
        $faults[] = "$what: ".json_encode($expected).' expected, '.json_encode($found).' found';
    }
};
$expect('attempts that are not judged by what the task is now', 0, (int) $waits);
$expect('attempts that could not be judged', 0, $query('SELECT count(*) AS n FROM attempt WHERE failed IS NOT NULL')[0]['n']);
$drafts = [];
$sql = 'SELECT s.sign_in, d.version, d.note FROM draft d JOIN account s ON s.id = d.student_id WHERE d.part_id = ?';
foreach ($query($sql, $part['id']) as $row) {
    $drafts[$row['sign_in']] = ['version' => $row['version'], 'note' => $row['note']];
}
foreach ($ledger->drafts as $student => $draft) {
    $expect("the draft of $student", $draft, $drafts[$student] ?? null);
}
$presses = [];
$sql = 'SELECT a.press, a.number, s.sign_in FROM attempt a JOIN account s ON s.id = a.student_id WHERE a.part_id = ? ORDER BY a.number';
$numbers = [];
foreach ($query($sql, $part['id']) as $row) {
    $numbers[$row['sign_in']][] = $row['number'];
    if (null !== $row['press']) {
        $presses[$row['press']] = $row['sign_in'];
    }
}
ksort($presses);
ksort($ledger->presses);
$expect('what was handed in', $ledger->presses, $presses);
foreach ($numbers as $student => $of) {
    $expect("the numbers of the attempts of $student", range(1, count($of)), $of);
}
$feedback = array_column($query('SELECT attempt_id, mark, returned_at FROM feedback'), null, 'attempt_id');
foreach ($ledger->marks as $attempt => $mark) {
    $expect("the mark of $attempt", $mark, (float) ($feedback[$attempt]['mark'] ?? NAN));
}
foreach (array_keys($ledger->returned) as $attempt) {
    $expect("the return of $attempt", true, isset($feedback[$attempt]['returned_at']));
}
$deeds = static fn (string $what): array => array_column(
    $query('SELECT subject, count(*) AS n FROM audit_entry WHERE what = ? AND id::text > ? GROUP BY subject', $what, $before),
    'n',
    'subject',
);
$expect('entries of hand-ins in the record', array_fill(0, count($presses), 1), array_values($deeds('hand-in')));
$returns = $deeds('return');
$expect('entries of returns in the record', array_fill(0, count($ledger->returned), 1), array_values($returns));
$expect('returns without an entry', [], array_keys(array_diff_key($ledger->returned, $returns)));
$states = 'SELECT count(*) AS n FROM draft d WHERE d.part_id = ? AND d.note LIKE \'turn %\' AND NOT EXISTS '
    .'(SELECT 1 FROM draft_state s WHERE s.draft_id = d.id AND s.version = d.version AND s.pattern::text = d.pattern::text)';
$expect('drafts without their state', 0, $query($states, $part['id'])[0]['n']);

echo 'killed with -9:  ', http_build_query($ledger->killed, '', ', '), ' (', array_sum($ledger->killed), ")\n";
echo 'acknowledged:    ', http_build_query($ledger->count, '', ', '), "\n";
printf("longest wait:    %.1f seconds from asking to the answer\n", $ledger->longestAway);
foreach (array_slice($faults, 0, 20) as $fault) {
    echo "FAULT: $fault\n";
}
printf("%d faults\n", count($faults));
exit([] === $faults ? 0 : 1);
