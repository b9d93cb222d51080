<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Api\Shape\Music;
use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\App\Sound\PieceBank;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Mix\Soundings;
use Pulsanda\Tests\Core\Spoken;

/** What the browser plays, rendered by its own audio engine, is what the core mixes: sample by sample. */
final class MixTest extends BrowserTestCase
{
    #[DataProvider('patterns')]
    public function testTheBrowserPlaysWhatTheCoreMixes(Pattern $pattern): void
    {
        $person = $this->person('wren');
        foreach ([$pattern, ...self::rowsOf($pattern)] as $one) {
            $browser = $this->rendered($person, $one);
            $core = self::mixed($one);
            self::assertNotSame([], $core[0]);
            foreach ([0, 1] as $side) {
                $length = min(\count($core[$side]), \count($browser[$side]));
                $wrong = $energy = 0.0;
                for ($i = 0; $i < $length; ++$i) {
                    $energy += $core[$side][$i] ** 2;
                    $wrong += ($core[$side][$i] - $browser[$side][$i]) ** 2;
                }
                // What differs is 40 decibels below what is heard: no onset is a sample off, no level half a decibel.
                self::assertLessThan(max(1e-4 * $energy, 1e-8 * $length), $wrong, "{$one->title}, side $side");
            }
            foreach (self::starts($one) as $start) {
                self::assertSame(self::begins($core, $start), self::begins($browser, $start), "{$one->title}: the stroke at frame $start");
            }
        }
    }

    /** @return iterable<string, array{Pattern}> */
    public static function patterns(): iterable
    {
        $meter = Meter::of(4, 4);
        $of = static fn (string $title, array $rows, ?Swing $swing = null, string $kit = 'boathouse'): Pattern => Pattern::of(
            $title,
            $meter,
            Tempo::of(96.5, '4'),
            [Section::of('A', 1, array_values($rows), $meter)],
            null,
            $swing,
            $kit,
            seed: 12,
        );
        $hits = static fn (int ...$steps): array => array_map(
            static fn (int $step): Hit => Hit::of(240 * $step, 30 + 23 * $step % 97),
            array_values($steps),
        );
        yield 'swing, pushes and rolls' => [$of('Swung', [
            Row::of(Instrument::Kick, [Hit::of(0, push: -40), Hit::of(1680, 110, 35)]),
            Row::of(Instrument::Snare, [Hit::of(960, 118), Hit::of(2880, 100, roll: 5)]),
            Row::of(Instrument::ClosedHat, $hits(0, 1, 2, 3, 5, 8, 9, 10, 13, 15)),
        ], Swing::of(62, 16))];
        yield 'odds and what cuts off' => [$of('Odd', [
            Row::of(Instrument::OpenHat, [Hit::of(0), Hit::of(960, odds: 60), Hit::of(2400)]),
            Row::of(Instrument::ClosedHat, [Hit::of(480), Hit::of(1440, odds: 50), Hit::of(2640), Hit::of(3360)]),
            Row::of(Instrument::Ride, $hits(0, 4, 6, 12), Snap::Eighth),
        ], kit: 'beacon')];
        yield 'layers, pan, tune and a room' => [$of('Wide', [
            Row::of(Instrument::HighTom, $hits(0, 3, 6), level: 0.7, pan: -0.6, room: 0.5),
            Row::of(Instrument::HighTom, $hits(0, 9, 12), level: 0.5, pan: 0.8, tune: -5),
            Row::of(Instrument::Kick, [Hit::of(0), Hit::of(1920, pan: 0.3, tune: 7)], cycle: 1920),
        ], kit: 'parade')];
        yield 'pieces of other kits, flams and drags' => [$of('Pieces', [
            Row::of(Instrument::Kick, $hits(0, 8, 11), sound: 'beacon/kick', name: 'Deep'),
            Row::of(Instrument::Snare, [Hit::of(960, 110, ornament: Ornament::Flam), Hit::of(2880, 90, ornament: Ornament::Drag)]),
            Row::of(Instrument::ClosedHat, $hits(2, 6, 10), sound: 'tide-pool/shaker', tune: 3),
        ], kit: 'tide-pool')];
    }

