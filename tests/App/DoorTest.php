<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\Clock\Test\ClockSensitiveTrait;
use Symfony\Component\HttpFoundation\Response;

/** No way in: tokens, sessions, limits, hosts and headers. */
final class DoorTest extends ApiTestCase
{
    use ClockSensitiveTrait;

    #[TestWith(['POST', '/%61pi/assignments', 403])]
    #[TestWith(['POST', '/api%2Fassignments', 403])]
    #[TestWith(['DELETE', '/%61%70%69/phrases/x', 403])]
    #[TestWith(['POST', '/api/sign-in', 403])]
    #[TestWith(['POST', '/api/sign-out', 403])]
    #[TestWith(['POST', '/%61pi/sign-out', 403])]
    #[TestWith(['POST', '/%61pi/sign-out-everywhere', 403])]
    #[TestWith(['PUT', '/api/../api/assignments/x', 404])]
    #[TestWith(['POST', '/', 405])]
    public function testTheTokenIsAskedForHoweverAPathIsWritten(string $method, string $path, int $status): void
    {
        $this->signIn('odile');
        self::assertSame($status, $this->raw($method, $path)->getStatusCode());
        self::assertNotNull($this->json($this->get('/api/session'))['account'], 'still signed in');
    }

    public function testATokenBelongsToOneSession(): void
    {
        $this->signIn('ines');
        $token = $this->text($this->json($this->get('/api/session')), 'csrf');
        $this->signIn('odile');
        $this->assertProblem(403, 'reload', $this->send('POST', '/api/phrases', ['text' => 'Mine.'], $token));
        $token = $this->text($this->json($this->get('/api/session')), 'csrf');
        $this->assertProblem(403, 'reload', $this->raw('POST', '/api/phrases', [
            'HTTP_X_CSRF_TOKEN' => $token,
            'HTTP_SEC_FETCH_SITE' => 'cross-site',
        ]));
    }

    public function testAMethodIsWhatItIs(): void
    {
        $this->signIn('odile');
        $id = $this->assignment('Heron Step');
        $token = $this->text($this->json($this->get('/api/session')), 'csrf');
        $server = ['HTTP_X_CSRF_TOKEN' => $token, 'HTTP_X_HTTP_METHOD_OVERRIDE' => 'DELETE'];
        self::assertSame(405, $this->raw('POST', "/api/assignments/$id", $server)->getStatusCode());
        self::assertSame(405, $this->raw('POST', "/api/assignments/$id?_method=DELETE", $server)->getStatusCode());
        self::assertSame(200, $this->get("/api/assignments/$id")->getStatusCode(), 'it is still there');
    }

    public function testAForeignHostIsRefused(): void
    {
        self::assertSame(400, $this->raw('GET', '/api/session', ['HTTP_HOST' => 'elsewhere.example'])->getStatusCode());
    }

    public function testEveryAnswerCarriesTheHeaders(): void
    {
        $this->signIn('ines');
        $answers = [
            'JSON' => $this->get('/api/today'),
            'not found' => $this->get('/api/parts/x/bench'),
            'refused' => $this->raw('POST', '/api/phrases'),
            'page' => $this->get('/'),
        ];
        foreach ($answers as $what => $answer) {
            foreach ([
                'X-Content-Type-Options' => 'nosniff',
                'Cross-Origin-Resource-Policy' => 'same-origin',
                'Cross-Origin-Opener-Policy' => 'same-origin',
            ] as $name => $value) {
                self::assertSame($value, $answer->headers->get($name), "$name of $what");
            }
            self::assertStringStartsWith("default-src 'none'", (string) $answer->headers->get('Content-Security-Policy'), $what);
            self::assertFalse($answer->headers->has('Strict-Transport-Security'), 'there is no TLS here');
        }
        self::assertStringContainsString('no-store', (string) $answers['JSON']->headers->get('Cache-Control'));
        $secure = $this->raw('GET', '/api/session', ['HTTPS' => 'on']);
        self::assertStringStartsWith('max-age=', (string) $secure->headers->get('Strict-Transport-Security'));
    }

    public function testAddressesTakeTheDigitsOfAscii(): void
    {
        $this->signIn('ines');
        $states = '/api/parts/'.$this->part('Lamplighters\' March').'/draft/states';
        self::assertSame(404, $this->get("$states/\u{0661}")->getStatusCode());
        self::assertSame(404, $this->get("$states/%D9%A1")->getStatusCode());
    }

    /** However a name is written, it is one name. */
    public function testTriesAreCountedByTheNameThatIsMeant(): void
    {
        foreach (['bo', 'BO', ' bo ', 'Ｂｏ', 'bO', 'ｂＯ'] as $name) {
            $this->assertProblem(401, 'do not go together', $this->try($name));
        }
        $this->assertProblem(429, 'wait a minute', $this->try('bo'));
        self::assertSame(401, $this->try('ines')->getStatusCode(), 'others are not in the way');
    }

