<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Entity\SavedKit;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Sound\Wav;

/** Kits that people put together: kept by name, lent to a class, taken away with their sounds. */
final class SavedKitTest extends ApiTestCase
{
    private const KIT = ['name' => 'Harbour', 'base' => 'boathouse', 'pieces' => [
        ['instrument' => 'kick', 'sound' => 'parade/kick', 'level' => 0.9, 'pan' => 0, 'tune' => -2],
        ['instrument' => 'snare', 'sound' => null, 'level' => 1.2, 'pan' => -0.5, 'tune' => 0],
    ]];

    public function testAKitIsKeptByItsNameAndRemoved(): void
    {
        $this->signIn('odile');
        $id = $this->keep(self::KIT);
        self::assertSame($id, $this->keep(['base' => 'pier'] + self::KIT), 'of one name there is one');
        $kits = $this->kits();
        self::assertSame([['Harbour', 'pier', true]], array_map(static fn (array $one): array => [$one['name'], $one['base'], $one['own']], $kits));
        self::assertEquals(self::KIT['pieces'], $kits[0]['pieces']);
        self::assertSame(204, $this->send('DELETE', "/api/kits/$id")->getStatusCode());
        self::assertSame(404, $this->send('DELETE', "/api/kits/$id")->getStatusCode());
        self::assertSame([], $this->kits());
    }

    public function testAClassUsesWhatItsTeacherHasLentAndNoMore(): void
    {
        $this->signIn('odile');
        $id = $this->keep(self::KIT);
        $this->keep(['name' => 'Not sharedWith'] + self::KIT);
        $lend = fn (array $courses): mixed => $this->json($this->send('PUT', "/api/kits/$id/classes", ['courses' => $courses]))['sharedWith'];
        self::assertSame([$this->course()], $lend([$this->course()]));
        self::assertSame([$this->course()], $lend([$this->course()]), 'twice is once');
        self::assertSame([[$this->course()], []], array_column($this->kits(), 'sharedWith'));
        $this->signIn('ines');
        $seen = $this->kits();
        self::assertSame([['Harbour', false, 'Odile Marrick', []]], array_map(
            static fn (array $one): array => [$one['name'], $one['own'], $one['by'], $one['sharedWith']],
            $seen,
        ));
        $this->assertProblem(404, 'not yours', $this->send('DELETE', "/api/kits/$id"));
        $this->assertProblem(404, 'not yours', $this->get("/api/kits/$id/file"));
        $this->assertProblem(404, 'not yours', $this->send('PUT', "/api/kits/$id/classes", ['courses' => []]));
        $this->signIn('odile');
        self::assertSame([], $lend([]));
        $this->signIn('ines');
        self::assertSame([], $this->kits());
    }

    public function testItIsTakenAwayWithItsSounds(): void
    {
        $this->signIn('odile');
        $id = $this->keep(['name' => 'Höfn / 50 %'] + self::KIT);
        $response = $this->get("/api/kits/$id/file");
        self::assertSame('application/zip', $response->headers->get('Content-Type'));
        $files = Zip::read((string) $response->getContent(), 10, 10_000_000, static fn (): bool => true, '');
        self::assertSame(['kit.json', 'sounds/kick.wav', 'sounds/snare.wav'], array_keys($files));
        $kit = (array) json_decode($files['kit.json'], true);
        self::assertSame(['pulsanda-kit', 1, 'Höfn / 50 %'], [$kit['format'], $kit['version'], $kit['name']]);
        foreach (['sounds/kick.wav', 'sounds/snare.wav'] as $name) {
            self::assertStringStartsWith('RIFF', $files[$name]);
            self::assertGreaterThan(0.02, max([0, ...array_map(abs(...), Wav::values(substr($files[$name], 44)))]), $name);
        }
        self::assertNotSame($files['sounds/kick.wav'], $files['sounds/snare.wav']);
    }

    public function testTwoOfOneInstrumentAreKeptAndTakenAway(): void
    {
        $this->signIn('odile');
        $second = ['sound' => 'parade/snare'] + self::KIT['pieces'][1];
        $id = $this->keep(['name' => 'Two snares', 'pieces' => [...self::KIT['pieces'], $second]] + self::KIT);
        self::assertCount(3, array_column($this->kits(), 'pieces', 'name')['Two snares']);
        $files = Zip::read((string) $this->get("/api/kits/$id/file")->getContent(), 10, 10_000_000, static fn (): bool => true, '');
        self::assertSame(['kit.json', 'sounds/kick.wav', 'sounds/snare.wav', 'sounds/snare (2).wav'], array_keys($files));
        self::assertNotSame($files['sounds/snare.wav'], $files['sounds/snare (2).wav']);
    }

    /** @param array<string, mixed> $kit */
    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedInOneSentence(array $kit, string $sentence): void
    {
        $this->signIn('ines');
        $this->assertProblem(422, $sentence, $this->send('PUT', '/api/kits', $kit + self::KIT));
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function nonsense(): iterable
    {
        $piece = static fn (array $with): array => ['pieces' => [$with + self::KIT['pieces'][0]]];
        yield 'no name' => [['name' => ' '], 'name'];
        yield 'a long name' => [['name' => str_repeat('a', 41)], 'name'];
        yield 'an unknown kit' => [['base' => 'attic'], 'there is no kit "attic"; the kits are: boathouse'];
        yield 'no pieces' => [['pieces' => []], 'pieces'];
        yield 'an unknown instrument' => [$piece(['instrument' => 'anvil']), 'pieces[0].instrument'];
        yield 'a piece of no kit' => [$piece(['sound' => 'attic/kick']), 'pieces[0].sound'];
        yield 'too loud' => [$piece(['level' => 3]), 'pieces[0].level'];
        yield 'too many pieces' => [['pieces' => array_fill(0, 81, self::KIT['pieces'][0])], 'pieces'];
        yield 'an unknown key' => [['glue' => 1], 'glue'];
    }

    public function testThereIsAnEndToHowManyAreKept(): void
    {
        $this->signIn('ines');
        for ($i = 1; $i <= SavedKit::MOST; ++$i) {
            $this->keep(['name' => "Kit $i"] + self::KIT);
        }
        $this->assertProblem(409, 'remove one first', $this->send('PUT', '/api/kits', ['name' => 'One more'] + self::KIT));
        $this->keep(['name' => 'Kit 1'] + self::KIT);
    }

    /** @param array<string, mixed> $kit */
    private function keep(array $kit): string
    {
        $id = $this->json($this->send('PUT', '/api/kits', $kit))['id'] ?? null;
        self::assertIsString($id);

        return $id;
    }

    /** @return list<array{name: string, base: string, own: bool, by: string, sharedWith: list<string>, pieces: list<array<string, mixed>>}> */
    private function kits(): array
    {
        /** @var list<array{name: string, base: string, own: bool, by: string, sharedWith: list<string>, pieces: list<array<string, mixed>>}> */
        return $this->json($this->get('/api/kits'))['kits'];
    }
}
