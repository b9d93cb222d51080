<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\TestCase;
use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Shelf\Lesson;
use Pulsanda\Core\Sound\Kit\ReferenceGroove;
use Pulsanda\Core\Sound\Loudness;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Mix\Score;
use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Wav;

/** The kits as they were built for this run. */
final class BuiltKitsTest extends TestCase
{
    /** Seconds that anything rings at most. */
    private const RING = 4;
    /** What the sounds of a kit are held against: what is softer is at most so much brighter, cymbals and snares are so much darker. */
    private const BRIGHTER = 1.01;
    private const DARKER = ['snare' => 0.85, 'snare-2' => 0.9, 'closed-hat' => 0.97, 'open-hat' => 0.97, 'crash' => 0.92];
    /** Decibels by which any two are unlike: Spectrum. */
    private const UNLIKE = 2.0;
    /** What a tom is above the one below it: a semitone and a half, which anybody hears. */
    private const HIGHER = 1.09;
    /** Decibels below its peak at which a sound ends. */
    private const END = -50;

    public function testEveryKitHasEveryInstrumentFromItsFirstSampleOn(): void
    {
        foreach ($this->built() as $name) {
            $kit = self::kits()->of($name);
            $heard = [];
            foreach (Instrument::cases() as $instrument) {
                // A relative plays what the kit lacks.
                $strike = $kit->strike($instrument);
                if (isset($heard[spl_object_id($strike)])) {
                    continue;
                }
                $heard[spl_object_id($strike)] = true;
                $peaks = [];
                foreach (Level::cases() as $level) {
                    foreach ([0, 1] as $turn) {
                        ['from' => $from, 'samples' => $samples] = $strike->take($level->entry(), $turn);
                        if (isset($peaks[$from])) {
                            continue;
                        }
                        $take = Sample::of(Wav::values(substr($strike->pcm, 2 * $from, 2 * $samples)));
                        self::assertGreaterThan(0.04 * $take->peak(), abs($take->values[0]), "$name: $instrument->value, $level->value");
                        $peaks[$from] = $take->loudness();
                    }
                }
                self::assertLessThan(2.0, max($peaks) / min($peaks), "$name: $instrument->value is as loud in every layer");
            }
        }
    }

    public function testOneGrooveIsAsLoudInEveryKit(): void
    {
        $groove = ReferenceGroove::pattern();
        foreach ($this->built() as $name) {
            $loud = Loudness::of(Mixdown::of($groove, Excerpt::whole($groove), self::kits()->of($name)));
            self::assertEqualsWithDelta(ReferenceGroove::LOUDNESS, $loud, 0.5, $name);
        }
    }

    /** Each groove of the Shelf with one of the kits: the file of the loop is a pass after many others, to the sample. */
    public function testALoopGoesRoundWithoutASeam(): void
    {
        $names = $this->built();
        $grooves = array_merge(...array_map(static fn (Lesson $lesson): array => $lesson->grooves, Grooves::lessons()));
        foreach ($grooves as $i => $groove) {
            [$pattern, $kit] = [$groove->pattern, $names[$i % \count($names)]];
            $sound = static fn (Excerpt $excerpt): string => implode('', iterator_to_array(
                Mixdown::of($pattern, $excerpt, self::kits()->of($kit)),
                false,
            ));
            $loop = $sound(Excerpt::whole($pattern)->asLoop());
            $length = \strlen($loop);
            // What is struck in one pass rings into so many others.
            $before = (int) ceil(self::RING * Wav::RATE * 4 / $length);
            // Grace strokes before the first beat begin the file, and those of the pass after sound in the one that is looked at.
            $passes = $sound($many = Excerpt::whole($pattern, $before + 2));
            $from = $before * $length + 4 * Score::of($pattern, $many)->frames - ($before + 2) * $length;
            self::assertTrue(substr($passes, $from, $length) === $loop, "$groove->key with $kit");
            self::assertSame(substr($passes, $from - 4, 4), substr($loop, -4), "$groove->key with $kit jumps at its seam");
            // Of the left channel, no loud sample (over 0.05) comes twenty times in a row; a frame has two bytes a channel, the higher one last.
            self::assertSame(1, preg_match('~\A(?:.[\x00-\x06\xf9-\xff]..|(..)..(?!(?:\1..){19}))*+\z~s', $loop), "$groove->key with $kit stands still");
        }
    }

    public function testNoSoundIsCutWhileItRings(): void
    {
        foreach ($this->built() as $name) {
            foreach ($this->sounds($name) as $instrument => $sample) {
                $tail = Sample::of(\array_slice($sample->values, -max(2, intdiv(\count($sample->values), 100))));
                $decibels = 20 * log10(max($tail->peak(), 1e-9) / $sample->peak());
                self::assertLessThan(self::END, $decibels, "$name: $instrument ends while it is loud");
            }
        }
    }

