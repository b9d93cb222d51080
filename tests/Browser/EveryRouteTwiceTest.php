<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Tools\DsnParser;
use Pulsanda\Tests\Load\Crowd;
use Pulsanda\Tests\Load\Visitor;
use Symfony\Component\Yaml\Yaml;

/** Every operation of the API that changes something, sent twice at one moment by the right person: both get an answer, and none is a 500. */
final class EveryRouteTwiceTest extends BrowserTestCase
{
    private const MARCH = "SELECT p.id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title LIKE 'Lamplighters%' LIMIT 1";
    private const UUID = '0190f1c0-0000-4000-8000-00000000000';
    /** What stands for an id in a path or a body, as the database has it when it is sent. */
    private const IDS = [
        'course' => "SELECT id FROM course WHERE name LIKE 'Parade line, Tuesdays%'",
        'gull' => "SELECT id FROM course WHERE name LIKE 'Gull deck%'",
        'empty' => "SELECT id FROM course WHERE name = 'Twice' LIMIT 1",
        'wren' => "SELECT id FROM account WHERE sign_in = 'wren'",
        'pim' => "SELECT id FROM account WHERE sign_in = 'pim'",
        'bertil' => "SELECT id FROM account WHERE sign_in = 'bertil'",
        'odile' => "SELECT id FROM account WHERE sign_in = 'odile'",
        'part' => self::MARCH,
        'ferry' => "SELECT p.id FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title LIKE 'Ferry%' LIMIT 1",
        'plan' => "SELECT id FROM assignment WHERE title LIKE 'Lamplighters%' LIMIT 1",
        'fresh' => "SELECT id FROM assignment WHERE id = '".self::UUID."1'",
        'attempt' => 'SELECT id FROM attempt WHERE part_id = ('.self::MARCH.") AND student_id = (SELECT id FROM account WHERE sign_in = 'bo')",
        'other' => 'SELECT id FROM attempt WHERE part_id = ('.self::MARCH.") AND student_id = (SELECT id FROM account WHERE sign_in = 'zoe')",
        'joining' => 'SELECT id FROM joining LIMIT 1',
        'code' => "SELECT code FROM join_code WHERE course_id = (SELECT id FROM course WHERE name LIKE 'Parade line, Tuesdays%')",
        'intake' => "SELECT i.id FROM intake i JOIN account a ON a.id = i.by_id WHERE a.sign_in = 'odile' LIMIT 1",
        'column' => "SELECT id FROM own_column WHERE title = 'Twice' LIMIT 1",
        'phrase' => 'SELECT id FROM phrase LIMIT 1',
        'kept' => "SELECT id FROM shelf_item WHERE owner_id = (SELECT id FROM account WHERE sign_in = 'odile') AND plan IS NULL LIMIT 1",
        'kit' => "SELECT k.id FROM saved_kit k JOIN account a ON a.id = k.account_id WHERE a.sign_in = 'odile' LIMIT 1",
        'rendering' => "SELECT r.id FROM rendering r JOIN account a ON a.id = r.account_id WHERE a.sign_in = 'wren' LIMIT 1",
        'version' => "SELECT version FROM draft WHERE student_id = (SELECT id FROM account WHERE sign_in = 'wren') AND part_id = (".self::MARCH.')',
        'shuffle' => "SELECT targets -> 0 FROM part p JOIN assignment a ON a.id = p.assignment_id WHERE a.title LIKE 'Ferry%' LIMIT 1",
        'pattern' => 'SELECT targets -> 0 FROM part WHERE id = ('.self::MARCH.')',
        'start' => 'SELECT start FROM part WHERE id = ('.self::MARCH.')',
    ];
    /**
     * Who sends what (method, path, body), in an order in which one step leaves what the next one needs; rare and large things come last.
     */
    private const STEPS = [
        ['odile', 'POST', '/api/courses', ['name' => 'Twice']],
        ['odile', 'PUT', '/api/courses/{id:course}', ['counting' => 'steps', 'lesson' => ['day' => 2, 'time' => '14:30']]],
        ['odile', 'PUT', '/api/courses/{id:course}/colleagues', ['colleagues' => ['{bertil}']]],
        ['odile', 'POST', '/api/courses/{id:course}/students', ['names' => "Anna\nBo Twice"]],
        ['odile', 'POST', '/api/courses/{id:course}/students/preview', ['names' => 'Wren']],
        ['odile', 'POST', '/api/courses/{id:course}/slips', null],
        ['odile', 'POST', '/api/slips/printed', ['accounts' => ['{wren}']]],
        ['odile', 'POST', '/api/courses/{id:course}/list', ['Cy Twice']],
        ['odile', 'POST', '/api/courses/{id:course}/list/take', ['Cy Twice']],
        ['odile', 'DELETE', '/api/intakes/{id:intake}', null],
        ['odile', 'PUT', '/api/accounts/{id:wren}/name', ['name' => 'Wren', 'given' => 'Wren', 'family' => 'Aske']],
        ['odile', 'POST', '/api/courses/{id:course}/code', null],
        ['', 'POST', '/api/join', ['code' => '{code}', 'name' => 'Ada', 'password' => 'the tide comes twice']],
        ['odile', 'POST', '/api/joining/{id:joining}', ['in' => true]],
        ['odile', 'DELETE', '/api/courses/{id:course}/code', null],
        ['odile', 'DELETE', '/api/courses/{id:course}/students/{student:wren}', null],
        ['odile', 'PUT', '/api/courses/{id:course}/students/{student:wren}', null],
        ['odile', 'POST', '/api/phrases', ['text' => 'Twice, {name}.']],
        ['odile', 'DELETE', '/api/phrases/{id:phrase}', null],
        ['odile', 'DELETE', '/api/improved', null],
        ['odile', 'POST', '/api/courses/{id:course}/columns', ['title' => 'Twice', 'points' => 10]],
        ['odile', 'PUT', '/api/columns/{id:column}', ['title' => 'Twice', 'points' => 10, 'weight' => 2]],
        ['odile', 'PUT', '/api/columns/{id:column}/marks/{student:wren}', ['mark' => 8]],
        ['odile', 'DELETE', '/api/columns/{id:column}', null],
        ['odile', 'POST', '/api/assignments', [
            'id' => self::UUID.'1', 'courseId' => '{course}', 'title' => 'Twice', 'brief' => '', 'dueAt' => null,
            'parts' => [['view' => 'seen', 'instruments' => ['kick', 'snare', 'closed-hat', 'crash'], 'targets' => ['{pattern}']]],
        ]],
        ['odile', 'PUT', '/api/assignments/{id:fresh}', [
            'version' => 1, 'title' => 'Twice more', 'brief' => '', 'dueAt' => null,
            'parts' => [['view' => 'seen', 'instruments' => ['kick', 'snare', 'closed-hat', 'crash'], 'targets' => ['{pattern}']]],
        ]],
        ['odile', 'POST', '/api/assignments/{id:fresh}/effect', [
            'version' => 2, 'title' => 'T', 'brief' => '', 'dueAt' => null,
            'parts' => [['view' => 'seen', 'instruments' => ['kick', 'snare', 'closed-hat', 'crash'], 'targets' => ['{pattern}']]],
        ]],
        ['odile', 'PUT', '/api/assignments/{id:fresh}/weight', ['weight' => 2]],
        ['odile', 'POST', '/api/assignments/{id:fresh}/publish', null],
        ['odile', 'POST', '/api/assignments/{id:fresh}/close', null],
        ['odile', 'POST', '/api/assignments/{id:fresh}/reopen', null],
        ['odile', 'POST', '/api/assignments/{id:fresh}/withdraw', null],
        ['odile', 'POST', '/api/assignments/{id:fresh}/copy', ['courseId' => '{course}']],
        ['odile', 'DELETE', '/api/assignments/{id:fresh}', null],
        ['odile', 'PUT', '/api/assignments/{id:plan}/exemptions', ['students' => ['{wren}', '{wren}'], 'until' => '2099-01-01T12:00:00Z', 'reason' => 'r']],
        ['odile', 'POST', '/api/parts/{id:part}/try', ['pattern' => '{pattern}']],
        ['wren', 'PUT', '/api/parts/{id:part}/draft', ['version' => 0, 'pattern' => '{start}', 'note' => 'twice']],
        ['wren', 'POST', '/api/parts/{id:part}/draft/states/{version:version}/keep', null],
        ['wren', 'POST', '/api/parts/{id:part}/attempts', ['version' => 1, 'pattern' => '{pattern}', 'note' => 'twice', 'press' => self::UUID.'2']],
        ['wren', 'POST', '/api/parts/{id:ferry}/check', ['pattern' => '{shuffle}']],
        ['wren', 'POST', '/api/parts/{id:ferry}/hear', ['bar' => null]],
        ['odile', 'PUT', '/api/attempts/{id:attempt}/feedback', ['version' => 0, 'mark' => 18, 'text' => 'Heard.']],
        ['odile', 'POST', '/api/attempts/{id:attempt}/weigh', ['policies' => [['points' => 10]]]],
        ['odile', 'POST', '/api/attempts/{id:attempt}/return', ['version' => 1, 'mark' => 18, 'text' => 'Heard.']],
        ['odile', 'PUT', '/api/attempts/{id:attempt}/press', ['accepted' => true]],
        ['bo', 'PUT', '/api/attempts/{id:attempt}/reply', ['text' => 'Heard.']],
        ['odile', 'PUT', '/api/attempts/{id:attempt}/spoken', ['no sound']],
        ['odile', 'PUT', '/api/attempts/{id:attempt}/spoken/caption', ['text' => 'Heard.']],
        ['odile', 'DELETE', '/api/attempts/{id:attempt}/spoken', null],
        ['odile', 'POST', '/api/attempts/{id:attempt}/take-back', null],
        ['odile', 'POST', '/api/parts/{id:part}/add-to-group', ['attempts' => ['{other}'], 'text' => '{name}.']],
        ['odile', 'POST', '/api/parts/{id:part}/return-group', ['attempts' => ['{other}'], 'mark' => 12, 'text' => '{name}.']],
        ['odile', 'POST', '/api/parts/{id:part}/take-back-group', ['attempts' => ['{other}']]],
        ['odile', 'POST', '/api/shelf', ['title' => 'Twice', 'pattern' => '{pattern}']],
        ['odile', 'PUT', '/api/shelf/{key:kept}', ['version' => 1, 'title' => 'Twice more', 'shared' => true]],
        ['odile', 'PUT', '/api/shelf/{key:kept}/classes', ['courses' => ['{course}']]],
        ['odile', 'POST', '/api/shelf/task:light-the-lamps/assignment', ['courseId' => '{course}']],
        ['odile', 'DELETE', '/api/shelf/{key:kept}', null],
        ['odile', 'POST', '/api/shelf-file', ['no zip']],
        ['odile', 'PUT', '/api/kits', ['name' => 'Twice', 'base' => 'pier', 'pieces' => [
            ['instrument' => 'kick', 'sound' => 'parade/kick', 'level' => 1, 'pan' => 0, 'tune' => 0],
        ]]],
        ['odile', 'PUT', '/api/kits/{id:kit}/classes', ['courses' => ['{course}']]],
        ['odile', 'DELETE', '/api/kits/{id:kit}', null],
        ['wren', 'POST', '/api/sounds', ['no sound']],
        ['wren', 'DELETE', '/api/sounds/{id:wren}', null],
        ['wren', 'POST', '/api/renderings', ['pattern' => '{pattern}', 'format' => 'wav']],
        ['odile', 'POST', '/api/attempts/{id:attempt}/renderings', ['format' => 'wav']],
        ['odile', 'POST', '/api/parts/{id:part}/renderings', ['format' => 'wav']],
        ['wren', 'DELETE', '/api/renderings/{id:rendering}', null],
        ['marit', 'PUT', '/api/school', ['name' => 'S', 'zone' => 'Europe/London', 'counting' => 'syllables', 'points' => 20, 'keepYears' => null]],
        ['marit', 'POST', '/api/teachers', ['names' => "Ottoline Fenn\nAnna"]],
        ['marit', 'PUT', '/api/accounts/{id:pim}', ['disabled' => false, 'email' => 'pim@saltmarsh.example']],
        ['marit', 'POST', '/api/accounts/{id:pim}/password', null],
        ['marit', 'POST', '/api/accounts/{id:bertil}/second/end', null],
        ['marit', 'POST', '/api/school/oneroster', ['no zip']],
        ['marit', 'POST', '/api/school/oneroster/take', ['no zip']],
        ['marit', 'POST', '/api/courses/{id:course}/students/{student:wren}/move', ['to' => '{gull}']],
        ['odile', 'POST', '/api/courses/{id:course}/next', ['name' => 'Next', 'year' => '2099/00', 'archive' => false]],
        ['odile', 'DELETE', '/api/courses/{id:empty}', null],
        ['marit', 'PUT', '/api/courses/{id:gull}/teacher', ['teacherId' => '{odile}']],
        ['marit', 'POST', '/api/accounts/{id:pim}/erase', ['name' => 'Pim Okafor']],
        ['marit', 'POST', '/api/second/key', null],
        ['marit', 'PUT', '/api/second', ['code' => '000000']],
        ['marit', 'POST', '/api/second/end', ['password' => 'guessed']],
        ['', 'POST', '/api/setup', ['key' => 'guessed', 'school' => 'S', 'name' => 'K', 'signIn' => 'k', 'password' => 'the tide comes twice']],
        ['', 'POST', '/api/forgot', ['name' => 'odile']],
        ['', 'POST', '/api/reset', ['key' => 'guessed', 'password' => 'the tide comes twice']],
        ['', 'POST', '/api/second', ['code' => '000000']],
        ['', 'POST', '/api/sign-in', ['name' => 'bo', 'password' => 'guessed']],
        ['bertil', 'POST', '/api/password', ['old' => 'guessed', 'password' => 'the tide comes twice']],
        ['bertil', 'PUT', '/api/language', ['language' => 'de']],
        ['bertil', 'PUT', '/api/language', ['language' => null]],
        ['bertil', 'POST', '/api/sign-out-everywhere', null],
        ['ines', 'POST', '/api/sign-out', null],
    ];

