<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Rendering;
use Pulsanda\App\Job\RenderAudio;
use Pulsanda\App\Job\RenderAudioHandler;
use Pulsanda\App\Job\Tidy;
use Pulsanda\App\Sound\Renderings;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Tests\Core\Lesson;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;

/** Beats taken away as sound. */
final class RenderingTest extends ApiTestCase
{
    public function testAShortBeatIsThereAtOnceWithItsStrokesAtTheirSeconds(): void
    {
        $this->signIn('wren');
        $pattern = Lesson::grid("kick x...|....|x...|....\nsnare ....|x...|....|x...", tempo: Tempo::of(120, '4'));
        $made = $this->made($this->ask('/api/renderings', ['pattern' => PatternWriter::toData($pattern), 'format' => 'wav']));
        self::assertSame(['done', 'Lesson - Wren - 120 BPM.wav', 1], [$made['state'], $made['name'], $made['done']]);
        $response = $this->get('/api/renderings/'.$made['id'].'/file');
        self::assertSame('audio/wav', $response->headers->get('Content-Type'));
        self::assertStringContainsString('filename="Lesson - Wren - 120 BPM.wav"', (string) $response->headers->get('Content-Disposition'));
        $wav = self::file($response);
        self::assertStringContainsString("INAM\x08\0\0\0Lesson\0", $wav);
        self::assertStringContainsString("IART\x06\0\0\0Wren\0", $wav);
        /** @var list<int> $left */
        $left = array_values(unpack('s*', substr($wav, 44, 44100 * 4 * 2)) ?: []);
        foreach ([0, 22050, 44100, 66150] as $frame) {
            self::assertNotSame(0, $left[2 * $frame], "a stroke at frame $frame");
        }
        self::assertLessThan(abs($left[2 * 22050]) / 4, abs($left[2 * 22049]), 'and not before');
    }

    public function testAClassIsOneZip(): void
    {
        $this->signIn('odile');
        $made = $this->made($this->ask('/api/parts/'.$this->part("Lamplighters' March").'/renderings', ['format' => 'mp3']));
        self::assertSame('waiting', $made['state'], 'a whole class takes longer than a request');
        $this->work();
        $made = $this->json($this->get('/api/renderings/'.$made['id']));
        self::assertSame(['done', "Lamplighters' March.zip"], [$made['state'], $made['name']]);
        $names = $this->namesIn($made);
        $handedIn = (int) $this->one(
            'SELECT count(DISTINCT student_id)::text FROM attempt WHERE part_id = ?',
            $this->part("Lamplighters' March"),
        );
        self::assertCount($handedIn, $names);
        self::assertContains("Lamplighters' March - Ines Caldeira - 96 BPM.mp3", $names);
    }

    public function testAParadeIsOneFileInTheOrderThatIsAskedFor(): void
    {
        $this->signIn('odile');
        $path = '/api/parts/'.$this->part("Lamplighters' March").'/renderings';
        $attempts = [$this->attempt("Lamplighters' March", 'ines', 2), $this->attempt("Lamplighters' March", 'amara')];
        $order = ['format' => 'wav', 'parade' => true];
        $made = $this->made($this->ask($path, $order + ['attempts' => $attempts]));
        self::assertSame(['done', "Lamplighters' March.wav"], [$made['state'], $made['name']]);
        $both = self::file($this->get('/api/renderings/'.$made['id'].'/file'));
        // Two bars of 4/4 each, at ♩ = 96: five seconds; then what rings on.
        $seconds = (\strlen($both) - 44) / 4 / Wav::RATE;
        self::assertGreaterThan(10, $seconds);
        self::assertLessThan(16, $seconds);
        $turned = $this->made($this->ask($path, $order + ['attempts' => array_reverse($attempts)]));
        self::assertNotSame($both, self::file($this->get('/api/renderings/'.$turned['id'].'/file')));
        $this->assertProblem(422, 'attempts[1]', $this->ask($path, $order + ['attempts' => [$attempts[0], $attempts[0]]]));
        $this->assertProblem(422, 'attempts[0]', $this->ask($path, $order + ['attempts' => ['x']]));
        $this->assertProblem(422, 'attempts', $this->ask($path, $order + ['attempts' => []]));
    }

    public function testAFileForEachRow(): void
    {
        $this->signIn('ines');
        $attempt = $this->attempt("Lamplighters' March", 'ines');
        $made = $this->made($this->ask("/api/attempts/$attempt/renderings", ['format' => 'flac', 'rows' => true]));
        self::assertSame('done', $made['state']);
        self::assertContains("Lamplighters' March - Ines Caldeira - 96 BPM - Kick.flac", $this->namesIn($made));
    }

