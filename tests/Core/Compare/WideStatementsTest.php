<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Tests\Core\Ear\Judge;
use Pulsanda\Tests\Core\Lesson;

/** The wider causes in words: what a teacher would say, where, and of how many strokes. */
final class WideStatementsTest extends TestCase
{
    private const TWO_BARS = ['kick' => [1, 9, 17, 27], 'snare' => [5, 13, 21, 29, 32], 'closed-hat' => [1, 5, 9, 13, 17, 21, 25, 29]];

    /**
     * @param array<string, list<int>> $target
     * @param array<string, list<int>> $played
     * @param list<string>             $said
     */
    #[DataProvider('causes')]
    public function testInWords(array $target, array $played, int $targetBars, int $playedBars, array $said): void
    {
        $comparison = Lesson::compare(Lesson::steps($target, $targetBars), Lesson::steps($played, $playedBars));
        self::assertSame($said, self::texts($comparison));
    }

    /** @return iterable<string, array{array<string, list<int>>, array<string, list<int>>, int, int, list<string>}> */
    public static function causes(): iterable
    {
        $two = self::TWO_BARS;
        yield 'another subdivision, and a bar on another drum' => [
            ['kick' => [1, 9, 17, 27], 'shaker' => range(1, 32, 2)],
            ['kick' => [1, 9, 17, 27], 'shaker' => range(1, 16, 3), 'crash' => range(17, 32, 2)],
            2,
            2,
            ['Shaker: you play dotted eighths; the target has eighths.', 'Shaker: you played crash instead in bar 2.'],
        ];
        yield 'a hit too many in every bar of a row of which a bar is on another drum' => [
            $two,
            ['kick' => [17, 19, 27], 'crash' => [1, 3, 9]] + $two,
            2,
            2,
            ['Kick: you played crash instead on beat 1 and beat 3 in bar 1.', 'Kick: an extra hit on beat 1 & in every bar; remove it.'],
        ];
        yield 'bars exchanged' => [$two, self::inBars($two, 2, 1), 2, 2, ['Bars 1 and 2 are swapped; swap them back.']];
        yield 'the first bar twice' => [
            $two,
            self::inBars($two, 1, 1),
            2,
            2,
            ['Bar 2 is the same as bar 1; change it as the target does.'],
        ];
        yield 'an empty bar' => [
            $two,
            array_map(static fn (array $steps): array => self::barsOf($steps, [1]), $two),
            2,
            2,
            ['Bar 2 is empty; fill it.'],
        ];
        yield 'a bar left out' => [
            self::inBars($two, 1, 2, 1),
            self::inBars($two, 2, 1),
            3,
            2,
            ['Bar 1 is missing; put it in, and the rest falls into place.'],
        ];
        yield 'a bar too many' => [
            $two,
            self::inBars($two, 1, 1, 2),
            2,
            3,
            ['Bar 2 is extra; remove it, and the rest falls into place.'],
        ];
        yield 'half the pace' => [
            Lesson::TARGET,
            array_map(static fn (array $steps): array => array_map(static fn (int $step): int => 2 * $step - 1, $steps), Lesson::TARGET),
            1,
            2,
            ['Everything is half as fast as the target; bring it into half the time.'],
        ];
        yield 'exchanged and one late' => [
            $two,
            ['kick' => [6, 14, 22, 30], 'snare' => $two['kick']] + $two,
            2,
            2,
            [
                'Kick and snare are swapped; swap them back.',
                'Snare: every hit is one sixteenth late.',
                'Snare: a hit is missing on beat 4 a in bar 2; add it.',
            ],
        ];
        yield 'another drum, and late on it' => [
            $two,
            ['crash' => array_map(static fn (int $step): int => $step + 2, $two['kick'])] + array_diff_key($two, ['kick' => 0]),
            2,
            2,
            ['Kick: the whole part is played on crash; move it to kick.', 'Kick: every hit is one eighth late.'],
        ];
    }

