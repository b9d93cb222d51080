<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Tests\Core\Lesson;

/** What a drum teacher would say: wide causes first, and no more statements than needed. */
final class StatementsTest extends TestCase
{
    /**
     * @param array<string, list<int>> $played
     * @param list<string>             $said
     */
    #[DataProvider('workedExamples')]
    public function testTheWorkedExamples(array $played, array $said, float $placement, int $bars = 1): void
    {
        $comparison = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps($played, $bars));
        self::assertSame($said, Lesson::texts($comparison));
        self::assertEqualsWithDelta($placement, $comparison->aspects->placement, 0.00005);
    }

    /** @return iterable<string, array{0: array<string, list<int>>, 1: list<string>, 2: float, 3?: int}> */
    public static function workedExamples(): iterable
    {
        $target = Lesson::TARGET;
        yield '1 the same' => [$target, [], 1.0];
        yield '2 without snare 13' => [['snare' => [5]] + $target, ['Snare: a hit is missing on beat 4; add it.'], 0.9565];
        yield '3 snare late' => [['snare' => [6, 14]] + $target, ['Snare: every hit is one sixteenth late.'], 0.9167];
        $clap = ['clap' => [5, 13]] + $target;
        unset($clap['snare']);
        yield '4 clap for snare' => [$clap, ['Snare: the whole part is played on clap; move it to snare.'], 0.9167];
        $late = array_map(static fn (array $steps): array => array_map(static fn (int $step): int => $step + 3, $steps), $target);
        yield '5 everything late' => [
            $late,
            ['Everything is three sixteenths late.', 'Length: your beat has 2 bars, but the task has one bar.'],
            0.5,
            2,
        ];
        yield '6 exchanged' => [['kick' => [5, 13], 'snare' => [1, 9]] + $target, ['Kick and snare are exchanged; swap them.'], 0.8333];
        yield '7 hats on all' => [
            ['closed-hat' => range(1, 16)] + $target,
            ['Closed hi-hat: 8 hits too many in the bar; take them out.'],
            0.75,
        ];
        yield '8 two causes' => [
            ['kick' => [1], 'snare' => [6, 14]] + $target,
            ['Snare: every hit is one sixteenth late.', 'Kick: a hit is missing on beat 3; add it.'],
            0.8696,
        ];
    }

    public function testFewerStatementsWinOverAKeptMatch(): void
    {
        $comparison = Lesson::compare(Lesson::steps(['kick' => [1, 2]]), Lesson::steps(['kick' => [2, 3]]));
        self::assertSame(['shifted kick'], Lesson::said($comparison));
        self::assertSame(
            [240, 2, 0.5],
            [$comparison->statements[0]->ticks, $comparison->statements[0]->strokes, (float) $comparison->aspects->placement],
        );
    }

    public function testARowLeftOutAndARowAdded(): void
    {
        $target = Lesson::TARGET;
        $played = ['crash' => [1, 9]] + $target;
        unset($played['closed-hat']);
        $comparison = Lesson::compare(Lesson::steps($target), Lesson::steps($played));
        self::assertSame(['row-missing closed-hat', 'row-extra crash'], Lesson::said($comparison));
        self::assertSame('Closed hi-hat is left out; add its 8 hits.', Lesson::texts($comparison)[0]);
        self::assertEqualsWithDelta(
            2 * (4 + 0.5 + 0.5) / (12 + 6),
            $comparison->aspects->placement,
            1e-9,
            'two hats have a crash in their place; the others are not re-paired and have no credit',
        );
    }

    public function testARowEarlyInOneBarOnly(): void
    {
        $target = ['snare' => [5, 13, 21, 29], 'kick' => [1, 9, 17, 25]];
        $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps(['snare' => [5, 13, 20, 28]] + $target, 2));
        self::assertSame(['Snare: every hit in bar 2 is one sixteenth early.'], Lesson::texts($comparison));
        self::assertSame([[2], 'bar'], [$comparison->statements[0]->bars, $comparison->statements[0]->scope]);
    }

    public function testARowLateAnotherLeftOutAndTwoHitsMissing(): void
    {
        $target = ['kick' => [1, 7, 9, 11], 'snare' => [5, 13], 'closed-hat' => [1, 3, 5, 7, 9, 11, 13, 15], 'cowbell' => [3, 11]];
        $played = ['kick' => [1, 9], 'snare' => [6, 14], 'closed-hat' => $target['closed-hat']];
        self::assertEqualsCanonicalizing(
            ['shifted snare', 'row-missing cowbell', 'hit-missing kick'],
            Lesson::said(Lesson::compare(Lesson::steps($target), Lesson::steps($played))),
        );
    }

    public function testAShiftOfOneRowIsFoundAgainInRandomPatterns(): void
    {
        $random = Lesson::random(8);
        for ($round = 0; $round < 150; ++$round) {
            $target = ['kick' => self::someSteps($random), 'snare' => self::someSteps($random), 'closed-hat' => self::someSteps($random)];
            $by = $random->getInt(1, 3);
            $played = ['snare' => array_map(static fn (int $step): int => $step + $by, $target['snare'])] + $target;
            $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2));
            // Some shifts look the same as fewer or other changes; never is more said than there is.
            self::assertCount(
                1,
                $comparison->statements,
                json_encode([$target['snare'], $by]).' '.implode(' ', Lesson::texts($comparison)),
            );
            self::assertSame('snare', $comparison->statements[0]->instruments[0]->value);
        }
    }

    public function testWithOneHitTakenOutNoWiderCauseIsInvented(): void
    {
        $random = Lesson::random(9);
        for ($round = 0; $round < 150; ++$round) {
            $target = ['kick' => self::someSteps($random), 'snare' => self::someSteps($random)];
            $played = $target;
            unset($played['snare'][$random->getInt(0, \count($played['snare']) - 1)]);
            $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps(array_map(array_values(...), $played), 2));
            self::assertSame(['hit-missing snare'], Lesson::said($comparison), (string) json_encode($target));
        }
    }

    /** @return list<int> three to seven different steps of two bars, with room for a shift */
    private static function someSteps(\Random\Randomizer $random): array
    {
        $steps = $random->pickArrayKeys(array_fill(1, 28, true), $random->getInt(3, 7));
        sort($steps);

        return array_map(intval(...), $steps);
    }
}