    public function testWhatTakesLongerIsMixedByTheWorkerAndCanBeStopped(): void
    {
        $this->signIn('wren');
        $body = ['pattern' => PatternWriter::toData(self::long()), 'format' => 'ogg', 'passes' => 2];
        $first = $this->made($this->ask('/api/renderings', $body));
        $second = $this->made($this->ask('/api/renderings', $body));
        $this->made($this->ask('/api/renderings', $body));
        $this->assertProblem(409, 'Three of your sounds are still being mixed', $this->ask('/api/renderings', $body));
        self::assertSame(404, $this->get('/api/renderings/'.$first['id'].'/file')->getStatusCode(), 'not yet');
        self::assertSame(204, $this->send('DELETE', '/api/renderings/'.$second['id'])->getStatusCode());
        self::assertSame(404, $this->get('/api/renderings/'.$second['id'])->getStatusCode());
        $this->service(RenderAudioHandler::class)(new RenderAudio($first['id']));
        self::assertSame('done', $this->json($this->get('/api/renderings/'.$first['id']))['state']);
        self::assertStringStartsWith('OggS', self::file($this->get('/api/renderings/'.$first['id'].'/file')));
        // The link ends, and the file goes.
        $connection = $this->service(Connection::class);
        $connection->executeStatement("UPDATE rendering SET ends_at = now() - interval '1 minute' WHERE id = ?", [$first['id']]);
        self::assertSame(404, $this->get('/api/renderings/'.$first['id'].'/file')->getStatusCode());
        self::assertSame(1, $this->service(Tidy::class)->run()['sounds']);
        self::assertSame(404, $this->get('/api/renderings/'.$first['id'])->getStatusCode());
    }

    public function testOneWhoseWorkerIsGoneIsTakenUpByTheNext(): void
    {
        $this->signIn('wren');
        $made = $this->made($this->ask('/api/renderings', ['pattern' => PatternWriter::toData(self::long()), 'format' => 'ogg']));
        $connection = $this->service(Connection::class);
        $connection->executeStatement("UPDATE rendering SET state = 'going', beat_at = now() WHERE id = ?", [$made['id']]);
        $this->work();
        self::assertSame('going', $this->json($this->get('/api/renderings/'.$made['id']))['state'], 'another one is at it');
        $connection->executeStatement("UPDATE rendering SET beat_at = now() - interval '1 minute' WHERE id = ?", [$made['id']]);
        $this->get('/api/renderings/'.$made['id']);
        $this->work();
        self::assertSame('done', $this->json($this->get('/api/renderings/'.$made['id']))['state']);
    }

    public function testEachHasOnlyTheirOwn(): void
    {
        $this->signIn('wren');
        $made = $this->made($this->ask('/api/renderings', ['pattern' => PatternWriter::toData(self::short()), 'format' => 'wav']));
        $ines = $this->attempt("Lamplighters' March", 'ines');
        self::assertSame(404, $this->ask("/api/attempts/$ines/renderings", ['format' => 'wav'])->getStatusCode());
        self::assertSame(
            404,
            $this->ask('/api/parts/'.$this->part("Lamplighters' March").'/renderings', ['format' => 'wav'])->getStatusCode(),
        );
        $this->signIn('ines');
        foreach (['', '/file'] as $what) {
            self::assertSame(404, $this->get('/api/renderings/'.$made['id'].$what)->getStatusCode());
        }
        self::assertSame(404, $this->send('DELETE', '/api/renderings/'.$made['id'])->getStatusCode());
        self::assertSame(404, $this->get('/api/renderings/none')->getStatusCode());
    }

    public function testADayHasItsEndAlsoForWhatIsStopped(): void
    {
        $this->signIn('wren');
        $body = ['pattern' => PatternWriter::toData(self::long()), 'format' => 'ogg'];
        $made = $this->made($this->ask('/api/renderings', $body));
        $connection = $this->service(Connection::class);
        $connection->executeStatement(
            "UPDATE rendering SET state = 'going', beat_at = now(), done = 44100::bigint * (4 * 3600 - 30) WHERE id = ?",
            [$made['id']],
        );
        self::assertSame(204, $this->send('DELETE', '/api/renderings/'.$made['id'])->getStatusCode());
        self::assertSame(404, $this->get('/api/renderings/'.$made['id'])->getStatusCode());
        $this->assertProblem(409, 'you have 0 left for today', $this->ask('/api/renderings', $body));
        $small = $this->json($this->ask('/api/renderings', ['pattern' => PatternWriter::toData(self::short())] + $body));
        self::assertEqualsWithDelta(27, $small['left'], 2, 'and is told so before');
        $this->signIn('ines');
        $this->made($this->ask('/api/renderings', $body));
    }

