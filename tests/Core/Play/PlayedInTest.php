<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Play;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Edit\Quantize;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Play\CameAbout;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\View;
use Pulsanda\Tests\Core\Spoken;

/** A task that asks for a beat that is drummed in judges hands, not clicks. */
final class PlayedInTest extends TestCase
{
    /** At ♩ = 62.5 a tick is a millisecond. */
    private const MILLISECONDS = 25;

    public function testStrokesWithinTheToleranceAreInTime(): void
    {
        $report = self::compare([0, 25, -25, 10]);
        self::assertSame([20.0, 1.0], [$report->mark(), $report->aspects->feel]);
        self::assertSame([], $report->statements);
    }

    public function testWhatComesLateIsInItsPlaceAndCostsFeelAlone(): void
    {
        $report = self::compare([50, 50, 50, 50]);
        self::assertSame([1.0, 0.5], [$report->aspects->placement, $report->aspects->feel]);
        self::assertSame(
            ['Kick: 4 of 4 strokes come more than 25 ms late; play a touch earlier.'],
            $report->sentences(Spoken::voice()),
        );
        self::assertEqualsWithDelta(20 * 0.5 * 10 / 90, array_sum($report->gains), 0.01, 'what it says is all that was lost');
        self::assertSame([50, 50, 50, 50], array_column($report->toData()['pairs'], 'ticks'), 'the report tells it as it was played');
        self::assertSame(0.0, self::compare([80, 80, 80, 80])->aspects->feel);
        // Where it may be clicked, the same is out of its place.
        self::assertLessThan(1, Comparison::of(self::beat([0, 0, 0, 0]), self::beat([50, 50, 50, 50]), Policy::of())->aspects->placement);
    }

    public function testItIsToldWhetherTheyComeEarlyLateOrBoth(): void
    {
        self::assertStringContainsString('1 of 4 strokes comes more than 25 ms early; wait', self::said([0, -40, 0, 0]));
        self::assertStringContainsString('2 of 4 strokes come more than 25 ms early or late;', self::said([0, -40, 0, 40]));
    }

    public function testAPushThatIsAskedForIsToBePlayed(): void
    {
        $laidBack = self::beat([0, 40, 0, 40]);
        $by = Policy::of()->within(null, self::MILLISECONDS);
        self::assertSame(1.0, Comparison::of($laidBack, $laidBack, $by)->aspects->feel);
        self::assertLessThan(1, Comparison::of($laidBack, self::beat([0, -20, 0, -20]), $by)->aspects->feel);
    }

    /** @return iterable<string, array{int}> */
    public static function tolerances(): iterable
    {
        yield 'strict' => [10];
        yield 'usual' => [25];
        yield 'wide' => [60];
    }

    /** Over the Shelf: no stroke that comes nearer to its place lowers the mark, and time costs no more than feel weighs. */
    #[DataProvider('tolerances')]
    public function testNearerIsNeverWorse(int $within): void
    {
        mt_srand(33);
        $by = Policy::of()->within(null, $within);
        foreach (array_merge(...array_column(Grooves::lessons(), 'grooves')) as $groove) {
            $target = $groove->pattern;
            $far = self::played($target, static fn (): int => mt_rand(-110, 110));
            $near = self::played($far, static fn (Hit $hit): int => intdiv($hit->push, 2));
            [$asked, $worse, $better] = array_map(
                static fn (Pattern $one): Comparison => Comparison::of($target, $one, $by),
                [$target, $far, $near],
            );
            self::assertSame($by->points, $asked->mark(), $groove->key);
            self::assertGreaterThanOrEqual($worse->aspects->exact($by), $better->aspects->exact($by), $groove->key);
            self::assertSame(1.0, $worse->aspects->placement, $groove->key);
        }
    }

    public function testAHandThatIsMostlyInTimeIsRight(): void
    {
        $task = self::task();
        self::assertTrue($task->judge(self::beat([0, 0, 40, 0]), '')->findings->isEmpty());
        self::assertFalse($task->judge(self::beat([0, 40, 40, 0]), '')->findings->isEmpty());
    }

    public function testRulesLookAtPlacesToo(): void
    {
        $frame = PatternWriter::toData(self::beat([0, 0, 0, 0]));
        $rules = RequirementFile::fromData(json_decode(json_encode([['kind' => 'contains', 'frame' => $frame, 'points' => 5]]) ?: ''));
        $late = self::beat([60, 60, 60, 60]);
        $played = Task::of(Kind::Create, View::Seen, [Instrument::Kick], self::beat([]), [], freedom: Freedom::of(played: 25), requirements: $rules);
        $clicked = Task::of(Kind::Create, View::Seen, [Instrument::Kick], self::beat([]), [], requirements: $rules);
        self::assertSame([5.0, 0.0], [$played->judge($late, '')->suggested(), $clicked->judge($late, '')->suggested()]);
    }

