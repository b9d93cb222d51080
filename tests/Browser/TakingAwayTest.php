<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Facebook\WebDriver\WebDriverKeys;
use Pulsanda\Core\Sound\Wav;

/** Sounds that come in and go out: own ones given to a row, beats taken away as files. */
final class TakingAwayTest extends BrowserTestCase
{
    /** @var list<string> */
    private array $files = [];

    protected function tearDown(): void
    {
        parent::tearDown();
        array_map(unlink(...), $this->files);
    }

    public function testAnOwnSoundIsGivenToARowAndNonsenseIsRefused(): void
    {
        $kwame = $this->person('kwame');
        $kwame->press("Begin: Lamplighters' March");
        $kwame->cell(1, 960)->click();
        $kwame->openRow();
        $kwame->fill('Name of a new sound', 'Creaking door');
        $this->bring($kwame, self::wav(0.4));
        $kwame->told('“Creaking door” is saved, and this row plays it');
        $kwame->read('“Creaking door”');
        $this->bring($kwame, 'These are only words.');
        $kwame->read('This is no sound that can be read here; use a WAV, FLAC, Ogg, Opus or MP3 file.');
        self::assertSame(90, $kwame->hit(1, 960), 'the sheet goes on working');
        $kwame->saved();
        $kwame->press('Hand in');
        $kwame->read('is with your teacher');
        // The teacher hears it too.
        $odile = $this->person('odile');
        $odile->press("Mark 13: Lamplighters' March");
        $odile->press('Kwame Asante');
        $odile->press('Play');
        $odile->until(
            static fn (): bool => 1 === $odile->script(
                'return performance.getEntriesByType("resource").filter((one) => /sounds\/[^/]+\/file$/.test(one.name)).length',
            ),
            'the own sound to be fetched',
        );
        $odile->press('Stop');
        $kwame->assertNoComplaints();
    }

    public function testABeatTakenAwayHasItsStrokesAtTheirSeconds(): void
    {
        $wren = $this->person('wren');
        $wren->press("Begin: Lamplighters' March");
        foreach ([0, 1920, 4800] as $tick) {
            $wren->cell(0, $tick)->click();
        }
        $wren->bringIn('files');
        $wren->choose('Kind of file', 'WAV, for everything');
        $wren->press('Make the sound');
        $wren->read(' - Wren - 96 BPM.wav');
        $wren->read('The link holds until');
        $wav = $this->fetched($wren, 'a[download]');
        /** @var list<int> $left */
        $left = array_values(unpack('s*', substr($wav, 44, 44100 * 4 * 5)) ?: []);
        foreach ([0, 1920, 4800] as $tick) {
            $frame = (int) round($tick * 60 / 96 / 960 * 44100);
            self::assertGreaterThan(4 * abs($left[2 * $frame - 2] ?? 0) + 20, abs($left[2 * $frame]), "the stroke at tick $tick");
        }
        // With more passes it is refused where it would be too long, and nothing else happens.
        $wren->fill('How many times', '99');
        $wren->keys(WebDriverKeys::ENTER);
        $wren->read('99 times is not possible; it goes from 1 to 64.');
        $wren->assertNoComplaints();
    }

    public function testTheBeatsOfAClassAreOneZipMixedBehindThePage(): void
    {
        $odile = $this->person('odile');
        $odile->press('Mark 1: Foghorn Shuffle');
        $odile->fill('How many times', '8');
        $odile->keys(WebDriverKeys::ENTER);
        $odile->press('Make the sound');
        $odile->read('Foghorn Shuffle.zip');
        self::assertStringStartsWith('PK', $this->fetched($odile, 'a[download]'));
        $odile->assertNoComplaints();
    }

    private function bring(Person $person, string $bytes): void
    {
        $this->files[] = $file = tempnam(sys_get_temp_dir(), 'sound').'.wav';
        file_put_contents($file, $bytes);
        $person->see('input[aria-label="Sound file"]', true)->sendKeys($file);
    }

    private static function wav(float $seconds): string
    {
        $numbers = '';
        for ($i = 0; $i < $seconds * 44100; ++$i) {
            $numbers .= pack('v', (int) (9000 * sin($i / 15)) & 0xFFFF);
        }

        return Wav::header(\strlen($numbers), 1).$numbers;
    }

    /** What a link leads to, fetched as the person who sees it. */
    private function fetched(Person $person, string $link): string
    {
        $person->see($link);
        $text = $person->driver->executeAsyncScript(
            <<<'JS'
                const [css, done] = arguments;
                fetch(document.querySelector(css).href).then((r) => r.blob()).then((blob) => {
                    const reader = new FileReader();
                    reader.onload = () => done(reader.result.split(',')[1]);
                    reader.readAsDataURL(blob);
                });
                JS,
            [$link],
        );
        self::assertIsString($text);

        return base64_decode($text, true) ?: '';
    }
}