    public function testWhoHasHadLessIsServedFirst(): void
    {
        $body = ['pattern' => PatternWriter::toData(self::long()), 'format' => 'ogg'];
        $this->signIn('wren');
        [$first, $second] = [$this->made($this->ask('/api/renderings', $body)), $this->made($this->ask('/api/renderings', $body))];
        $this->service(Connection::class)->executeStatement("UPDATE rendering SET state = 'done', done = total WHERE id = ?", [$first['id']]);
        $this->signIn('ines');
        $third = $this->made($this->ask('/api/renderings', $body));
        $renderings = $this->service(Renderings::class);
        self::assertSame($third['id'], $renderings->next());
        $renderings->stop($this->entities()->find(Rendering::class, $third['id']) ?? self::fail('it is gone'));
        self::assertSame($second['id'], $renderings->next());
    }

    public function testAMixThatFailsWaitsForAnotherTry(): void
    {
        $this->signIn('wren');
        $made = $this->made($this->ask('/api/renderings', ['pattern' => PatternWriter::toData(self::long()), 'format' => 'ogg']));
        $connection = $this->service(Connection::class);
        $beats = $this->one('SELECT beats::text FROM rendering WHERE id = ?', $made['id']);
        $connection->executeStatement("UPDATE rendering SET beats = '[]' WHERE id = ?", [$made['id']]);
        try {
            $this->service(RenderAudioHandler::class)(new RenderAudio($made['id']));
            self::fail('nothing was to be mixed');
        } catch (\LogicException) {
            self::assertSame('waiting', $this->one('SELECT state FROM rendering WHERE id = ?', $made['id']));
        }
        $connection->executeStatement('UPDATE rendering SET beats = ? WHERE id = ?', [$beats, $made['id']]);
        $this->service(RenderAudioHandler::class)(new RenderAudio($made['id']));
        self::assertSame('done', $this->one('SELECT state FROM rendering WHERE id = ?', $made['id']));
    }

    public function testNonsenseIsRefused(): void
    {
        $this->signIn('wren');
        $body = ['pattern' => PatternWriter::toData(self::short()), 'format' => 'wav'];
        foreach ([
            ['format: this must be one of: wav, flac, ogg, mp3.', ['format' => 'aiff']],
            ['passes: 65 is out of range; use 1 to 64.', ['passes' => 65]],
            ['section: no section "Z" is played', ['section' => 'Z']],
            ['rows: true or false is needed', ['rows' => 'all']],
            ['speed: this key is not known', ['speed' => 2]],
            ['pattern.kit: there is no kit "lighthouse"', ['pattern' => ['kit' => 'lighthouse'] + PatternWriter::toData(self::short())]],
        ] as [$sentence, $change]) {
            $this->assertProblem(422, $sentence, $this->ask('/api/renderings', $change + $body));
        }
        $long = ['pattern' => PatternWriter::toData(self::long()), 'passes' => 64] + $body;
        $this->assertProblem(422, 'at most 1800 are mixed at once', $this->ask('/api/renderings', $long));
    }

    private static function short(): Pattern
    {
        return Lesson::grid('kick x...|....|....|....');
    }

    /** Of 48 seconds. */
    private static function long(): Pattern
    {
        return Lesson::grid('kick '.str_repeat('x...|....|....|....|', 8), 8, tempo: Tempo::of(40, '4'));
    }

    /** @param array<string, mixed> $body */
    private function ask(string $path, array $body): Response
    {
        return $this->send('POST', $path, $body);
    }

    /** @return array{id: string, state: string, name: string, done: int|float} */
    private function made(Response $response): array
    {
        self::assertSame(201, $response->getStatusCode(), (string) $response->getContent());

        /** @var array{id: string, state: string, name: string, done: int|float} */
        return $this->json($response);
    }

    private static function file(Response $response): string
    {
        self::assertInstanceOf(BinaryFileResponse::class, $response);

        return (string) file_get_contents($response->getFile()->getPathname());
    }

    /**
     * @param array<string, mixed> $made
     *
     * @return list<string>
     */
    private function namesIn(array $made): array
    {
        self::assertIsString($made['id']);
        $response = $this->get('/api/renderings/'.$made['id'].'/file');
        self::assertInstanceOf(BinaryFileResponse::class, $response);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($response->getFile()->getPathname()));

        return array_map(static fn (int $i): string => (string) $zip->getNameIndex($i), range(0, $zip->count() - 1));
    }
}