    /** @return list<Pattern> the pattern with each of its rows alone */
    private static function rowsOf(Pattern $pattern): array
    {
        $section = $pattern->sections[0];
        $alone = [];
        foreach ($section->rows as $kept => $row) {
            $rows = [];
            foreach ($section->rows as $r => $one) {
                $rows[] = $r === $kept ? $one : $one->withHits([]);
            }
            $alone[] = $pattern->withSections([Section::of($section->name, $section->bars, $rows, $pattern->meter)])
                ->titled("$pattern->title, {$row->instrument->value} alone");
        }

        return $alone;
    }

    /** @return array{list<float>, list<float>} left and right */
    private static function mixed(Pattern $pattern): array
    {
        $kits = new BuiltKits(getenv('PULSANDA_DATA').'/sounds');
        $bank = new PieceBank($kits->of($pattern->kit), $kits);
        $sides = [[], []];
        foreach (Mixdown::of($pattern, Excerpt::whole($pattern), $bank) as $block) {
            /** @var array<int, int> $numbers */
            $numbers = unpack('s*', $block);
            foreach ($numbers as $i => $number) {
                $sides[($i + 1) % 2][] = $number / 32767;
            }
        }

        return $sides;
    }

    /** @return array{list<float>, list<float>} left and right */
    private function rendered(Person $person, Pattern $pattern): array
    {
        /** @var array<string, array{file: string}> $manifest */
        $manifest = json_decode((string) file_get_contents(getenv('PULSANDA_DATA').'/build/.vite/manifest.json'), true);
        $music = Music::of($pattern->meter, $pattern->swing, $pattern->bars(), Spoken::voice(CountingStyle::Steps));
        $encoded = $person->driver->executeAsyncScript(
            <<<'JS'
                const [file, pattern, music, done] = arguments;
                (async () => {
                    const catalogue = await (await fetch('/api/catalogue')).json();
                    const { rendered } = await import(file);
                    return (await rendered(catalogue, JSON.parse(pattern), JSON.parse(music))).map((side) => {
                        const bytes = new Uint8Array(side.buffer, side.byteOffset, side.byteLength);
                        let text = '';
                        for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768));
                        return btoa(text);
                    });
                })().then(done, (problem) => done(String(problem)));
                JS,
            ['/build/'.$manifest['web/sound/offline.ts']['file'], PatternWriter::write($pattern), json_encode($music)],
        );
        self::assertIsArray($encoded, json_encode($encoded) ?: '');
        $sides = [];
        foreach ($encoded as $side) {
            self::assertIsString($side);
            /** @var array<int, float> $values */
            $values = unpack('g*', base64_decode($side, true) ?: '');
            $sides[] = array_values($values);
        }

        /** @var array{list<float>, list<float>} $sides */
        return $sides;
    }

    /** @return list<int> the frames of strokes before which a while was nothing */
    private static function starts(Pattern $pattern): array
    {
        $frames = array_map(
            static fn ($sounding): int => (int) round($pattern->tempo->seconds($sounding->played) * 44100),
            Soundings::of($pattern, 1),
        );
        $early = min(0, $frames[0] ?? 0);

        return array_values(array_unique(array_map(static fn (int $frame): int => $frame - $early, $frames)));
    }

    /**
     * How many samples after a stroke's time something changes, a few before it looked at too: the first that is a good deal further from
     * the one before than those before were.
     *
     * @param array{list<float>, list<float>} $sides
     */
    private static function begins(array $sides, int $start): int
    {
        $change = static fn (int $i): float => abs(($sides[0][$i] ?? 0) - ($sides[0][$i - 1] ?? 0))
            + abs(($sides[1][$i] ?? 0) - ($sides[1][$i - 1] ?? 0));
        $usual = max(array_map($change, range($start - 12, $start - 4)));
        for ($i = $start - 3; $i < $start + 64; ++$i) {
            if ($change($i) > 2 * $usual + 0.0005) {
                return $i - $start;
            }
        }

        return 64;
    }
}