    public function testTomsRiseInPitch(): void
    {
        $toms = ['low-floor-tom', 'floor-tom', 'low-tom', 'low-mid-tom', 'high-mid-tom', 'high-tom'];
        foreach ($this->built() as $name) {
            $sounds = $this->sounds($name);
            $below = 0.0;
            foreach (array_intersect($toms, array_keys($sounds)) as $tom) {
                $pitch = self::pitch($sounds[$tom]);
                self::assertGreaterThan(self::HIGHER * $below, $pitch, "$name: $tom");
                $below = $pitch;
            }
        }
    }

    public function testASoundIsDarkerWhenItIsSofter(): void
    {
        foreach ($this->built() as $name) {
            $centres = [];
            foreach ([Level::Ghost, Level::Firm, Level::Accent] as $level) {
                foreach ($this->sounds($name, $level) as $instrument => $sample) {
                    $centres[$instrument][] = Spectrum::centre($sample);
                }
            }
            foreach ($centres as $instrument => [$ghost, $firm, $accent]) {
                self::assertLessThan(self::BRIGHTER * $firm, $ghost, "$name: $instrument, a ghost beside a firm hit");
                self::assertLessThan(self::BRIGHTER * $accent, $firm, "$name: $instrument, a firm hit beside an accent");
                $share = self::DARKER[$instrument] ?? self::BRIGHTER;
                self::assertLessThan($share * $accent, $ghost, "$name: $instrument, a ghost beside an accent");
            }
        }
    }

    public function testNoTwoSoundsOfAKitAreAlike(): void
    {
        foreach ($this->built() as $name) {
            $spectra = array_map(Spectrum::of(...), $this->sounds($name));
            while (null !== $one = array_key_first($spectra)) {
                $spectrum = array_shift($spectra);
                foreach ($spectra as $other => $beside) {
                    self::assertGreaterThan(self::UNLIKE, $spectrum->unlike($beside), "$name: $one is like $other");
                }
            }
        }
    }

    /** @return array<string, Sample> the sounds that a kit has itself, as a hit of this level plays them */
    private function sounds(string $name, Level $level = Level::Firm): array
    {
        $file = getenv('PULSANDA_DATA').self::kits()->all()[$name];
        /** @var array{sounds: list<array{instrument: string}>} $description */
        $description = json_decode((string) file_get_contents($file), true);
        $sounds = [];
        foreach (array_column($description['sounds'], 'instrument') as $instrument) {
            $strike = self::kits()->of($name)->strike(Instrument::from($instrument));
            ['from' => $from, 'samples' => $samples] = $strike->take($level->entry(), 0);
            $sounds[$instrument] = Sample::of(Wav::values(substr($strike->pcm, 2 * $from, 2 * $samples)));
        }

        return $sounds;
    }

    /** The strongest frequency from 40 to 400 Hz of the first 0.4 s, by Goertzel's filter under a Hann window. */
    private static function pitch(Sample $sample): float
    {
        // One of four values is enough for so low a tone.
        $values = array_values(array_filter(
            \array_slice($sample->values, 0, (int) (0.4 * Wav::RATE)),
            static fn (int $i): bool => 0 === $i % 4,
            \ARRAY_FILTER_USE_KEY,
        ));
        $count = \count($values);
        [$most, $found] = [0.0, 0.0];
        for ($hertz = 40; $hertz < 400; ++$hertz) {
            $step = 2 * cos(2 * \M_PI * $hertz * 4 / Wav::RATE);
            $one = $two = 0.0;
            foreach ($values as $i => $value) {
                [$one, $two] = [$step * $one - $two + $value * (1 - cos(2 * \M_PI * $i / $count)) / 2, $one];
            }
            $power = $one ** 2 + $two ** 2 - $step * $one * $two;
            [$most, $found] = $power > $most ? [$power, (float) $hertz] : [$most, $found];
        }

        return $found;
    }

    public function testTheFourRowsOfAFirstTaskAreSmall(): void
    {
        foreach ($this->built() as $name) {
            $file = getenv('PULSANDA_DATA').self::kits()->all()[$name];
            /** @var array{sounds: list<array{instrument: string, bytes: int}>} $kit */
            $kit = json_decode((string) file_get_contents($file), true);
            $bytes = array_column($kit['sounds'], 'bytes', 'instrument');
            $first = array_intersect_key($bytes, array_flip(['kick', 'snare', 'closed-hat', 'open-hat']));
            self::assertLessThanOrEqual(400_000, array_sum($first), $name);
        }
    }

    /** @return list<string> on a machine without the sound font the electronic one alone */
    private function built(): array
    {
        $built = array_keys(self::kits()->all());
        self::assertContains(KitName::Beacon->value, $built);
        if (is_file('/usr/share/sounds/sf3/FluidR3Mono_GM.sf3')) {
            self::assertSame(array_column(KitName::cases(), 'value'), $built);
        }

        return $built;
    }

    private static function kits(): BuiltKits
    {
        return new BuiltKits(getenv('PULSANDA_DATA').'/sounds');
    }
}
