<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Sound\Kit\Beacon;
use Pulsanda\Core\Sound\Kit\Kits;
use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Strike;
use Pulsanda\Core\Sound\Synth\Recipe;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Tests\Core\Lesson;

final class KitsTest extends TestCase
{
    public function testEveryKitHasManyInstrumentsAndRelativesForTheRest(): void
    {
        self::assertSame(KitName::cases(), array_map(static fn ($kit): KitName => $kit->name(), Kits::all()));
        foreach (Kits::all() as $kit) {
            $there = [];
            foreach ($kit->voices() as $instrument => $voice) {
                self::assertNotContains($instrument, $there, 'each once');
                $there[] = $instrument;
            }
            $least = \in_array($kit->name(), [KitName::Parade, KitName::Pier], true) ? 14 : 20;
            self::assertGreaterThanOrEqual($least, \count($there), $kit->name()->value);
            $played = Kits::played($there);
            self::assertCount(\count(Instrument::cases()), [...$there, ...$played]);
            foreach ($played as $name => $relative) {
                self::assertContains(Instrument::from($relative), $there, "$name is played by one that is there");
            }
        }
        self::assertSame('crash', Kits::played([Instrument::Kick, Instrument::Snare, Instrument::Crash])['crash-2']);
        self::assertSame('kick', Kits::played([Instrument::Kick, Instrument::Snare, Instrument::Crash])['floor-tom']);
    }

    public function testAnUnknownKitIsRefusedWithTheListOfThoseThatShip(): void
    {
        $grid = Lesson::grid('kick x...|....|....|....');
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessageMatches('/^kit: there is no kit "lighthouse"; choose one of: boathouse, parade, pier, tide-pool, beacon\.$/');
        Pattern::of('Lesson', $grid->meter, $grid->tempo, $grid->sections, kit: 'lighthouse');
    }

    public function testEveryElectronicSoundStartsAtOnceAndEndsWithoutAClick(): void
    {
        foreach ((new Beacon())->voices() as $instrument => $recipe) {
            self::assertInstanceOf(Recipe::class, $recipe);
            $strike = self::strike($instrument, $recipe->render(), $recipe->seconds);
            foreach ($strike->layers as $layer) {
                foreach ($layer['takes'] as ['from' => $from, 'samples' => $samples]) {
                    $take = Sample::of(Wav::values(substr($strike->pcm, 2 * $from, 2 * $samples)));
                    self::assertLessThanOrEqual(Sample::PEAK, $take->peak(), $instrument->value);
                    self::assertGreaterThan(0.04 * $take->peak(), abs($take->values[0]), "$instrument->value starts at its first sample");
                    self::assertLessThan(0.002, abs($take->values[$samples - 1]), "$instrument->value does not click at its end");
                }
            }
        }
    }

    public function testASofterLayerIsAsLoudAndDarker(): void
    {
        $random = Lesson::random(3);
        $noise = Sample::of(array_map(static fn (int $i): float => $random->getInt(-1000, 1000) / 1000 * exp(-$i / 4000), range(0, 12000)));
        $strike = self::strike(Instrument::Snare, $noise, 0.3, true);
        self::assertSame([39, 74, 104, 127], array_column($strike->layers, 'to'));
        $brightness = $loudness = [];
        foreach ($strike->layers as $layer) {
            self::assertCount(2, $layer['takes']);
            ['from' => $from, 'samples' => $samples] = $layer['takes'][0];
            $take = Sample::of(Wav::values(substr($strike->pcm, 2 * $from, 2 * $samples)));
            $brightness[] = $take->brightness();
            $loudness[] = 20 * log10($take->loudness());
        }
        $sorted = $brightness;
        sort($sorted);
        self::assertSame($sorted, $brightness, 'the harder, the brighter');
        self::assertGreaterThan(1.1 * $brightness[0], $brightness[3]);
        self::assertEqualsWithDelta($loudness[3], $loudness[0], 1, 'how loud it is comes from the velocity alone');
        self::assertNotSame($strike->take(90, 0), $strike->take(90, 1), 'takes change');
        self::assertSame($strike->take(90, 0), $strike->take(104, 2));
        self::assertNotSame($strike->take(104, 0), $strike->take(105, 0));
    }

    private static function strike(Instrument $instrument, Sample $sample, float $seconds, bool $varied = false): Strike
    {
        return Strike::of($instrument, array_fill_keys(array_column(Level::cases(), 'value'), [$sample]), $varied, $seconds);
    }
}
