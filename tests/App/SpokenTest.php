<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Job\Erasure;
use Pulsanda\App\Sound\Speech;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Process\Process;

/** Feedback that is spoken: kept as Opus, heard by the other side alone, and by the student when it is returned. */
final class SpokenTest extends ApiTestCase
{
    private const MARCH = 'Lamplighters\' March';

    public function testATeacherSpeaksAndTheStudentHearsItOnceItIsReturned(): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('odile');
        $said = $this->json($this->speak($attempt, self::voice(3)));
        self::assertEqualsWithDelta(3, $said['seconds'], 0.1);
        self::assertSame(204, $this->send('PUT', "$attempt/spoken/caption", ['text' => ' Listen to the snare. '])->getStatusCode());
        $said = ['seconds' => $said['seconds'], 'caption' => 'Listen to the snare.'];
        self::assertSame(['teacher' => $said, 'student' => null], $this->json($this->get($attempt))['spoken']);
        $kept = $this->get("$attempt/spoken/teacher");
        self::assertSame('audio/ogg', $kept->headers->get('Content-Type'));
        self::assertStringContainsString('OpusHead', substr((string) $kept->getContent(), 0, 80));
        self::assertEqualsWithDelta(3, self::secondsOf((string) $kept->getContent()), 0.1);
        $this->signIn('amara');
        self::assertSame(['teacher' => null, 'student' => null], $this->json($this->get($attempt))['spoken']);
        $this->assertProblem(404, '', $this->get("$attempt/spoken/teacher"));
        $this->assertProblem(409, 'not returned yet', $this->speak($attempt, self::voice(1)));
        $this->signIn('odile');
        $this->send('POST', "$attempt/return", ['mark' => 12, 'text' => '']);
        $this->signIn('amara');
        self::assertSame($said, $this->at($this->json($this->get($attempt)), 'spoken.teacher'));
        self::assertSame(200, $this->get("$attempt/spoken/teacher")->getStatusCode());
        // The student answers in the same way, and each side removes only its own.
        self::assertSame(200, $this->speak($attempt, self::voice(1))->getStatusCode());
        self::assertSame(204, $this->send('DELETE', "$attempt/spoken")->getStatusCode());
        self::assertSame(['teacher' => $said, 'student' => null], $this->json($this->get($attempt))['spoken']);
        $this->speak($attempt, self::voice(2));
        $this->signIn('nour');
        foreach (['teacher', 'student'] as $speaker) {
            $this->assertProblem(404, '', $this->get("$attempt/spoken/$speaker"));
        }
        $this->assertProblem(404, '', $this->speak($attempt, self::voice(1)));
        $this->signIn('odile');
        self::assertSame(200, $this->get("$attempt/spoken/student")->getStatusCode());
        self::assertEqualsWithDelta(2, $this->at($this->json($this->get($attempt)), 'spoken.student.seconds'), 0.1);
    }

    public function testTheNewestRecordingStaysWithoutTheWordsUnderTheOneBefore(): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('odile');
        $this->assertProblem(409, 'Nothing is spoken here', $this->send('PUT', "$attempt/spoken/caption", ['text' => 'Words.']));
        $this->speak($attempt, self::voice(1));
        $this->send('PUT', "$attempt/spoken/caption", ['text' => 'Words.']);
        $this->assertProblem(422, 'text', $this->send('PUT', "$attempt/spoken/caption", ['text' => str_repeat('x', 2001)]));
        self::assertSame('', $this->json($this->speak($attempt, self::voice(2)))['caption']);
        self::assertSame('1', $this->one('SELECT count(*)::text FROM spoken_words'));
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedInOneSentence(string $bytes, string $sentence): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('odile');
        $this->assertProblem(422, $sentence, $this->speak($attempt, $bytes));
        self::assertNull($this->at($this->json($this->get($attempt)), 'spoken.teacher'));
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'nothing' => ['', 'no sound that can be read here'];
        yield 'a text' => ['{"text": "Hello"}', 'no sound that can be read here'];
        yield 'silence' => [self::wav(str_repeat("\0", 64000)), 'Check the microphone'];
        yield 'too long' => [self::wav(str_repeat("\0\x20\0\x10", Speech::RATE * 61)), 'longer than 2 minutes'];
        yield 'huge' => [self::wav(str_repeat("\0\x20", 2_200_000)), 'longer than 2 minutes'];
        $opus = (new Process(['opusenc', '--quiet', '--bitrate', '6', '-', '-'], input: self::voice(150)))->mustRun()->getOutput();
        yield 'long in little space' => [$opus, 'longer than 2 minutes'];
    }

    public function testTwoMinutesFitInTheSpaceThatIsSaid(): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('odile');
        $voice = self::voice(Speech::MOST_SECONDS);
        self::assertLessThan(4 * 1024 * 1024, \strlen($voice), 'what a browser sends of it');
        self::assertSame(200, $this->speak($attempt, $voice)->getStatusCode());
        self::assertLessThan(600_000, \strlen((string) $this->get("$attempt/spoken/teacher")->getContent()));
    }

    public function testItIsInWhatIsKeptOfAPersonAndGoesWithThem(): void
    {
        $attempt = '/api/attempts/'.$this->attempt(self::MARCH, 'amara');
        $this->signIn('odile');
        $this->speak($attempt, self::voice(1));
        $this->send('POST', "$attempt/return", ['mark' => 12, 'text' => '']);
        $amara = $this->account('amara');
        $this->signIn('marit');
        $file = tempnam(sys_get_temp_dir(), 'person') ?: '';
        file_put_contents($file, (string) $this->get("/api/accounts/$amara/file")->getContent());
        $zip = new \ZipArchive();
        $zip->open($file);
        $names = array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->numFiles - 1));
        unlink($file);
        self::assertCount(1, preg_grep('#^spoken/.* teacher\.opus$#', $names) ?: []);
        $this->service(Erasure::class)->people([$amara]);
        self::assertSame('0', $this->one('SELECT count(*)::text FROM spoken_words'));
        self::assertSame('0', $this->one('SELECT count(*)::text FROM account WHERE id = ?', $amara));
    }

    private function speak(string $attempt, string $bytes): Response
    {
        return $this->send('PUT', "$attempt/spoken", $bytes);
    }

    /** A tone that moves as a voice does. */
    private static function voice(int $seconds): string
    {
        $values = [];
        for ($i = 0; $i < Speech::RATE; ++$i) {
            $values[] = 0.3 * sin($i / 20 + 8 * sin($i / 900));
        }

        return self::wav(str_repeat(Wav::numbers($values), $seconds));
    }

    /** @param string $numbers signed 16-bit numbers of one channel */
    private static function wav(string $numbers): string
    {
        [$rate, $bytes] = [Speech::RATE, \strlen($numbers)];

        return 'RIFF'.pack('V', 36 + $bytes).'WAVEfmt '.pack('VvvVVvv', 16, 1, 1, $rate, 2 * $rate, 2, 16).'data'.pack('V', $bytes).$numbers;
    }

    private static function secondsOf(string $opus): float
    {
        $wav = (new Process(['opusdec', '--quiet', '--force-wav', '--rate', '16000', '-', '-'], input: $opus))->mustRun()->getOutput();

        return (\strlen($wav) - 44) / 2 / 16000;
    }
}
