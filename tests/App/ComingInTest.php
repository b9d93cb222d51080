<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Console\AccountCommand;
use Pulsanda\App\Job\MailReset;
use Pulsanda\App\Job\MailResetHandler;
use Pulsanda\App\Mail\Mailbox;
use Pulsanda\App\Security\TimeCode;
use Symfony\Component\Console\Tester\CommandTester;

/** Ways in: a class joined by a code, a second factor, a password by mail. None of them opens for those who guess. */
final class ComingInTest extends ApiTestCase
{
    private const OWN = 'the tide comes twice';

    public function testAClassIsJoinedByACodeAndTheTeacherLetsIn(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $code = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        self::assertMatchesRegularExpression('/^[A-Z]{8}$/', $code);
        $this->send('POST', '/api/sign-out');
        $join = ['code' => strtolower(substr($code, 0, 4).' '.substr($code, 4)), 'name' => 'Ada (Adi) Marsh', 'password' => self::OWN];
        $this->assertProblem(409, 'No class has this code now', $this->send('POST', '/api/join', ['code' => 'AAAABBBB'] + $join));
        $this->assertProblem(422, 'at least 8', $this->send('POST', '/api/join', ['password' => 'short'] + $join));
        $this->assertProblem(409, 'one name', $this->send('POST', '/api/join', ['name' => "Ada\nBo"] + $join));
        $asked = $this->json($this->send('POST', '/api/join', $join));
        self::assertSame(['signIn' => 'adi', 'class' => 'Parade line, Tuesdays'], $asked);
        self::assertSame($asked, $this->json($this->send('POST', '/api/join', $join)), 'pressed twice is asked once');
        $other = ['password' => 'another tide comes'] + $join;
        self::assertSame('adi-m', $this->json($this->send('POST', '/api/join', $other))['signIn'], 'another with the same name');
        $this->assertProblem(401, 'do not go together', $this->send('POST', '/api/sign-in', ['name' => 'adi', 'password' => self::OWN]));

        $this->signIn('bertil');
        $waiting = $this->one("SELECT id FROM joining WHERE sign_in = 'adi'");
        self::assertSame(404, $this->send('POST', "/api/joining/$waiting", ['in' => true])->getStatusCode(), 'no class of his');
        $this->signIn('odile');
        $list = $this->json($this->get("/api/courses/$course/joining"));
        self::assertSame(['adi', 'adi-m'], array_column((array) $list['waiting'], 'signIn'));
        self::assertSame(204, $this->send('POST', "/api/joining/$waiting", ['in' => true])->getStatusCode());
        self::assertSame(404, $this->send('POST', "/api/joining/$waiting", ['in' => true])->getStatusCode(), 'once');
        $other = $this->one("SELECT id FROM joining WHERE sign_in = 'adi-m'");
        self::assertSame(204, $this->send('POST', "/api/joining/$other", ['in' => false])->getStatusCode());
        self::assertSame('0', $this->one("SELECT count(*)::text FROM account WHERE sign_in = 'adi-m'"));
        $this->send('POST', '/api/sign-out');
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => 'adi', 'password' => self::OWN])->getStatusCode());
        self::assertStringContainsString('Lamplighters', (string) $this->get('/api/today')->getContent());
    }

    public function testACodeHoldsForAnHourAndUntilItIsEnded(): void
    {
        $this->signIn('odile');
        $course = $this->course();
        $old = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        $new = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        $join = ['name' => 'Ada', 'password' => self::OWN];
        $this->assertProblem(409, 'No class has this code', $this->send('POST', '/api/join', ['code' => $old] + $join));
        $this->one("UPDATE join_code SET ends_at = now() - interval '1 second' RETURNING code");
        $this->assertProblem(409, 'No class has this code', $this->send('POST', '/api/join', ['code' => $new] + $join));
        self::assertNull($this->json($this->get("/api/courses/$course/joining"))['code']);
        $again = $this->text($this->json($this->send('POST', "/api/courses/$course/code")), 'code');
        self::assertSame(204, $this->send('DELETE', "/api/courses/$course/code")->getStatusCode());
        $this->assertProblem(409, 'No class has this code', $this->send('POST', '/api/join', ['code' => $again] + $join));
    }

    public function testWhoGuessesCodesIsStopped(): void
    {
        $statuses = [];
        for ($i = 0; $i < 61; ++$i) {
            $statuses[] = $this->send('POST', '/api/join', ['code' => "GUESS$i", 'name' => 'x', 'password' => self::OWN])->getStatusCode();
        }
        self::assertSame([429], array_values(array_unique(\array_slice($statuses, 60))));
        self::assertSame([409], array_values(array_unique(\array_slice($statuses, 0, 60))));
    }

    /** RFC 6238, appendix B, cut to six digits: the key is "12345678901234567890". */
    #[DataProvider('codes')]
    public function testTimeCodesAreThoseOfTheStandard(int $time, string $code): void
    {
        $key = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
        self::assertSame($code, TimeCode::at($key, intdiv($time, 30)));
        self::assertSame(intdiv($time, 30), TimeCode::step($key, $code, $time + 29), 'a clock that is half a minute fast');
        self::assertNull(TimeCode::step($key, $code, $time + 90));
    }

    /** @return iterable<string, array{int, string}> */
    public static function codes(): iterable
    {
        foreach ([59 => '287082', 1111111109 => '081804', 1234567890 => '005924', 2000000000 => '279037', 20000000000 => '353130'] as $time => $code) {
            yield "second $time" => [$time, $code];
        }
    }

    public function testASecondFactorIsAskedForAfterThePassword(): void
    {
        $this->signIn('odile');
        $began = $this->json($this->send('POST', '/api/second/key'));
        $key = $this->text($began, 'key');
        self::assertStringStartsWith('otpauth://totp/Pulsanda%3Aodile?secret='.$key, $this->text($began, 'address'));
        $step = intdiv(time(), 30);
        $this->assertProblem(422, 'not the code of now', $this->send('PUT', '/api/second', ['code' => '000000']));
        /** @var list<string> $recovery */
        $recovery = $this->json($this->send('PUT', '/api/second', ['code' => TimeCode::at($key, $step)]))['recovery'];
        self::assertCount(8, array_unique($recovery));
        self::assertSame(200, $this->get('/api/today')->getStatusCode(), 'who has begun it is in');

        $this->signIn('odile');
        self::assertSame('needed', $this->at($this->json($this->get('/api/session')), 'account.second'));
        $this->assertProblem(403, 'code from your authenticator app', $this->get('/api/today'));
        $this->assertProblem(403, 'code from your authenticator app', $this->send('POST', '/api/second/end', ['password' => self::password()]));
        $this->assertProblem(403, 'code from your authenticator app', $this->send('PUT', '/api/second', ['code' => '1']));
        $this->assertProblem(422, 'not the code of now', $this->send('POST', '/api/second', ['code' => TimeCode::at($key, $step)]));
        self::assertSame(204, $this->send('POST', '/api/second', ['code' => TimeCode::at($key, $step + 1)])->getStatusCode());
        self::assertSame(200, $this->get('/api/today')->getStatusCode());

        $this->signIn('odile');
        $code = strtoupper($recovery[0] ?? '');
        self::assertSame(204, $this->send('POST', '/api/second', ['code' => $code])->getStatusCode(), 'a recovery code');
        $this->signIn('odile');
        $this->assertProblem(422, 'not the code of now', $this->send('POST', '/api/second', ['code' => $code]));
        self::assertSame(204, $this->send('POST', '/api/second', ['code' => $recovery[1] ?? ''])->getStatusCode());
        $this->assertProblem(422, 'not your password', $this->send('POST', '/api/second/end', ['password' => 'x']));
        self::assertSame(204, $this->send('POST', '/api/second/end', ['password' => self::password()])->getStatusCode());
        $this->signIn('odile');
        self::assertSame(200, $this->get('/api/today')->getStatusCode());
    }

    public function testWhoGuessesTheSecondFactorIsStopped(): void
    {
        $this->secure();
        $this->signIn('odile');
        $statuses = [];
        for ($i = 0; $i < 12; ++$i) {
            $statuses[] = $this->send('POST', '/api/second', ['code' => \sprintf('%06d', $i)])->getStatusCode();
        }
        self::assertContains(429, $statuses);
        self::assertSame(429, end($statuses));
    }

    public function testAnAdministratorAndTheCommandUnlockWhoHasLostTheirDevice(): void
    {
        $this->secure();
        $this->signIn('marit');
        $odile = $this->account('odile');
        self::assertSame(204, $this->send('POST', "/api/accounts/$odile/second/end")->getStatusCode());
        $this->assertProblem(409, 'no two-step sign-in', $this->send('POST', "/api/accounts/$odile/second/end"));
        $this->secure();
        $command = new CommandTester($this->service(AccountCommand::class));
        self::assertSame(0, $command->execute(['do' => 'unlock', 'who' => 'odile']));
        $this->signIn('odile');
        self::assertSame(200, $this->get('/api/today')->getStatusCode());
        $this->signIn('wren');
        self::assertSame(404, $this->send('POST', '/api/second/key')->getStatusCode(), 'students have none');
    }

    public function testNobodysMailboxIsFilledByOthers(): void
    {
        $mailbox = $this->service(Mailbox::class);
        $before = \count($mailbox->read());
        for ($time = 1; $time <= 8; ++$time) {
            ($this->service(MailResetHandler::class))(new MailReset('odile', 'https://drums.example'));
        }
        self::assertCount($before + 5, $mailbox->read(), 'five an hour, from wherever they are asked for');
    }

    public function testAForgottenPasswordIsMailedToStaffAlone(): void
    {
        $mailbox = $this->service(Mailbox::class);
        $before = \count($mailbox->read());
        foreach (['wren', 'nobody', "a\0b", 'odile'] as $name) {
            $this->browser->getCookieJar()->clear();
            $status = $this->send('POST', '/api/forgot', ['name' => $name])->getStatusCode();
            self::assertSame("a\0b" === $name ? 422 : 204, $status);
        }
        foreach (['wren', 'nobody', 'odile'] as $name) {
            ($this->service(MailResetHandler::class))(new MailReset($name, 'https://drums.example'));
        }
        $mails = $mailbox->read();
        self::assertCount($before + 1, $mails);
        self::assertSame('odile@saltmarsh.example', $mails[0]['to']);
        self::assertSame(1, preg_match('~https://drums\.example/reset#([0-9a-f]{32})~', $mails[0]['text'], $found));
        $key = $found[1] ?? '';
        $this->assertProblem(409, 'has been used', $this->send('POST', '/api/reset', ['key' => 'guess', 'password' => self::OWN]));
        $this->assertProblem(422, 'at least 8', $this->send('POST', '/api/reset', ['key' => $key, 'password' => 'x']));
        self::assertSame(204, $this->send('POST', '/api/reset', ['key' => $key, 'password' => self::OWN])->getStatusCode());
        $this->assertProblem(409, 'has been used', $this->send('POST', '/api/reset', ['key' => $key, 'password' => self::OWN]));
        self::assertSame('1', $this->one("SELECT count(*)::text FROM audit_entry WHERE what = 'reset-by-mail'"));
        self::assertSame(204, $this->send('POST', '/api/sign-in', ['name' => 'odile', 'password' => self::OWN])->getStatusCode());
        self::assertSame(404, $this->get('/api/mailbox')->getStatusCode());
        $this->signIn('marit');
        $read = $this->json($this->get('/api/mailbox'));
        self::assertTrue($read['standIn']);
        self::assertSame('A new password for Pulsanda', $this->at($read, 'mails.0.subject'));
    }

    private function secure(): void
    {
        $this->signIn('odile');
        $key = $this->text($this->json($this->send('POST', '/api/second/key')), 'key');
        self::assertSame(200, $this->send('PUT', '/api/second', ['code' => TimeCode::at($key, intdiv(time(), 30))])->getStatusCode());
    }
}
