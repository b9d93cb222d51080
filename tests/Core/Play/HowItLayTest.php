<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Play;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Edit\Quantize;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Play\HowItLay;
use Pulsanda\Core\Play\Median;
use Pulsanda\Core\Play\Timing;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/** What is told of a played beat agrees with how it was played. */
final class HowItLayTest extends TestCase
{
    /** Milliseconds of a tick at ♩ = 62.5. */
    private const TICK = 1.0;

    public function testARowIsTooLateAndHowMuch(): void
    {
        $told = HowItLay::of(self::beat([12, 14, 10, 12], [40, 90, 60, 118]));
        self::assertSame(
            [['section' => 0, 'row' => 0, 'strokes' => 4, 'median' => 12.0, 'spread' => 1.0, 'drift' => null, 'softest' => 40, 'loudest' => 118]],
            $told['rows'],
        );
        self::assertNull($told['swing'], 'nothing is between the eighths');
    }

    public function testOneSlipIsNoWayOfPlaying(): void
    {
        $row = HowItLay::of(self::beat([-8, -8, 110, -8, -7]))['rows'][0];
        self::assertSame([-8.0, 0.0], [$row['median'], $row['spread']]);
    }

    public function testAHandThatGetsLaterFromBarToBarDrifts(): void
    {
        $pushes = array_map(static fn (int $i): int => 5 * intdiv($i, 4), range(0, 15));
        self::assertEqualsWithDelta(5, HowItLay::of(self::beat($pushes, bars: 4))['rows'][0]['drift'], 0.6);
        self::assertEqualsWithDelta(0, HowItLay::of(self::beat(array_fill(0, 16, 9), bars: 4))['rows'][0]['drift'], 0.01);
    }

    /** @param float $asked of the pattern, @param float $heard as it was played */
    #[DataProvider('swings')]
    public function testSwingIsToldAsItWasPlayed(float $asked, int $push, float $heard): void
    {
        $hits = [];
        foreach ([0, 1, 2, 3] as $beat) {
            $hits[] = Hit::of(960 * $beat);
            $hits[] = Hit::of(960 * $beat + 480, push: $push);
        }
        $told = Timing::swing(self::patternOf($hits, 1, Swing::of($asked, 8)));
        self::assertNotNull($told);
        self::assertEqualsWithDelta($heard, $told['percent'], 0.1);
        self::assertSame([0.0, 8], [$told['spread'], $told['unit']]);
    }

    /** @return iterable<string, array{float, int, float}> */
    public static function swings(): iterable
    {
        yield 'straight, as written' => [50, 0, 50];
        yield 'straight, played with a lilt' => [50, 96, 60];
        yield 'triplets, as written' => [66.67, 0, 66.67];
        yield 'triplets, played straighter' => [66.67, -96, 56.67];
    }

    public function testClickedBeatsAreNotTakenForPlayedOnes(): void
    {
        self::assertFalse(Timing::isPlayed(self::beat(array_fill(0, 8, 0))));
        self::assertFalse(Timing::isPlayed(self::beat([20, 20, 0, 0, 0, 0, 0, 0])), 'two that are pushed on purpose');
        self::assertTrue(Timing::isPlayed(self::beat([3, -2, 0, 7, 1, 0, -4, 2])));
    }

    public function testWhatIsToldAgreesWithWhatWasFedForTwoHundredBeats(): void
    {
        mt_srand(33);
        for ($round = 0; $round < 200; ++$round) {
            $count = mt_rand(1, 16);
            $pushes = array_map(static fn (): int => mt_rand(-90, 90), range(1, $count));
            $pattern = self::beat($pushes, array_map(static fn (): int => mt_rand(1, 127), $pushes), intdiv($count + 3, 4));
            $told = HowItLay::of($pattern)['rows'][0];
            $low = \count(array_filter($pushes, static fn (int $push): bool => $push * self::TICK < $told['median']));
            $high = \count(array_filter($pushes, static fn (int $push): bool => $push * self::TICK > $told['median']));
            self::assertLessThanOrEqual($count / 2, max($low, $high), 'half are earlier, half later');
            $within = \count(array_filter(
                $pushes,
                static fn (int $push): bool => abs($push * self::TICK - $told['median']) <= $told['spread'] + 0.05,
            ));
            self::assertGreaterThanOrEqual($count / 2, $within);
            // Drawn to its grid it is the written beat.
            $row = Quantize::row($pattern->sections[0]->rows[0], Snap::Quarter, 100, 0, $pattern->sections[0]->bars * 3840);
            self::assertSame(range(0, 960 * ($count - 1), 960), array_map(static fn (Hit $hit): int => $hit->at + $hit->push, $row->hits));
        }
    }

    public function testTheMiddleOfNothingIsNothing(): void
    {
        self::assertSame([0.0, 3.0, 2.5], [Median::of([]), Median::of([9, 3, 1]), Median::of([4, 1, 2, 3])]);
    }

    /**
     * @param list<int> $pushes     of strokes on quarters
     * @param list<int> $velocities
     */
    private static function beat(array $pushes, array $velocities = [], int $bars = 4): Pattern
    {
        $hits = [];
        foreach ($pushes as $i => $push) {
            $hits[] = Hit::of(960 * $i, $velocities[$i] ?? 90, $push);
        }

        return self::patternOf($hits, $bars);
    }

    /** @param list<Hit> $hits */
    private static function patternOf(array $hits, int $bars, ?Swing $swing = null): Pattern
    {
        $meter = Meter::of(4, 4);
        $section = Section::of('A', $bars, [Row::of(Instrument::Snare, $hits)], $meter);

        return Pattern::of('Played', $meter, Tempo::of(62.5, '4'), [$section], swing: $swing);
    }
}
