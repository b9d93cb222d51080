<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

final class SignInTest extends ApiTestCase
{
    public function testOnesNameAndPasswordOpenTheDoor(): void
    {
        $this->signIn('ines');
        $session = $this->json($this->get('/api/session'));
        self::assertSame(
            ['Ines Caldeira', 'student', 'Saltmarsh Lantern Parade'],
            [$this->at($session, 'account.name'), $this->at($session, 'account.role'), $this->at($session, 'account.school')],
        );
        self::assertSame(204, $this->send('POST', '/api/sign-out')->getStatusCode());
        self::assertNull($this->json($this->get('/api/session'))['account']);
    }

    public function testAWrongPasswordAndAnUnknownNameAreAnsweredAlike(): void
    {
        $wrong = $this->send('POST', '/api/sign-in', ['name' => 'ines', 'password' => 'x']);
        $this->assertProblem(401, 'do not go together', $wrong);
        self::assertSame($wrong->getContent(), $this->send('POST', '/api/sign-in', ['name' => 'nobody', 'password' => 'x'])->getContent());
    }

    /** Whoever asks by the clock which names there are learns nothing: each try costs one hash. */
    public function testAnUnknownNameTakesAsLongAsAWrongPassword(): void
    {
        $hashes = [];
        foreach (['ines', 'nobody'] as $name) {
            HashCount::$times = 0;
            $this->assertProblem(401, 'do not go together', $this->send('POST', '/api/sign-in', ['name' => $name, 'password' => 'x']));
            $hashes[] = HashCount::$times;
        }
        self::assertSame([1, 1], $hashes);
    }

    public function testGuessingIsSlowedDown(): void
    {
        for ($try = 0; $try < 6; ++$try) {
            $this->assertProblem(
                401,
                'do not go together',
                $this->send('POST', '/api/sign-in', ['name' => 'bo', 'password' => "guess $try"]),
            );
        }
        $this->assertProblem(429, 'wait a minute', $this->send('POST', '/api/sign-in', ['name' => 'bo', 'password' => self::password()]));
        self::assertSame('60', $this->browser->getResponse()->headers->get('Retry-After'));
    }

    public function testNothingIsOpenWithoutSigningIn(): void
    {
        foreach (['/api/today', '/api/parts/'.$this->part('Ferry Rocker').'/bench', '/api/assignments/'.$this->assignment('Heron Step'), '/api/attempts/'.$this->attempt('Ferry Rocker', 'bo')] as $path) {
            $this->assertProblem(401, 'Sign in first', $this->get($path));
        }
    }

    public function testWhatChangesSomethingNeedsTheToken(): void
    {
        $this->assertProblem(
            403,
            'reload',
            $this->send('POST', '/api/sign-in', ['name' => 'ines', 'password' => self::password()], 'forged'),
        );
        $this->signIn('odile');
        $this->assertProblem(403, 'reload', $this->send('POST', '/api/assignments', [], ''));
    }

    public function testEveryAnswerCarriesTheContentPolicy(): void
    {
        foreach (['/api/session', '/api/nothing', '/', '/bench/x'] as $path) {
            $headers = $this->get($path)->headers;
            self::assertStringContainsString("default-src 'none'", (string) $headers->get('Content-Security-Policy'), $path);
            self::assertStringNotContainsString('unsafe', (string) $headers->get('Content-Security-Policy'));
            self::assertSame('nosniff', $headers->get('X-Content-Type-Options'));
        }
    }

    public function testTheCatalogueHoldsEveryInstrumentAndIsNotSentTwice(): void
    {
        $response = $this->get('/api/catalogue');
        $instruments = $this->at($this->json($response), 'instruments');
        self::assertIsArray($instruments);
        self::assertCount(48, $instruments);
        self::assertCount(48, array_unique(array_column($instruments, 'midi')));
        $this->browser->request('GET', '/api/catalogue', server: ['HTTP_IF_NONE_MATCH' => (string) $response->getEtag()]);
        self::assertSame(304, $this->browser->getResponse()->getStatusCode());
    }
}
