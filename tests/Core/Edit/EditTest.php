<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Edit;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Edit\Fill;
use Pulsanda\Core\Edit\Quantize;
use Pulsanda\Core\Edit\Remeter;
use Pulsanda\Core\Edit\Rescale;
use Pulsanda\Core\Edit\RowShape;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

/** Changes of a pattern that need musical computation. */
final class EditTest extends TestCase
{
    /** @param list<int> $places */
    #[DataProvider('fills')]
    public function testFills(Fill $fill, Meter $meter, array $places): void
    {
        self::assertSame($places, $fill->places($meter));
    }

    /** @return iterable<string, array{Fill, Meter, list<int>}> */
    public static function fills(): iterable
    {
        yield 'every beat of 4/4' => [Fill::EveryBeat, Meter::of(4, 4), [0, 960, 1920, 2880]];
        yield 'the backbeat of 4/4' => [Fill::Backbeat, Meter::of(4, 4), [960, 2880]];
        yield 'the backbeat of 6/8' => [Fill::Backbeat, Meter::of(6, 8), [1440]];
        yield 'the beats of 7/8' => [Fill::EveryBeat, Meter::of(7, 8, [2, 2, 3]), [0, 960, 1920]];
        yield 'the offbeats of 3/4' => [Fill::Offbeats, Meter::of(3, 4), [480, 1440, 2400]];
        yield 'the offbeats of 6/8' => [Fill::Offbeats, Meter::of(6, 8), [480, 960, 1920, 2400]];
        yield 'eighths of 2/4' => [Fill::Eighths, Meter::of(2, 4), [0, 480, 960, 1440]];
        yield 'triplets of 2/4' => [Fill::Triplets, Meter::of(2, 4), [0, 320, 640, 960, 1280, 1600]];
        yield 'sixteenths of 3/16' => [Fill::Sixteenths, Meter::of(3, 16), [0, 240, 480]];
    }

    public function testAFillLiesInTheBarOfAnyMeter(): void
    {
        $random = Lesson::random(11);
        for ($round = 0; $round < 100; ++$round) {
            $meter = Lesson::any($random)->meter;
            foreach (Fill::cases() as $fill) {
                foreach ($fill->places($meter) as $place) {
                    self::assertLessThan($meter->barTicks(), $place);
                }
            }
        }
    }

    public function testTheShapeOfARow(): void
    {
        $shape = RowShape::of([0, 720, 1440, 1920, 2640, 3360], 1, 3840);
        self::assertSame([720, 720, 480, 720, 720, 480], $shape->gaps);
        self::assertSame(2, $shape->turns, '3 3 2 goes round twice');
        self::assertSame([1], $shape->halves);
        $even = RowShape::of([0, 960, 1920, 2880, 3840, 4800, 5760, 6720], 2, 3840);
        self::assertSame([8, [[1, 2]], [1, 2]], [$even->turns, $even->bars, $even->halves]);
        self::assertEqualsWithDelta(1.0, $even->evenness, 1e-9);
        self::assertLessThan(0.8, RowShape::of([0, 240, 480, 720], 1, 3840)->evenness);
        self::assertNull(RowShape::of([480], 1, 3840)->evenness);
        self::assertSame([[], 1], [RowShape::of([], 1, 3840)->gaps, RowShape::of([], 1, 3840)->turns]);
    }

    public function testGapsAddUpToTheLengthAndTurningKeepsTheEvenness(): void
    {
        $random = Lesson::random(12);
        for ($round = 0; $round < 100; ++$round) {
            $places = array_map(intval(...), $random->pickArrayKeys(range(0, 31), $random->getInt(2, 9)));
            $shape = RowShape::of($places, 2, 16);
            self::assertSame(32, array_sum($shape->gaps));
            $turned = RowShape::of(array_map(static fn (int $place): int => ($place + 5) % 32, $places), 2, 16);
            self::assertEqualsWithDelta((float) $shape->evenness, (float) $turned->evenness, 1e-9);
            self::assertSame($shape->turns, $turned->turns);
            $even = array_map(static fn (int $i): int => intdiv(32 * $i, \count($places)), array_keys($places));
            self::assertLessThanOrEqual(RowShape::of($even, 2, 16)->evenness + 1e-9, $shape->evenness, 'nothing is more even than a spread');
        }
    }