    public function testPlacesAreThoseOfTheSheetAlsoWhenEverythingIsLate(): void
    {
        $late = array_map(static fn (array $steps): array => array_map(static fn (int $step): int => $step + 2, $steps), self::TWO_BARS);
        array_splice($late['kick'], 1, 1);
        array_pop($late['snare']); // it would stand behind the end
        $late['cowbell'] = [7];
        $comparison = Lesson::compare(Lesson::steps(self::TWO_BARS, 2), Lesson::steps($late, 2));
        self::assertSame([
            'Everything is one eighth late.',
            'Kick: a hit is missing on beat 3 in bar 1; add it.',
            'Cowbell: an extra hit on beat 2 & in bar 1; remove it.',
            'Snare: a hit is missing on beat 4 a in bar 2; add it.',
        ], self::texts($comparison));
    }

    public function testEveryCountingStyleAndEverySentenceIsShort(): void
    {
        $random = Lesson::random(60);
        foreach (CountingStyle::cases() as $style) {
            for ($round = 0; $round < 5; ++$round) {
                $comparison = Lesson::compare(Lesson::any($random), Lesson::any($random));
                foreach (Lesson::texts($comparison, $style) as $text) {
                    self::assertLessThanOrEqual(20, \count(explode(' ', $text)), $text);
                    self::assertStringEndsWith('.', $text);
                    self::assertStringNotContainsString('  ', $text);
                }
            }
        }
    }

    public function testTheWidestComesFirstAndStrokesOfAStatementAreCounted(): void
    {
        $played = ['snare' => [6, 14, 22, 30], 'kick' => [1, 9, 17]] + self::TWO_BARS;
        $statements = Lesson::compare(Lesson::steps(self::TWO_BARS, 2), Lesson::steps($played, 2))->statements;
        self::assertSame(
            [['row', 4, [1, 2]], ['stroke', 1, [2]], ['stroke', 1, [2]]],
            array_map(static fn (Statement $one): array => [$one->scope, $one->strokes, $one->bars], $statements),
        );
    }

    public function testTheFormOfAPieceIsSaid(): void
    {
        $meter = Meter::of(4, 4);
        $make = static function (int ...$bars) use ($meter): Pattern {
            $sections = [];
            foreach ($bars as $count) {
                $sections[] = Section::of('Part '.\count($sections), $count, [], $meter);
            }

            return Pattern::of(
                'Form',
                $meter,
                Lesson::steps([])->tempo,
                $sections,
                array_map(static fn (Section $one): OrderEntry => OrderEntry::of($one->name, 1), $sections),
            );
        };
        self::assertSame(
            ['Form: your sections have 1 and 3 bars; the task has 2 and 2.'],
            self::texts(Lesson::compare($make(2, 2), $make(1, 3))),
        );
        self::assertSame([], self::texts(Lesson::compare($make(2, 2), $make(2, 2))));
        self::assertSame([], self::texts(Lesson::compare($make(4), $make(2, 2))), 'a task without sections leaves them open');
    }