    private static ?Connection $database = null;
    /** @var array<string, Visitor> */
    private array $people = [];

    public function testNoneAnswersThatItFailed(): void
    {
        $broken = $refused = [];
        foreach (self::STEPS as [$who, $method, $route, $body]) {
            $path = (string) preg_replace_callback('/\{\w+:(\w+)\}/', static fn (array $found): string => self::id($found[1]), $route);
            $sent = null === $body ? null : self::filled($body);
            $crowd = new Crowd();
            $person = $this->person_($who);
            $statuses = [];
            for ($window = 0; $window < 2; ++$window) {
                $one = $person->in($crowd);
                $crowd->add(static function () use ($crowd, $one, $method, $path, $sent, &$statuses): void {
                    // Only so many of one person are let through at once; the others come again.
                    for ($try = 0; $try < 5; ++$try) {
                        [$status, $said] = $one->ask($method, $path, $sent);
                        if (503 !== $status) {
                            break;
                        }
                        $crowd->rest(0.3);
                    }
                    $statuses[] = [$status, $said['detail'] ?? ''];
                });
            }
            $crowd->run();
            foreach ($statuses as [$status, $detail]) {
                if ($status < 200 || $status >= 500) {
                    $broken[] = "$method $path: $status";
                } elseif ($status >= 400 && (!\is_string($detail) || '' === $detail)) {
                    $broken[] = "$method $path: $status without a sentence";
                }
            }
            if ([] === array_filter($statuses, static fn (array $one): bool => $one[0] < 400)) {
                $refused["$method $route"] = $statuses[0];
            }
        }
        self::assertSame([], $broken);
        // What is refused both times was not tried at its work: these alone, whose body is no JSON or whose secret is not known here.
        self::assertSame([
            'PUT /api/attempts/{id:attempt}/press', 'PUT /api/attempts/{id:attempt}/spoken',
            'PUT /api/attempts/{id:attempt}/spoken/caption', 'POST /api/shelf-file', 'POST /api/sounds', 'DELETE /api/sounds/{id:wren}',
            'POST /api/accounts/{id:bertil}/second/end', 'POST /api/school/oneroster', 'POST /api/school/oneroster/take',
            'PUT /api/second', 'POST /api/second/end', 'POST /api/setup', 'POST /api/reset', 'POST /api/second', 'POST /api/sign-in',
            'POST /api/password',
        ], array_keys($refused), (string) json_encode($refused, \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES));
    }