    public function testQuantizingFullyPutsHitsOnTheGridAndHalfwayHalfwayThere(): void
    {
        $row = Row::of(Instrument::Kick, [Hit::of(10), Hit::of(700, push: 40), Hit::of(1300)]);
        $at = static fn (Row $row): array => array_map(static fn (Hit $hit): array => [$hit->at, $hit->push], $row->hits);
        self::assertSame([[0, 0], [720, 0], [1200, 0]], $at(Quantize::row($row, Snap::Sixteenth, 100, 0, 3840)));
        self::assertSame([[0, 5], [720, 10], [1200, 50]], $at(Quantize::row($row, Snap::Sixteenth, 50, 0, 3840)));
        self::assertSame([[0, 0], [700, 40], [1300, 0]], $at(Quantize::row($row, Snap::Sixteenth, 100, 0, 480)), 'only within the range');
    }

    public function testQuantizingNeverLosesAHitAndOnceIsEnough(): void
    {
        $random = Lesson::random(13);
        for ($round = 0; $round < 80; ++$round) {
            $pattern = Lesson::any($random);
            foreach ($pattern->sections as $section) {
                $end = $section->bars * $pattern->meter->barTicks();
                foreach ($section->rows as $row) {
                    $snap = Snap::cases()[$random->getInt(0, 7)];
                    $once = Quantize::row($row, $snap, 100, 0, $end);
                    self::assertCount(\count($row->hits), $once->hits);
                    self::assertEquals($row, Quantize::row($row, Snap::SixtyFourth, 0, 0, 0), 'nothing in range, nothing changed');
                    $velocities = static fn (Row $one): array => array_count_values(
                        array_map(static fn (Hit $hit): int => $hit->velocity, $one->hits),
                    );
                    self::assertEqualsCanonicalizing($velocities($row), $velocities($once));
                }
            }
        }
    }

    public function testDoubledThenHalvedIsTheSame(): void
    {
        $random = Lesson::random(14);
        for ($round = 0; $round < 60; ++$round) {
            $pattern = Lesson::any($random);
            foreach ($pattern->sections as $section) {
                $back = Rescale::half(Rescale::double($section, $pattern->meter), $pattern->meter);
                $places = static fn (Section $one): array => array_map(static fn (Row $row): array => $row->hits, $one->rows);
                self::assertEquals([$section->bars, $places($section)], [$back->bars, $places($back)]);
            }
        }
    }

    public function testDoublingStretchesTheGridAlong(): void
    {
        $section = Lesson::grid('kick x.x.|....|x...|....')->sections[0];
        $double = Rescale::double($section, Meter::of(4, 4));
        self::assertSame(
            [2, Snap::Eighth, [0, 960, 3840]],
            [$double->bars, $double->rows[0]->snap, array_map(static fn (Hit $hit): int => $hit->at, $double->rows[0]->hits)],
        );
        $this->expectExceptionMessage('would have 18 bars; at most 16 are possible');
        Rescale::double(Section::of('Long', 9, [], Meter::of(4, 4)), Meter::of(4, 4));
    }

    public function testHitsTooCloseToSqueezeAreRefused(): void
    {
        $this->expectExceptionMessage('Two hits of kick lie too close together');
        Rescale::half(Section::of('A', 1, [Row::of(Instrument::Kick, [Hit::of(0), Hit::of(1)])], Meter::of(4, 4)), Meter::of(4, 4));
    }