    /** What went round the loop before a bar was left out, or left empty, is said of the whole loop. */
    public function testARowGoesRoundAndABarIsLeftOut(): void
    {
        $target = ['kick' => [1, 7, 13, 17, 19, 27, 29, 30], 'snare' => [5, 13, 21, 29], 'ride' => range(1, 31, 2)];
        $played = ['kick' => [5, 11, 15], 'snare' => [5, 13], 'ride' => range(1, 15, 2)];
        $round = 'Kick: the whole part is shifted around the loop, one eighth early; start it in its place.';
        self::assertSame(
            ['Bar 2 is missing; put it in.', $round],
            self::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played))),
        );
        self::assertSame(
            ['Bar 2 is empty; fill it.', $round],
            self::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2))),
        );
    }

    public function testAStrokeOnAnotherDrumIsNotTakenForOneThatIsTooManyInEveryBar(): void
    {
        $target = ['kick' => [1, 9, 17, 25, 33, 41], 'cowbell' => [1, 24, 33], 'shaker' => [1, 5, 9, 13, 17, 21, 25, 29, 33, 37, 41, 45]];
        $played = [
            'kick' => [1, 9, 17, 24, 25, 33, 41],
            'cowbell' => [1, 33],
            'shaker' => [1, 5, 8, 9, 13, 17, 21, 24, 25, 29, 33, 37, 40, 41, 45],
        ];
        self::assertSame([
            'Cowbell: you played kick instead on beat 2 a in bar 2.',
            'Shaker: an extra hit on beat 2 a in every bar; remove it.',
        ], self::texts(Lesson::compare(Lesson::steps($target, 3), Lesson::steps($played, 3))));
    }

    /** Swapping the rows would take it away: it is neither left out nor too many. */
    public function testOfAStrokeThatStandsRightInAnExchangedRowNothingIsSaid(): void
    {
        $target = ['crash' => [1], 'snare' => [3, 5, 9, 13, 14, 15, 21, 25, 29]];
        $played = ['snare' => [1, 3], 'crash' => [5, 9, 13, 14, 15, 21, 25, 29]];
        $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2));
        self::assertSame(['Crash and snare are swapped; swap them back.'], self::texts($comparison));
        self::assertCount(9, $comparison->statements[0]->pairs);
    }

    /** One of its hits was played on the other drum and stands right there: the sentence is not true of that one. */
    public function testARowThatIsExchangedAndMovedHasAHitThatStandsRight(): void
    {
        $target = ['snare' => [3, 7, 10, 11, 14, 17, 21, 24, 25, 28], 'ride' => [1, 5, 9, 13, 15, 19, 23, 27]];
        $played = ['ride' => [1, 5, 8, 9, 12, 15, 22, 23, 26], 'snare' => [1, 5, 9, 13, 15, 19, 21, 23, 27]];
        self::assertSame([
            'Ride and snare are swapped; swap them back.',
            'Snare: every hit but one is one eighth early.',
        ], self::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2))));
    }

    /** So "the whole part" is not true of that hit. */
    public function testARowThatIsOnAnotherInstrumentHasAHitThatStandsRight(): void
    {
        $target = ['snare' => [3, 7, 11, 19, 23, 27], 'claves' => [13, 29], 'ride' => [1, 9, 17, 25]];
        $played = ['crash' => [3, 11, 19, 23, 27], 'snare' => [7, 13, 29], 'ride' => [1, 9, 17, 25]];
        $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2));
        self::assertSame([
            'Claves: the whole part is played on snare; move it to claves.',
            'Snare: the whole part but one hit is played on crash; move it to snare.',
        ], self::texts($comparison));
        self::assertNull(Judge::objection(Lesson::steps($target, 2), Lesson::steps($played, 2), $comparison->statements));
    }

    /** The two rows would be right as well if they were exchanged: all of them would have moved, for one hit. */
    public function testOneHitOfARowThatIsDoubledIsOnTheOtherDrum(): void
    {
        $target = Lesson::grid("kick x...|....|x...|....\nsnare ....|x...|....|x...\nclap ....|x...|....|x..x");
        $played = Lesson::grid("kick x...|....|x...|....\nsnare ....|x...|....|x..x\nclap ....|x...|....|x...");
        self::assertSame(['Clap: you played snare instead on beat 4 a.'], self::texts(Lesson::compare($target, $played)));
    }

    /** Most of both stands where it is asked, and each as loud as the other should be. */
    public function testDoubledRowsAreExchangedWhereTheirLoudnessIs(): void
    {
        $target = Lesson::grid("snare X...|X...|X...|X.X.\nclap g...|g...|g...|g...");
        $played = Lesson::grid("clap X...|X...|X...|X.X.\nsnare g...|g...|g...|g...");
        self::assertSame(['Clap and snare are swapped; swap them back.'], self::texts(Lesson::compare($target, $played)));
    }

    /** All that stands on the shaker is asked there: it is no hi-hat, though it sounds as the hi-hat should. */
    public function testARowThatStandsRightIsNotTakenForAnother(): void
    {
        $target = Lesson::grid("kick x...|....|x...|....\nclosed-hat x.x.|x.x.|x.x.|x.x.\nshaker xxxx|xxxx|xxxx|xxxx");
        $played = Lesson::grid("kick x...|....|x...|....\nshaker x.x.|x.x.|x.x.|x.x.");
        self::assertSame(
            ['Closed hi-hat is missing; add its 8 hits.', 'Shaker: you play eighths; the target has sixteenths.'],
            self::texts(Lesson::compare($target, $played)),
        );
    }

    /** With everything a sixteenth earlier it would stand before the beginning, and not in the bar that is too many. */
    public function testAHitAtTheBeginningOfALateBeatIsNotTakenOutWithABar(): void
    {
        $target = Lesson::grid("kick x...|..x.|x.x.|....\nsnare ....|X...|....|X...", 1);
        $played = Lesson::grid(
            "kick xx..|...x|.x.x|....|xx..|...x|.x.x|....\nsnare ....|.X..|....|.X..|....|.X..|....|.X..",
            2,
        );
        $comparison = Lesson::compare($target, $played);
        self::assertSame([
            'Everything is one sixteenth late.',
            'Bar 1 is extra; remove it, and the rest falls into place.',
            'Kick: an extra hit on beat 1 in bar 2; remove it.',
        ], self::texts($comparison));
        self::assertNull(Judge::objection($target, $played, $comparison->statements));
    }

    /** One row alone went round as well, but then the loud and the soft hits of another would have to be said too. */
    public function testWhatLeavesLessToSayOfLoudnessIsSaid(): void
    {
        $target = Lesson::grid("kick x...|..x.\nsnare X...|x...\nride x...|x...", 1, Meter::of(2, 4));
        $played = Lesson::grid("kick ..x.|x...\nsnare x...|X...\nride x...|x...", 1, Meter::of(2, 4));
        self::assertSame(
            ['Everything is shifted around the loop, one quarter early; start it in its place.'],
            self::texts(Lesson::compare($target, $played)),
        );
    }

    /** @return iterable<string, array{array<string, list<int>>, array<string, list<int>>, int, list<string>}> */
    public static function strokesOfOthers(): iterable
    {
        yield 'each hit of a row was played on another drum' => [
            ['kick' => [1, 9], 'high-woodblock' => [3, 13], 'ride' => [2, 4, 8, 12]],
            ['kick' => [1, 9], 'low-conga' => [3], 'ride' => [2, 4, 8, 12, 13]],
            1,
            ['High woodblock: you played ride instead on beat 4.', 'High woodblock: you played low conga instead on beat 1 &.'],
        ];
        yield 'a hit of the snare on a kick that is late' => [
            ['kick' => [1, 5, 11], 'snare' => [3, 7, 13], 'ride' => [2, 4, 6, 8]],
            ['kick' => [2, 6, 7, 12], 'snare' => [3, 13], 'ride' => [2, 4, 6, 8]],
            1,
            ['Kick: 3 hits on beat 1, beat 2 and beat 3 & are one sixteenth late.', 'Snare: you played kick instead on beat 2 &.'],
        ];
        yield 'a hit stands right in a bar that is late' => [
            ['kick' => [1, 5, 17, 21], 'snare' => [3, 6, 7, 12, 13, 15, 17], 'claves' => [4, 7, 8, 14, 17, 18, 24, 29]],
            ['kick' => [1, 5, 17, 21], 'claves' => [3, 4, 6, 7, 12, 13, 15, 17], 'snare' => [9, 10, 16, 17, 18, 24, 29]],
            2,
            ['Claves and snare are swapped; swap them back.', 'Claves: every hit but one in bar 1 is one eighth late.'],
        ];
    }

    /**
     * @param array<string, list<int>> $target
     * @param array<string, list<int>> $played
     * @param list<string>             $said
     */
    #[DataProvider('strokesOfOthers')]
    public function testAHitOnTheDrumOfAnotherIsSaidOnce(array $target, array $played, int $bars, array $said): void
    {
        self::assertSame($said, self::texts(Lesson::compare(Lesson::steps($target, $bars), Lesson::steps($played, $bars))));
    }

    /** "Every hit in bar 2 is three eighths early" would not be true of the last one. */
    public function testWhatIsSaidOfABarIsTrueOfEveryHitInIt(): void
    {
        $meter = Meter::of(6, 8);
        $target = Lesson::grid("kick x.x.x.|......|x.....|..x.x.\nsnare ..x...|x...x.|..x...|x...x.", 2, $meter);
        $played = Lesson::grid("kick ..x.x.|x.....|..x...|....x.\nsnare ..x...|x...x.|..x...|x...x.", 2, $meter);
        self::assertSame(
            ['Kick: every hit is one eighth late.', 'Kick: a hit is missing on beat 6 in bar 2; add it.'],
            self::texts(Lesson::compare($target, $played)),
        );
    }

    public function testABeatOfThreeHitsGoesRound(): void
    {
        $target = ['kick' => [1], 'snare' => [1], 'shaker' => [9]];
        $played = ['kick' => [9], 'snare' => [9], 'shaker' => [1]];
        self::assertSame(
            ['Everything is shifted around the loop, one half note early; start it in its place.'],
            self::texts(Lesson::compare(Lesson::steps($target), Lesson::steps($played))),
        );
    }

    /** The second hit stands where the first one left, a touch early: that place is right, and what is left is on another drum. */
    public function testWhereOneHitLeftAnotherStandsRight(): void
    {
        $target = Lesson::pushed(['side-stick' => [[240, -8], [480, -8], [720, -8], [1200, -8], [2280, -8]], 'snare' => [[960, 8], [2880, 8]]]);
        $played = Lesson::pushed([
            'side-stick' => [[0, 0], [240, -8], [720, -8], [1200, -8], [2280, -8]],
            'snare' => [[480, -8], [960, 8], [2880, 8]],
        ]);
        self::assertSame(
            ['Side stick: you played snare instead on beat 1 &.', 'Side stick: an extra hit on beat 1; remove it.'],
            self::texts(Lesson::compare($target, $played)),
        );
    }

    public function testARowThatWentRoundComesFromTheBarThatIsEmpty(): void
    {
        $target = ['kick' => [1, 5, 9, 13, 17, 21, 25, 29], 'snare' => [3, 11, 19, 27], 'high-tom' => [8, 18, 26, 32]];
        $played = ['kick' => [1, 5, 9, 13], 'snare' => [3, 11], 'high-tom' => [1, 9]];
        self::assertSame([
            'Bar 2 is empty; fill it.',
            'High tom: the whole part is shifted around the loop, one sixteenth late; start it in its place.',
        ], self::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2))));
    }

    /** As long as a bar is missing, what went round matches hardly more than before. */
    public function testWhatIsLeftOfABeatGoesRound(): void
    {
        $target = [
            'kick' => [1, 2, 7, 9, 17],
            'snare' => [3, 7, 11, 15, 19, 23, 27, 31],
            'ride' => range(2, 32, 2),
            'low-tom' => [9, 19],
            'side-stick' => [5, 25],
        ];
        $played = ['kick' => [5], 'snare' => [3, 7, 11, 15], 'ride' => range(2, 16, 2), 'low-tom' => [7], 'side-stick' => [13]];
        self::assertSame([
            'Everything is shifted around the loop, one quarter late; start it in its place.',
            'Bar 1 is missing; put it in, and the rest falls into place.',
        ], self::texts(Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 1))));
    }

    public function testARowThatIsLeftOutIsLeftOutWithAllItsStrokesAlsoWhereABarIsRepeated(): void
    {
        $target = ['snare' => [1, 5, 17, 20, 29], 'kick' => [1, 9, 17, 20, 27], 'shaker' => range(1, 31, 2)];
        $played = ['kick' => [17, 25], 'shaker' => [17, 19, 21, 23, 25, 27, 31]];
        $comparison = Lesson::compare(Lesson::steps($target, 2), Lesson::steps($played, 2));
        self::assertSame([
            'Bar 1 is empty; fill it.',
            'Snare is missing; add its 5 hits.',
            'Bar 2 is the same as bar 1; change it as the target does.',
            'Shaker: a hit is missing on beat 4 in bar 2; add it.',
        ], self::texts($comparison));
        self::assertCount(5, $comparison->statements[1]->pairs);
        self::assertNotContains([], array_map(static fn (Statement $one): array => $one->pairs, $comparison->statements));
    }

    /** As they stand, the hit that is left out and the one that is too many are one that is early. */
    public function testWhatIsNoPairOnceTheCausesAreKnownIsTwoDifferences(): void
    {
        $target = ['kick' => [1, 3, 5], 'snare' => [3, 7, 11], 'ride' => [1, 5, 9, 11], 'side-stick' => [6, 8, 10, 13], 'high-tom' => [2, 15]];
        $played = [
            'kick' => [1, 5, 9],
            'snare' => [5, 13, 21],
            'ride' => [1, 9, 17, 21],
            'side-stick' => [5, 15, 19, 25],
            'high-tom' => [3, 29],
        ];
        $comparison = Lesson::compare(Lesson::steps($target, 1), Lesson::steps($played, 2));
        self::assertSame([
            'Everything is half as fast as the target; bring it into half the time.',
            'Side stick: a hit is missing on beat 2 e in bar 1; add it.',
            'Side stick: an extra hit on beat 2 in bar 1; remove it.',
        ], self::texts($comparison));
        [, [$asked], [$many]] = array_map(static fn (Statement $one): array => $one->pairs, $comparison->statements);
        self::assertSame([1200, null], [$comparison->pairs[$asked]->target?->tick, $comparison->pairs[$asked]->submission]);
        self::assertSame([null, 960], [$comparison->pairs[$many]->target, $comparison->pairs[$many]->submission?->tick]);
        $credits = array_column($comparison->toData()['pairs'], 'credit');
        self::assertNotNull($credits[$asked]);
        self::assertNull($credits[$many]);
    }

    public function testARowIsAsLateAsItLiesNearest(): void
    {
        $hits = static fn (int $late, int $push, int ...$ticks): array => array_map(
            static fn (int $tick): array => [$tick + $late, $push],
            array_values($ticks),
        );
        $target = [
            'kick' => $hits(0, 0, 0, 960, 1920),
            'snare' => $hits(0, 0, 960, 2880),
            'closed-hat' => $hits(0, 0, ...range(0, 3360, 480)),
            'ride' => $hits(0, 0, 0, 960, 1200, 1920, 2640),
        ];
        // A thirty-second would leave it a little behind.
        $played = ['ride' => $hits(160, -16, 0, 960, 1200, 1920, 2640)] + $target;
        self::assertSame([
            'Ride: every hit is one sixteenth triplet late.',
            'Ride: a little ahead of the beat throughout; wait a touch longer.',
        ], self::texts(Lesson::compare(Lesson::pushed($target), Lesson::pushed($played))));
    }

    /** The third bar is that of before, and the fourth the third as it is asked: that is not the third as it was played. */
    public function testABarThatIsTheSameAsAnotherIsSoInTheEnd(): void
    {
        $target = [
            'kick' => [1, 11, 13, 16, 17, 18, 21, 25, 28, 32, 33, 41, 44, 45, 48, 49, 51, 60, 62],
            'snare' => [5, 6, 9, 13, 21, 29, 37, 44, 45, 53, 59, 61],
            'closed-hat' => range(1, 63),
            'cowbell' => [1, 5, 9, 13, 21, 25, 29, 33, 37, 41, 45, 49, 53, 57, 61],
            'high-tom' => [4, 7, 9, 11, 12, 15, 20, 23, 25, 27, 28, 31, 36, 39, 41, 43, 44, 47, 56, 57, 58],
            'open-hat' => [13, 14, 29, 30, 45, 46, 61, 62],
        ];
        $late = static fn (array $steps): array => array_map(static fn (int $step): int => $step + 1, array_values($steps));
        [$asked, $played] = [Lesson::steps($target, 4), Lesson::steps(array_map($late, self::inBars($target, 1, 2, 2, 3)), 5)];
        $comparison = Lesson::compare($asked, $played);
        self::assertNull(Judge::objection($asked, $played, $comparison->statements, $comparison->pairs));
    }

    /** @return list<string> */
    private static function texts(Comparison $comparison): array
    {
        return Lesson::texts($comparison);
    }

    /**
     * @param array<string, list<int>> $rows
     *
     * @return array<string, list<int>> with bar $order[0] in the first bar, and so on
     */
    private static function inBars(array $rows, int ...$order): array
    {
        return array_map(static fn (array $steps): array => self::barsOf($steps, array_values($order)), $rows);
    }

    /**
     * @param array<int> $steps
     * @param list<int>  $order which bar stands in each bar
     *
     * @return list<int>
     */
    private static function barsOf(array $steps, array $order): array
    {
        $made = [];
        foreach ($order as $at => $bar) {
            foreach ($steps as $step) {
                if (intdiv($step - 1, 16) + 1 === $bar) {
                    $made[] = $step + 16 * ($at + 1 - $bar);
                }
            }
        }

        return $made;
    }
}