    public function testTheTaskKeepsItAndJudgesOtherwiseByIt(): void
    {
        $task = self::task();
        self::assertEquals($task->freedom, Freedom::fromData((object) $task->freedom->toData(), ''));
        $stricter = self::task(10);
        self::assertFalse($task->judgesAs($stricter));
        self::assertTrue($task->hasSheetOf($stricter), 'what was handed in still fits');
    }

    public function testWhatWasStruckDrawnAndClickedIsCounted(): void
    {
        $kick = static fn (Hit ...$hits): Pattern => self::pattern(array_values($hits));
        $given = $kick(Hit::of(0));
        $beat = $kick(Hit::of(0), Hit::of(960, push: 10, struck: 40), Hit::of(1920, struck: -60), Hit::of(2880));
        self::assertSame(['hits' => 3, 'struck' => 2, 'drawn' => 90], CameAbout::of($beat, $given));
        self::assertSame(['hits' => 0, 'struck' => 0, 'drawn' => null], CameAbout::of($given, $given));
        // Who strikes what was given has struck it.
        self::assertSame(['hits' => 1, 'struck' => 1, 'drawn' => null], CameAbout::of($kick(Hit::of(0, struck: 0)), $given));
    }

    /** 200 rows that were struck anyhow: what is drawn to the grid by half was drawn by half. */
    public function testQuantizeKeepsHowItWasStruck(): void
    {
        mt_srand(7);
        foreach (range(1, 200) as $_) {
            $hits = array_map(static function (int $i): Hit {
                $push = mt_rand(-100, 100);

                return Hit::of(240 * $i, mt_rand(1, 127), $push, struck: $push);
            }, range(0, 15));
            $strength = mt_rand(0, 100);
            $row = Quantize::row(Row::of(Instrument::Kick, $hits), Snap::Sixteenth, $strength, 0, 3840);
            $told = CameAbout::of(self::pattern($row->hits), self::beat([]));
            self::assertSame(16, $told['struck']);
            self::assertEqualsWithDelta($strength, $told['drawn'], 2);
        }
    }

    public function testTheFileKeepsWhatWasStruck(): void
    {
        $beat = self::pattern([Hit::of(0, struck: 0), Hit::of(960, push: 5, struck: -12), Hit::of(1920)]);
        $hits = PatternReader::read(PatternWriter::write($beat))->sections[0]->rows[0]->hits;
        self::assertSame([0, -12, null], array_map(static fn (Hit $hit): ?int => $hit->struck, $hits));
    }

    /** @param \Closure(Hit): int $push */
    private static function played(Pattern $pattern, \Closure $push): Pattern
    {
        $row = static fn (Row $row): Row => $row->withHits(
            array_map(static fn (Hit $hit): Hit => $hit->moved($hit->at, $push($hit)), $row->hits),
        );

        return $pattern->withSections(array_map(
            static fn (Section $one): Section => Section::of($one->name, $one->bars, array_map($row, $one->rows), $pattern->meter),
            $pattern->sections,
        ));
    }

    /** @param list<int> $pushes of a kick on each quarter, in milliseconds */
    private static function beat(array $pushes): Pattern
    {
        return self::pattern(array_map(static fn (int $push, int $i): Hit => Hit::of(960 * $i, push: $push), $pushes, array_keys($pushes)));
    }

    /** @param list<Hit> $hits */
    private static function pattern(array $hits): Pattern
    {
        $meter = Meter::of(4, 4);

        return Pattern::of('Beat', $meter, Tempo::of(62.5, '4'), [Section::of('A', 1, [Row::of(Instrument::Kick, $hits)], $meter)]);
    }

    /** @param list<int> $pushes */
    private static function said(array $pushes): string
    {
        return implode(' ', self::compare($pushes)->sentences(Spoken::voice()));
    }

    /** @param list<int> $pushes */
    private static function compare(array $pushes): Comparison
    {
        return Comparison::of(self::beat([0, 0, 0, 0]), self::beat($pushes), Policy::of()->within(null, self::MILLISECONDS));
    }

    private static function task(int $within = self::MILLISECONDS): Task
    {
        return Task::of(
            Kind::Copy, View::Seen, [Instrument::Kick], null, [self::beat([0, 0, 0, 0])], freedom: Freedom::of(played: $within),
        );
    }
}