    public function testAnotherMeterKeepsWhatFitsAndNamesTheRest(): void
    {
        $four = Lesson::grid("kick x...|....|x...|..x.|x...|....|....|....\nsnare ....|x...|....|x...|....|x...|....|x...", 2);
        $three = Remeter::of($four, Meter::of(3, 4));
        self::assertSame(
            [[0, 1920, 2880], [960, 3840]],
            array_map(
                static fn (Row $row): array => array_map(static fn (Hit $hit): int => $hit->at, $row->hits),
                $three->pattern->sections[0]->rows,
            ),
        );
        self::assertSame(
            [
                ['section' => 0, 'row' => 0, 'at' => 3360],
                ['section' => 0, 'row' => 1, 'at' => 2880],
                ['section' => 0, 'row' => 1, 'at' => 6720],
            ],
            $three->lost,
        );
        $six = Remeter::of($four, Meter::of(6, 8))->pattern->tempo;
        self::assertSame(['4.', 64.0, 96.0], [$six->beat, $six->bpm(), $six->quarters()], 'the pace stays, and not the number');
        $five = Remeter::of($four, Meter::of(5, 8))->pattern->tempo;
        self::assertSame(['8', 192.0], [$five->beat, $five->bpm()]);
        $fast = Lesson::grid('kick x...|....|x...|....', 1, null, Tempo::of(250, '4'));
        self::assertSame('4', Remeter::of($fast, Meter::of(5, 8))->pattern->tempo->beat, '500 eighths a minute are no tempo');
    }

    public function testALongerBarLosesNothingAndComesBack(): void
    {
        $random = Lesson::random(15);
        for ($round = 0; $round < 60; ++$round) {
            $pattern = Lesson::any($random);
            $longer = Remeter::of($pattern, Meter::of($pattern->meter->count + 1, $pattern->meter->unit));
            self::assertSame([], $longer->lost);
            $back = Remeter::of($longer->pattern, $pattern->meter);
            self::assertSame([], $back->lost);
            self::assertEquals($pattern->sections, $back->pattern->sections);
        }
    }

    /** Straight, swung and anything between, in a beat that swings as it likes: what is drawn all the way is heard where it was wanted. */
    public function testHitsAreDrawnTowardStraightOrSwungPlaces(): void
    {
        mt_srand(11);
        foreach ([[Meter::of(4, 4), 8], [Meter::of(4, 4), 16], [Meter::of(6, 8), 16], [Meter::of(5, 4), 8]] as [$meter, $unit]) {
            foreach (range(1, 50) as $_) {
                [$groove, $toward] = [
                    GrooveMap::of($meter, Swing::of(mt_rand(50, 75), $unit)),
                    GrooveMap::of($meter, Swing::of(mt_rand(50, 75), $unit)),
                ];
                $snap = 8 === $unit ? Snap::Eighth : Snap::Sixteenth;
                $hits = array_map(
                    static fn (int $place): Hit => Hit::of($place * $snap->ticks(), push: mt_rand(-60, 60)),
                    range(0, intdiv($meter->barTicks(), $snap->ticks()) - 1),
                );
                $heard = static fn (Row $row): array => array_map(
                    static fn (Hit $hit): int => $groove->played($hit->at) + $hit->push,
                    $row->hits,
                );
                $row = Quantize::row(Row::of(Instrument::Kick, $hits), $snap, 100, 0, $meter->barTicks(), $groove, $toward);
                foreach ($heard($row) as $i => $tick) {
                    self::assertEqualsWithDelta($toward->played($i * $snap->ticks()), $tick, 1, "place $i");
                }
                self::assertSame($hits, Quantize::row(Row::of(Instrument::Kick, $hits), $snap, 0, 0, 0, $groove, $toward)->hits);
            }
        }
    }

    public function testTheWayBackThroughAGrooveLeadsToWhatWasWritten(): void
    {
        foreach ([50, 57.5, 66.67, 75] as $percent) {
            $map = GrooveMap::of(Meter::of(7, 8), Swing::of($percent, 8));
            foreach (range(-4000, 8000, 7) as $tick) {
                self::assertEqualsWithDelta($tick, $map->written($map->played($tick)), 1);
            }
        }
    }
}