    /** A route that is new stands in the list above. */
    public function testTheListIsWhole(): void
    {
        $steps = array_map(static fn (array $step): string => $step[1].' '.preg_replace(
            ['/\{(\w+):\w+\}/', '#/api/shelf/task:[a-z-]+#'],
            ['{$1}', '/api/shelf/{key}'],
            $step[2],
        ), self::STEPS);
        $described = [];
        /** @var array{paths: array<string, array<string, mixed>>} $description */
        $description = Yaml::parseFile(\dirname(__DIR__, 2).'/docs/openapi.yaml');
        foreach ($description['paths'] as $path => $operations) {
            foreach (array_intersect(['post', 'put', 'delete', 'patch'], array_keys($operations)) as $method) {
                $described[] = strtoupper($method)." $path";
            }
        }
        // These compute, and keep nothing.
        $computing = preg_grep('#^POST /api/(edit/|music$)#', $described);
        self::assertSame([], array_values(array_diff($described, $steps, false === $computing ? [] : $computing)));
    }

    private function person_(string $name): Visitor
    {
        return $this->people[$name] ??= (static function () use ($name): Visitor {
            $crowd = new Crowd();
            $visitor = new Visitor($crowd, (string) getenv('PULSANDA_URL'), $name);
            $crowd->add(static fn () => '' === $name ? $visitor->readToken() : $visitor->signIn((string) getenv('DEMO_PASSWORD')));
            $crowd->run();

            return $visitor;
        })();
    }

    /**
     * @param array<mixed> $body
     *
     * @return array<mixed>
     */
    private static function filled(array $body): array
    {
        return array_map(static fn (mixed $value): mixed => match (true) {
            \is_array($value) => self::filled($value),
            \is_string($value) && 1 === preg_match('/^\{(\w+)\}$/D', $value, $found) => match ($found[1]) {
                'pattern', 'start', 'shuffle' => json_decode(self::id($found[1]), true, 64, \JSON_THROW_ON_ERROR),
                default => self::id($found[1]),
            },
            default => $value,
        }, $body);
    }

    private static function id(string $name): string
    {
        self::$database ??= DriverManager::getConnection(
            (new DsnParser(['postgresql' => 'pdo_pgsql']))->parse((string) getenv('PULSANDA_OWNER_URL')),
        );
        $found = self::$database->fetchOne(self::IDS[$name]);

        return \is_scalar($found) && false !== $found ? (string) $found : self::UUID.'0';
    }
}