    #[TestWith(["bo\0"])]
    #[TestWith(["\tbo"])]
    #[TestWith(["b\u{200B}o"])]
    #[TestWith(["bo\u{0007}"])]
    #[TestWith(['b o'])]
    #[TestWith([''])]
    public function testANameWithWhatCannotBeSeenIsNoName(string $name): void
    {
        self::assertSame(
            $this->json($this->try('nobody')),
            $this->json($this->send('POST', '/api/sign-in', ['name' => $name, 'password' => self::password()])),
        );
    }

    public function testAnAddressThatTheClientClaimsCountsForNothing(): void
    {
        for ($try = 0; $try < 6; ++$try) {
            self::assertSame(401, $this->try('bo', ['HTTP_X_FORWARDED_FOR' => "10.0.0.$try"])->getStatusCode());
        }
        self::assertSame(429, $this->try('bo', ['HTTP_X_FORWARDED_FOR' => '10.0.0.99'])->getStatusCode());
    }

    public function testOneAccountIsTriedAHundredTimesAnHourFromAnywhere(): void
    {
        for ($try = 0; $try < 100; ++$try) {
            self::assertSame(401, $this->try('bo', ['REMOTE_ADDR' => "10.0.0.$try"])->getStatusCode());
        }
        self::assertSame(429, $this->try('bo', ['REMOTE_ADDR' => '10.0.1.1'])->getStatusCode());
    }

    public function testAClassBehindOneAddressIsNotLockedOut(): void
    {
        for ($student = 0; $student < 34; ++$student) {
            for ($try = 0; $try < 5; ++$try) {
                self::assertSame(401, $this->try("student-$student")->getStatusCode());
            }
        }
        $this->signIn('wren');
        self::assertNotNull($this->json($this->get('/api/session'))['account']);
    }

    public function testAVisitorWithoutAnAccountGetsNoSession(): void
    {
        $count = fn (): string => $this->one('SELECT count(*)::text FROM sessions');
        $before = $count();
        $this->browser->getCookieJar()->clear();
        foreach (['/', '/api/session', '/api/catalogue', '/api/today'] as $path) {
            $this->get($path);
            self::assertSame($before, $count(), $path);
        }
        $this->try('bo');
        self::assertSame($before, $count(), 'a sign-in that failed');
        self::assertNull($this->browser->getCookieJar()->get('pulsanda'));
    }

    public function testASessionIsNewAtSignInAndLastsTwelveHoursUnused(): void
    {
        $this->signIn('ines');
        $first = $this->session();
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => 'bo', 'password' => self::password()])->getStatusCode());
        self::assertNotSame($first, $this->session());
        self::assertSame('0', $this->one('SELECT count(*)::text FROM sessions WHERE sess_id = ?', $first));
        self::assertSame('43200', $this->one('SELECT (sess_lifetime - sess_time)::text FROM sessions WHERE sess_id = ?', $this->session()));
    }

    public function testASessionEndsAfterTwoWeeks(): void
    {
        $this->signIn('ines');
        self::mockTime('+13 days');
        self::assertSame(200, $this->get('/api/today')->getStatusCode());
        self::mockTime('+2 days');
        $this->assertProblem(401, 'sign in again', $this->get('/api/today'));
        self::assertSame('0', $this->one('SELECT count(*)::text FROM sessions WHERE sess_id = ?', $this->session()));
    }

    public function testSignOutEverywhereEndsTheOtherSessions(): void
    {
        $this->signIn('ines');
        $elsewhere = $this->session();
        $this->signIn('ines');
        self::assertSame(204, $this->send('POST', '/api/sign-out-everywhere')->getStatusCode());
        self::assertNull($this->json($this->get('/api/session'))['account']);
        $this->browser->getCookieJar()->set(new Cookie('pulsanda', $elsewhere));
        $this->assertProblem(401, 'sign in again', $this->get('/api/today'));
        $this->signIn('bo');
        self::assertSame(200, $this->get('/api/today')->getStatusCode(), 'others stay');
    }

    private function session(): string
    {
        return (string) $this->browser->getCookieJar()->get('pulsanda')?->getValue();
    }

    /** @param array<string, string> $server */
    private function raw(string $method, string $path, array $server = []): Response
    {
        $this->entities()->clear();
        $this->browser->request($method, $path, server: $server + ['CONTENT_TYPE' => 'application/json'], content: '{}');

        return $this->browser->getResponse();
    }

    /** @param array<string, string> $server */
    private function try(string $name, array $server = []): Response
    {
        $token = $this->text($this->json($this->get('/api/session')), 'csrf');
        $this->browser->request(
            'POST',
            '/api/sign-in',
            server: $server + ['HTTP_X_CSRF_TOKEN' => $token, 'CONTENT_TYPE' => 'application/json'],
            content: (string) json_encode(['name' => $name, 'password' => 'a guess']),
        );

        return $this->browser->getResponse();
    }
}
