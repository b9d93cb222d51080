<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
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
        yield '2 without snare 13' => [['snare' => [5]] + $target, ['Snare: a hit is missing on beat 4; add it.'], 0.8653];
        yield '3 snare late' => [['snare' => [6, 14]] + $target, ['Snare: every hit is one sixteenth late.'], 0.6808];
        $clap = ['clap' => [5, 13]] + $target;
        unset($clap['snare']);
        yield '4 clap for snare' => [$clap, ['Snare: the whole part is played on clap; move it to snare.'], 0.8333];
        $late = array_map(static fn (array $steps): array => array_map(static fn (int $step): int => $step + 3, $steps), $target);
        yield '5 everything late' => [
            $late,
            ['Everything is three sixteenths late.', 'Length: your beat has 2 bars, but the task has one bar.'],
            0.5,
            2,
        ];
        yield '6 exchanged' => [['kick' => [5, 13], 'snare' => [1, 9]] + $target, ['Kick and snare are swapped; swap them back.'], 0.6667];
        yield '7 hats on all' => [
            ['closed-hat' => range(1, 16)] + $target,
            ['Closed hi-hat: 8 extra hits in the bar; remove them.'],
            0.6667,
        ];
        yield '8 two causes' => [
            ['kick' => [1], 'snare' => [6, 14]] + $target,
            ['Snare: every hit is one sixteenth late.', 'Kick: a hit is missing on beat 3; add it.'],
            0.5461,
        ];
    }

    /** Worked example 10. */
    public function testNothingIsOneThingToSayAndEarnsNothing(): void
    {
        $nothing = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(['kick' => []]));
        self::assertSame(['The bar is empty; fill it.'], Lesson::texts($nothing));
        self::assertSame(0.0, $nothing->mark());
        $all = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(array_map(static fn (): array => range(1, 16), Lesson::TARGET)));
        self::assertSame(['another-beat'], Lesson::said($all));
        self::assertSame(0.0, $all->mark(), 'filling everything earns nothing');
    }

    /** Worked example 11. */
    public function testAStatementNeverLowersTheMark(): void
    {
        $target = ['closed-hat' => range(1, 31, 2), 'snare' => [5, 13, 21, 29], 'kick' => [1, 9, 17, 25, 27]];
        $played = ['kick' => [1, 9, 11, 17, 25]] + $target;
        $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2));
        self::assertSame(['Bars 1 and 2 are swapped; swap them back.'], Lesson::texts($comparison));
        self::assertGreaterThanOrEqual(
            Placement::of(Lesson::steps($target, 2), $comparison->pairing->pairs, [], Policy::of(), 7680)->aspect(),
            $comparison->aspects->placement,
            'no less than the raw pairs give',
        );
    }

    /** Worked example 12. */
    public function testTheFirstBarTwiceWithAHitMissingInBoth(): void
    {
        $target = ['kick' => [1, 7, 9, 17, 27, 29], 'snare' => [5, 13, 21, 24, 30], 'ride' => range(1, 31, 2)];
        $played = ['kick' => [1, 9, 17, 25], 'snare' => [5, 13, 21, 29]] + $target;
        self::assertSame(
            ['Bar 2 is the same as bar 1; change it as the target does.', 'Kick: a hit is missing on beat 2 & in every bar; add it.'],
            Lesson::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2))),
        );
    }

    public function testWhatIsWrittenOtherwiseAndHeardTheSameIsNoMistake(): void
    {
        $swung = Lesson::grid('ride x.x.|x.x.|x.x.|x.x.', swing: Swing::of(66.67, 8));
        $triplets = Lesson::pushed(['ride' => array_map(
            static fn (int $i): array => [960 * intdiv($i, 2) + 640 * ($i % 2), 0],
            range(0, 7),
        )]);
        $comparison = Lesson::compare($swung, $triplets);
        self::assertSame(['This is written differently and sounds the same; there is nothing to change.'], Lesson::texts($comparison));
        self::assertSame(20.0, $comparison->mark());
        $slow = Lesson::grid('snare x...|x...|x...|x...', tempo: Tempo::of(60, '4'));
        $fast = Lesson::grid('snare x...|....|x...|....|x...|....|x...|....', 2, tempo: Tempo::of(120, '4'));
        self::assertSame(['same-sound'], Lesson::said(Lesson::compare($slow, $fast)));
        self::assertSame(20.0, Lesson::compare($slow, $fast)->mark());
        self::assertNotSame(['same-sound'], Lesson::said(Lesson::compare($slow, Lesson::grid('snare x...|....|x...|....|x...|....|x.x.|....', 2, tempo: Tempo::of(120, '4')))));
    }

    public function testAnotherSubdivisionAndGoingRoundTheLoop(): void
    {
        $sixteenths = Lesson::steps(['shaker' => range(1, 16), 'kick' => [1, 9]]);
        $triplets = Lesson::pushed([
            'shaker' => array_map(static fn (int $i): array => [320 * $i, 0], range(0, 11)),
            'kick' => [[0, 0], [1920, 0]],
        ]);
        self::assertSame(
            ['Shaker: you play eighth triplets; the target has sixteenths.'],
            Lesson::texts(Lesson::compare($sixteenths, $triplets)),
        );
        $target = Lesson::steps(['kick' => [1, 4, 11], 'snare' => [5, 13]]);
        self::assertSame(
            ['Kick: the whole part is shifted around the loop, one eighth early; start it in its place.'],
            Lesson::texts(Lesson::compare($target, Lesson::steps(['kick' => [2, 9, 15], 'snare' => [5, 13]]))),
        );
    }

    public function testLoudAndSoftByInstrument(): void
    {
        $target = Lesson::grid("snare X.g.|x.g.|X.g.|x.g.\nride x.x.|x.x.|x.x.|x.x.");
        $said = static fn (string $snare): array => Lesson::texts(
            Lesson::compare($target, Lesson::grid("snare $snare\nride x.x.|x.x.|x.x.|x.x.")),
        );
        self::assertSame([], $said('X.g.|x.g.|X.g.|x.g.'));
        self::assertSame(['Snare: ghost notes are too loud on beat 1 & and beat 3 &; play them softer.'], $said('X.x.|x.g.|X.x.|x.g.'));
        self::assertSame(['Snare: accents are missing on beat 3; play harder there.'], $said('X.g.|x.g.|x.g.|x.g.'), 'the other is right');
        $missing = Lesson::compare($target, Lesson::grid("snare x.g.|x.g.|x.g.|x.g.\nride x.x.|x.x.|x.x.|x.x."));
        self::assertLessThan(1, (float) $missing->aspects->dynamics);
    }

    public function testADownbeatPushedEarlyIsInItsBar(): void
    {
        $target = Lesson::steps(['kick' => [1, 9, 17, 25], 'snare' => [5, 13, 21, 29]], 2);
        $section = Section::of('A', 2, [
            Row::of(Instrument::Kick, array_map(static fn (int $i): Hit => Hit::of(1920 * $i, push: 2 === $i ? -60 : 0), range(0, 3))),
            Row::of(Instrument::Snare, array_map(static fn (int $i): Hit => Hit::of(960 + 1920 * $i), range(0, 3))),
        ], Meter::of(4, 4));
        $played = Pattern::of('Pushed', Meter::of(4, 4), Tempo::of(96, '4'), [$section]);
        $comparison = Lesson::compare($target, $played);
        self::assertSame(['Kick: a hit on beat 1 in bar 2 is about one thirty-second early.'], Lesson::texts($comparison));
        self::assertSame([2], $comparison->statements[0]->bars);
    }

    public function testFewerStatementsWinOverAKeptMatch(): void
    {
        $comparison = Lesson::compare(Lesson::steps(['kick' => [1, 2]]), Lesson::steps(['kick' => [2, 3]]));
        self::assertSame(['shifted kick'], Lesson::said($comparison));
        self::assertSame(
            [240, 2, 0.1689],
            [$comparison->statements[0]->ticks, $comparison->statements[0]->strokes, round($comparison->aspects->placement, 4)],
        );
    }

    public function testARowLeftOutAndARowAdded(): void
    {
        $target = Lesson::TARGET;
        $played = ['crash' => [1, 9]] + $target;
        unset($played['closed-hat']);
        $comparison = Lesson::compare(Lesson::steps($target), Lesson::steps($played));
        self::assertSame(['row-missing closed-hat', 'row-extra crash'], Lesson::said($comparison));
        self::assertSame('Closed hi-hat is missing; add its 8 hits.', Lesson::texts($comparison)[0]);
        self::assertEqualsWithDelta(
            2 / 3,
            $comparison->aspects->placement,
            1e-9,
            'kick and snare earn their share; both crashes stand where a hat is asked',
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
