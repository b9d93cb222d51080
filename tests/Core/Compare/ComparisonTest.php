<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Ear\Hearing;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/** Pairing, single-stroke statements, aspects and mark, by the worked examples and beyond. */
final class ComparisonTest extends TestCase
{
    public function testTheSameIsPerfect(): void
    {
        $same = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(Lesson::TARGET));
        self::assertSame(
            [0.0, [], 1.0, 20.0],
            [$same->pairing->cost(), $same->statements, (float) $same->aspects->placement, $same->mark()],
        );
    }

    public function testAnyPatternComparedWithItselfIsPerfect(): void
    {
        $random = Lesson::random(6);
        for ($round = 0; $round < 30; ++$round) {
            $pattern = Lesson::any($random);
            $comparison = Lesson::compare($pattern, $pattern);
            self::assertSame(0.0, $comparison->pairing->cost());
            self::assertSame([], $comparison->statements);
            foreach ($comparison->aspects->all() as $name => $value) {
                self::assertTrue(null === $value || 1.0 === (float) $value, $name);
            }
        }
    }

    public function testAMissingBackbeat(): void
    {
        $comparison = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(['snare' => [5]] + Lesson::TARGET));
        self::assertSame(['hit-missing snare'], Lesson::said($comparison));
        self::assertSame([2880], $comparison->statements[0]->at);
        self::assertSame(['Snare: a hit is missing on beat 4; add it.'], Lesson::texts($comparison));
        // Of the snare 2 are asked on 16 places and 1 is played: chance matches 1/8.
        $agreement = (2 - 2 / 8) / (3 - 2 / 8);
        self::assertEqualsWithDelta((2 + ($agreement - 0.1) / 0.9) / 3, $comparison->aspects->placement, 1e-9);
    }

    public function testTheResultIsOneObjectWithEveryStrokeOnce(): void
    {
        $result = Report::of(
            Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(['snare' => [6, 14]] + Lesson::TARGET))->toData(),
            Spoken::voice(CountingStyle::Syllables),
        );
        self::assertSame(['target', 'cost', 'strokes', 'pairs', 'statements', 'aspects', 'placement', 'mark', 'points', 'weights'], array_keys($result));
        self::assertSame([2.0, ['target' => 12, 'submission' => 12]], [$result['cost'], $result['strokes']]);
        self::assertContains(
            [
                'status' => 'moved',
                'instrument' => 'snare',
                'target' => 960,
                'submission' => 1200,
                'ticks' => 240,
                'credit' => 0.375,
                'statement' => 0,
            ],
            (array) $result['pairs'],
        );
        self::assertSame(
            ['placement' => 0.6808, 'dynamics' => null, 'feel' => 1.0, 'tempo' => 1.0, 'form' => 1.0],
            array_map(static fn (mixed $value): ?float => is_numeric($value) ? (float) $value : null, (array) $result['aspects']),
        );
    }

    /** @param array<string, list<int>> $played */
    #[DataProvider('placements')]
    public function testPlacement(array $played, float $placement, float $cost): void
    {
        $comparison = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps($played));
        self::assertEqualsWithDelta($placement, $comparison->aspects->placement, 0.00005);
        self::assertSame($cost, $comparison->pairing->cost());
    }

    /** @return iterable<string, array{array<string, list<int>>, float, float}> */
    public static function placements(): iterable
    {
        yield 'snare a sixteenth late' => [['snare' => [6, 14]] + Lesson::TARGET, 0.6808, 2.0];
        yield 'clap for snare' => [['snare' => [], 'clap' => [5, 13]] + Lesson::TARGET, 0.8333, 2.0];
        yield 'hats on all sixteen' => [['closed-hat' => range(1, 16)] + Lesson::TARGET, 0.6667, 8.0];
    }

    public function testClapCountsAsSnareWhereThePolicySaysSo(): void
    {
        $comparison = Lesson::compare(
            Lesson::steps(Lesson::TARGET),
            Lesson::steps(['snare' => [], 'clap' => [5, 13]] + Lesson::TARGET),
            ['alike' => [['snare', 'clap']]],
        );
        self::assertSame([1.0, []], [(float) $comparison->aspects->placement, $comparison->statements]);
    }

    public function testHatsOnAllSixteenAreSaidOnceWithTheirPlaces(): void
    {
        $comparison = Lesson::compare(Lesson::steps(Lesson::TARGET), Lesson::steps(['closed-hat' => range(1, 16)] + Lesson::TARGET));
        self::assertSame(['hit-extra closed-hat'], Lesson::said($comparison));
        self::assertSame(
            'beat 1 e; beat 1 a; beat 2 e; beat 2 a; beat 3 e; beat 3 a; beat 4 e; beat 4 a',
            Report::of($comparison->toData(), Spoken::voice(CountingStyle::Syllables))['statements'][0]['place'],
        );
    }

    public function testTheSameHitInEveryBarIsSaidOnce(): void
    {
        $target = Lesson::grid("kick x...|....|x...|....|x...|....|x...|....\nsnare ....|x...|....|x...|....|x...|....|x...", 2);
        $played = Lesson::grid("kick x...|....|x...|....|x...|....|x...|....\nsnare ....|x...|....|....|....|x...|....|....", 2);
        $comparison = Lesson::compare($target, $played);
        self::assertSame(['Snare: a hit is missing on beat 4 in every bar; add it.'], Lesson::texts($comparison));
        self::assertSame([1, 2], $comparison->statements[0]->bars);
        self::assertSame(['Snare: 2 hits are missing on steps 13 and 29; add them.'], Lesson::texts($comparison, CountingStyle::Steps));
        self::assertSame(['Snare: 2 hits are missing at 1.4 and 2.4; add them.'], Lesson::texts($comparison, CountingStyle::BarBeat));
    }

    public function testEveryDifferenceBelongsToExactlyOneStatement(): void
    {
        $random = Lesson::random(7);
        for ($round = 0; $round < 30; ++$round) {
            $comparison = Lesson::compare(Lesson::any($random), Lesson::any($random));
            $covered = array_merge(
                ...array_map(
                    static fn ($statement): array => array_filter(
                        $statement->pairs,
                        static fn (int $i): bool => $comparison->pairs[$i]->differs(),
                    ),
                    $comparison->statements,
                ),
            );
            sort($covered);
            $different = array_keys(array_filter($comparison->pairs, static fn ($pair): bool => $pair->differs()));
            self::assertSame($different, $covered);
            foreach (Lesson::texts($comparison) as $text) {
                self::assertLessThanOrEqual(20, \count(explode(' ', $text)), $text);
            }
        }
    }

    public function testBeingLouderThroughoutIsNoMistakeButBeingFlatIs(): void
    {
        $target = Lesson::grid('snare X.g.|X.g.|X.g.|X.g.');
        self::assertSame(1.0, Lesson::compare($target, $target)->aspects->dynamics);
        self::assertSame(
            1.0,
            Lesson::compare(Lesson::grid('snare x.g.|x.g.|x.g.|x.g.'), Lesson::grid('snare X.s.|X.s.|X.s.|X.s.'))->aspects->dynamics,
            'each is louder by about the same',
        );
        $flat = Lesson::compare($target, Lesson::grid('snare x.x.|x.x.|x.x.|x.x.'))->aspects->dynamics;
        // Differences −28 and +62, median 17: each is 45 off, 35 beyond the ten that are let pass.
        self::assertEqualsWithDelta(1 - 35 / 50, $flat, 1e-9);
        self::assertNull(Lesson::compare(Lesson::grid('snare x.x.'), Lesson::grid('snare x.x.'))->aspects->dynamics);
    }

    public function testDynamicsAreSaidWithTheirPlaces(): void
    {
        $target = Lesson::grid('snare X.s.|x.s.|X.s.|x.s.');
        $text = static fn (string $played): array => Lesson::texts(Lesson::compare($target, Lesson::grid($played)));
        self::assertSame(['Snare: every hit is equally loud; make louder and softer ones.'], $text('snare x.x.|x.x.|x.x.|x.x.'));
        self::assertSame(['Snare: accents are missing on beat 1; play harder there.'], $text('snare x.s.|x.s.|X.s.|x.s.'));
        self::assertSame(['Snare: extra accents on beat 2 &; play softer there.'], $text('snare X.s.|x.X.|X.s.|x.s.'));
        self::assertSame(['Snare: some hits are louder or softer than in the target on beat 4.'], $text('snare X.s.|x.s.|X.s.|s.s.'));
        self::assertSame([], $text('snare X.s.|x.s.|X.s.|x.s.'));
    }

    /** The kick and the snare are even in what is asked. */
    public function testOneRowThatIsLouderByItselfIsNotHeldAgainstTheOthers(): void
    {
        $rest = "\nride X.s.|x.s.|X.s.|x.s.\nkick s...|s...|s...|....";
        $target = Lesson::grid("snare ..g.|..g.|..g.|..g.$rest");
        $louder = Lesson::compare($target, Lesson::grid("snare ..X.|..X.|..X.|..X.$rest"));
        self::assertSame(['Snare: every hit is much too loud; play them all softer.'], Lesson::texts($louder));
        self::assertLessThan(0.7, (float) $louder->aspects->dynamics);
        $throughout = "\nride X.x.|X.x.|X.x.|X.x.\nkick x...|x...|x...|....";
        self::assertSame(
            ['Ride: accents are missing on beat 1 and beat 3; play harder there.'],
            Lesson::texts(Lesson::compare($target, Lesson::grid("snare ..s.|..s.|..s.|..s.$throughout"))),
            'all are louder but its accents, which cannot be',
        );
    }

    public function testFeelTempoAndForm(): void
    {
        $grid = 'kick x...|x...|x...|x...';
        $swung = Lesson::compare(Lesson::grid($grid, swing: Swing::of(62, 16)), Lesson::grid($grid, swing: Swing::of(56, 16)));
        self::assertSame(0.5, $swung->aspects->feel);
        self::assertSame(['swing'], Lesson::said($swung));
        self::assertSame(
            0.0,
            (float) Lesson::compare(
                Lesson::grid($grid, swing: Swing::of(62, 16)),
                Lesson::grid($grid, swing: Swing::of(62, 8)),
            )->aspects->feel,
            'another unit counts as straight',
        );
        $slow = Lesson::compare(Lesson::grid($grid), Lesson::grid($grid, tempo: Tempo::of(92, '4')));
        self::assertEqualsWithDelta(0.6, $slow->aspects->tempo, 1e-9);
        self::assertSame(['tempo'], Lesson::said($slow));
        self::assertSame(
            [],
            Lesson::said(Lesson::compare(Lesson::grid($grid), Lesson::grid($grid, tempo: Tempo::of(48, '2')))),
            '48 half notes are 96 quarters',
        );
        self::assertSame(
            1.0,
            (float) Lesson::compare(
                Lesson::grid($grid),
                Lesson::grid($grid, tempo: Tempo::of(92, '4')),
                ['tempo' => ['low' => 90, 'high' => 100]],
            )->aspects->tempo,
        );
        self::assertSame(0.5, Lesson::compare(Lesson::grid($grid), Lesson::grid($grid, 2))->aspects->form);
        self::assertSame(0.0, (float) Lesson::compare(Lesson::grid($grid), Lesson::grid('kick x', meter: Meter::of(3, 4)))->aspects->form);
    }

    public function testATiledTargetFillsTheSubmission(): void
    {
        $bar = 'kick x...|....|x...|....';
        $comparison = Lesson::compare(
            Lesson::grid($bar),
            Lesson::grid('kick x...|....|x...|....|x...|....|x...|....', 2),
            ['repeat' => 'tile'],
        );
        self::assertSame([20.0, []], [$comparison->mark(), $comparison->statements]);
    }

    public function testTheMarkIsRoundedHalfUpToItsStep(): void
    {
        $late = Lesson::steps(['snare' => [6, 14]] + Lesson::TARGET);
        self::assertSame(13.5, Lesson::compare(Lesson::steps(Lesson::TARGET), $late)->mark());
        self::assertSame(14.0, Lesson::compare(Lesson::steps(Lesson::TARGET), $late, ['step' => 1])->mark());
        self::assertSame(68.0, Lesson::compare(Lesson::steps(Lesson::TARGET), $late, ['points' => 100])->mark());
        self::assertSame(89.5, Lesson::compare(Lesson::steps(Lesson::TARGET), $late, ['points' => 100, 'credit' => 1])->mark());
        self::assertNull(
            Lesson::compare(
                Lesson::steps(Lesson::TARGET),
                $late,
                ['weights' => ['placement' => 0, 'dynamics' => 1, 'feel' => 0, 'tempo' => 0, 'form' => 0]],
            )->mark(),
        );
    }

    public function testOfSeveralTargetsTheBestCountsAndAllAreReported(): void
    {
        $played = Lesson::steps(['snare' => [6, 14]] + Lesson::TARGET);
        $all = Comparison::withEach([Lesson::steps(['kick' => [1]]), Lesson::steps(Lesson::TARGET), $played], $played, Policy::of());
        self::assertSame([2, 0, 1], array_map(static fn (Comparison $one): int => $one->target, $all));
    }

    public function testOptionalStrokesCountOnlyWhenTheyArePlayed(): void
    {
        $target = json_decode(
            '{"format":"pulsanda-pattern","version":1,"title":"T","meter":{"count":4,"unit":4},"tempo":{"bpm":96},"kit":"boathouse","sections":[{"name":"A","bars":1,"rows":[{"instrument":"kick","hits":[{"at":0},{"at":960,"odds":50}]}]}]}',
        );
        $target = \Pulsanda\Core\Pattern\PatternReader::fromData($target);
        self::assertSame(
            [1.0, []],
            [
                (float) Lesson::compare($target, Lesson::steps(['kick' => [1]]))->aspects->placement,
                Lesson::compare($target, Lesson::steps(['kick' => [1]]))->statements,
            ],
        );
        self::assertSame(1.0, (float) Lesson::compare($target, Lesson::steps(['kick' => [1, 5]]))->aspects->placement);
    }

    public function testNothingAgainstNothingIsPerfect(): void
    {
        self::assertSame(20.0, Lesson::compare(Lesson::steps([]), Lesson::steps([]))->mark());
    }

    /** So that the same beat weighed by many policies is searched once for those that only count otherwise. */
    public function testPoliciesThatOnlyCountOtherwiseShareASearch(): void
    {
        $read = static fn (array $data): Policy => PolicyFile::read((string) json_encode($data));
        $usual = Policy::of();
        $counts = [
            ['points' => 10], ['step' => 1], ['credit' => 0.25],
            ['weights' => ['placement' => 1, 'dynamics' => 5, 'feel' => 0, 'tempo' => 3, 'form' => 2]],
        ];
        foreach (array_map($read, $counts) as $policy) {
            self::assertSame($usual->searchKey(), $policy->searchKey());
            for ($case = 0; $case < 10; ++$case) {
                $hearing = Hearing::of(8, $case);
                [$target, $played] = [$hearing->target->pattern(), $hearing->played->pattern()];
                self::assertEquals(
                    Comparison::of($target, $played, $policy)->toData(),
                    Comparison::of($target, $played, $usual)->by($policy)->toData(),
                );
            }
        }
        $searches = [
            ['grace' => 40], ['window' => 200], ['alike' => [['snare', 'clap']]], ['repeat' => 'tile'],
            ['tempo' => ['low' => 90, 'high' => 99]], ['guessing' => 'counted'],
        ];
        $keys = array_map(static fn (array $data): string => $read($data)->searchKey(), $searches);
        self::assertCount(1 + \count($searches), array_unique([$usual->searchKey(), ...$keys]));
    }

    public function testAPolicyKeepsItsMeaningThroughItsFile(): void
    {
        $policy = Policy::of(
            Tolerance::of(10, 300, [[Instrument::Snare, Instrument::Clap]]),
            true,
            ['moved' => 0.25],
            ['feel' => 0],
            12,
            0.25,
            ['low' => 90, 'high' => 99.5],
        );
        self::assertEquals($policy, PolicyFile::read((string) json_encode(PolicyFile::toData($policy))));
    }

    #[DataProvider('wrongPolicies')]
    public function testAWrongPolicyIsNamed(string $json, string $path): void
    {
        try {
            PolicyFile::read($json);
            self::fail("Taken: $json");
        } catch (InvalidInput $error) {
            self::assertSame($path, $error->path);
        }
    }

    /** @return iterable<array{string, string}> */
    public static function wrongPolicies(): iterable
    {
        yield ['{"strict":true}', 'strict'];
        yield ['{"grace":250}', 'window'];
        yield ['{"repeat":"loop"}', 'repeat'];
        yield ['{"alike":[["snare"]]}', 'alike[0]'];
        yield ['{"alike":[["snare","clap"],["clap","kick"]]}', 'alike[1]'];
        yield ['{"weights":{"placement":0,"dynamics":0,"feel":0,"tempo":0,"form":0}}', 'weights'];
        yield ['{"weights":{"groove":1}}', 'weights.groove'];
        yield ['{"credit":2}', 'credit.moved'];
        yield ['{"points":0}', 'points'];
        yield ['{"tempo":{"low":100,"high":90}}', 'tempo.high'];
    }
}
