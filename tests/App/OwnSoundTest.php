<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Sound\AudioFile;
use Pulsanda\App\Sound\AudioFormat;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Process\Process;

/** Sounds that people bring: taken whatever they are called, refused in one sentence, heard by those who should. */
final class OwnSoundTest extends ApiTestCase
{
    #[DataProvider('formats')]
    public function testEveryOpenFormatIsReadAndWrittenAnew(string $bytes): void
    {
        $this->signIn('wren');
        $made = $this->bring('Fog horn', $bytes);
        self::assertSame(201, $made->getStatusCode(), (string) $made->getContent());
        $sound = $this->json($made);
        self::assertSame(['Fog horn', true], [$sound['name'], $sound['own']]);
        // A quarter of a second of silence stood in front; half a second of tone stays.
        self::assertEqualsWithDelta(0.5, $sound['seconds'], 0.06);
        self::assertIsString($sound['id']);
        $flac = $this->get('/api/sounds/'.$sound['id'].'/file');
        self::assertSame('audio/flac', $flac->headers->get('Content-Type'));
        self::assertStringStartsWith('fLaC', (string) $flac->getContent());
        self::assertStringNotContainsString('a secret', (string) $flac->getContent(), 'without tags');
    }

    /** @return iterable<string, array{string}> */
    public static function formats(): iterable
    {
        foreach (AudioFormat::cases() as $format) {
            yield $format->value => [self::tone($format)];
        }
        yield 'a WAV that lies about its length' => [substr_replace(self::tone(AudioFormat::Wav), pack('V', 0x7FFFFFFF), 40, 4)];
        yield 'opus' => [(new Process(['opusenc', '--quiet', '-', '-'], input: self::tone(AudioFormat::Wav)))->mustRun()->getOutput()];
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedInOneSentence(string $bytes, string $sentence): void
    {
        $this->signIn('wren');
        $this->assertProblem(422, $sentence, $this->bring('Odd', $bytes));
        self::assertSame([], $this->json($this->get('/api/sounds'))['sounds']);
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        $wav = self::tone(AudioFormat::Wav);
        yield 'nothing' => ['', 'no sound that can be read here'];
        yield 'a text' => ['#!/bin/sh echo', 'no sound that can be read here'];
        yield 'a picture called a sound' => ["\x89PNG\r\n\x1a\n".str_repeat('x', 500), 'no sound that can be read here'];
        yield 'a head without a body' => [substr($wav, 0, 20), 'broken'];
        yield 'broken FLAC' => ['fLaC'.random_bytes(4000), 'broken'];
        yield 'broken Ogg' => ["OggS\0\x02".str_repeat("\0", 22)."\x01\x1e\x01vorbis".random_bytes(2000), 'broken'];
        yield 'silence' => [Wav::header(88200, 1).str_repeat("\0", 88200), 'Nothing is to be heard'];
        yield 'too long' => [self::tone(AudioFormat::Mp3, 11), 'longer than 10 seconds'];
        yield 'endless in little space' => [self::silentFlac(3600), 'longer than 10 seconds'];
        yield 'huge' => [$wav.str_repeat("\0", 2_100_000), 'larger than 2 MB'];
    }

    public function testTheTeacherHearsAStudentsAndAStudentTheTeachersButNoOtherStudents(): void
    {
        $this->signIn('odile');
        $horn = $this->sound('Horn');
        $this->signIn('wren');
        $frog = $this->sound('Frog');
        $names = fn (string $query = ''): array => array_column((array) $this->json($this->get('/api/sounds'.$query))['sounds'], 'own', 'name');
        self::assertSame(['Frog' => true, 'Horn' => false], $names());
        $wren = $this->account('wren');
        $this->signIn('odile');
        self::assertSame(['Frog' => true, 'Horn' => false], $names("?of=$wren"), 'what sounds in the beats of a student');
        self::assertSame(200, $this->get("/api/sounds/$frog/file")->getStatusCode());
        self::assertSame(404, $this->send('DELETE', "/api/sounds/$frog")->getStatusCode());
        $this->signIn('marit');
        self::assertSame(200, $this->get("/api/sounds/$frog/file")->getStatusCode(), 'the administrator hears it too');
        $this->signIn('ines');
        self::assertSame(['Horn' => false], $names());
        self::assertSame(404, $this->get("/api/sounds?of=$wren")->getStatusCode());
        self::assertSame(404, $this->get("/api/sounds/$frog/file")->getStatusCode());
        self::assertSame(200, $this->get("/api/sounds/$horn/file")->getStatusCode());
        $this->signIn('wren');
        self::assertSame(204, $this->send('DELETE', "/api/sounds/$frog")->getStatusCode());
        self::assertSame(404, $this->get("/api/sounds/$frog/file")->getStatusCode());
    }

    public function testItIsHeardInWhatIsTakenAway(): void
    {
        $this->signIn('wren');
        $this->sound('Frog');
        $mixed = function (?string $sound): string {
            $meter = Meter::of(4, 4);
            $rows = [Row::of(Instrument::Kick, [Hit::of(0)], sound: $sound)];
            $data = PatternWriter::toData(Pattern::of('Lesson', $meter, Tempo::of(120, '4'), [Section::of('A', 1, $rows, $meter)]));
            $made = $this->json($this->send('POST', '/api/renderings', ['pattern' => $data, 'format' => 'wav']));
            self::assertIsString($made['id']);
            self::assertSame('done', $made['state']);
            $response = $this->get('/api/renderings/'.$made['id'].'/file');
            self::assertInstanceOf(BinaryFileResponse::class, $response);

            return (string) file_get_contents($response->getFile()->getPathname());
        };
        self::assertNotSame($mixed(null), $mixed('Frog'));
        self::assertSame($mixed(null), $mixed('Toad'), 'what is not there is played by the kit');
    }

    public function testNamesAreGivenOnceAndThereIsAnEnd(): void
    {
        $this->signIn('wren');
        $this->sound('Frog');
        $this->assertProblem(409, 'a sound called “Frog” already', $this->bring('Frog', self::tone(AudioFormat::Wav)));
        foreach (['', "a\nb", str_repeat('x', 41)] as $name) {
            $this->assertProblem(422, 'name: this must be a text of 1 to 40', $this->bring($name, self::tone(AudioFormat::Wav)));
        }
        $copies = 'INSERT INTO own_sound SELECT gen_random_uuid(), school_id, account_id, name || n, flac, samples, bytes
            FROM own_sound, generate_series(1, 39) n';
        $this->service(\Doctrine\DBAL\Connection::class)->executeStatement($copies);
        $this->assertProblem(409, 'You have 40 sounds', $this->bring('One more', self::tone(AudioFormat::Wav)));
    }

    private function sound(string $name): string
    {
        $id = $this->json($this->bring($name, self::tone(AudioFormat::Wav)))['id'] ?? null;
        self::assertIsString($id);

        return $id;
    }

    private function bring(string $name, string $bytes): Response
    {
        return $this->send('POST', '/api/sounds?name='.rawurlencode($name), $bytes);
    }

    /** A quarter of a second of silence, then a tone. */
    private static function tone(AudioFormat $format, float $seconds = 0.5): string
    {
        $values = array_fill(0, 2 * 11025, 0.0);
        for ($i = 0; $i < $seconds * Wav::RATE; ++$i) {
            array_push($values, $value = 0.3 * sin($i / 20), $value);
        }
        $file = tempnam(sys_get_temp_dir(), 'tone') ?: '';
        AudioFile::write($file, $format, [Wav::numbers($values)], 'a secret', 'a secret');
        $bytes = (string) file_get_contents($file);
        unlink($file);

        return $bytes;
    }

    /** Hours of it take some kilobytes. */
    private static function silentFlac(int $seconds): string
    {
        $file = tempnam(sys_get_temp_dir(), 'tone') ?: '';
        $blocks = (static function () use ($seconds): \Generator {
            for ($i = 0; $i < $seconds; ++$i) {
                yield str_repeat("\0\1", 2 * Wav::RATE);
            }
        })();
        AudioFile::write($file, AudioFormat::Flac, $blocks, '', '');
        $bytes = (string) file_get_contents($file);
        unlink($file);
        self::assertLessThan(2_000_000, \strlen($bytes));

        return $bytes;
    }
}
