<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Pulsanda\Tests\Core\Ear\Hearing;
use Pulsanda\Tests\Core\Ear\Judge;
use Pulsanda\Tests\Core\Lesson;

/** Mistakes made in plausible beats, and a judge who knows nothing of the search. bin/bench ear does the same at length. */
final class EarTest extends TestCase
{
    private const CASES = 500;

    public function testNothingFalseIsSaidAndNoMoreThanWasDone(): void
    {
        $objections = $long = [];
        for ($case = 0; $case < self::CASES; ++$case) {
            $hearing = Hearing::of(100, $case);
            $about = "case $case, ".implode(', ', $hearing->made).': '.implode(' ', $hearing->sentences());
            $objection = $hearing->objection();
            if (null !== $objection) {
                $objections[] = "$about ($objection)";
            }
            if (!$hearing->isShort()) {
                $long[] = $about;
            }
            if (\count($hearing->made) < 2) {
                self::assertNull($objection, $about);
                self::assertTrue($hearing->isShort(), $about);
            }
        }
        self::assertSame([], $objections, implode("\n", $objections));
        self::assertLessThanOrEqual(self::CASES / 200, \count($long), implode("\n", $long));
    }

    /** Something false was said of them once, or something that was about nothing. */
    #[TestWith([3141, 1598])]
    #[TestWith([9001, 3939])]
    #[TestWith([12007, 1243])]
    #[TestWith([33002, 2189])]
    #[TestWith([33003, 2499])]
    #[TestWith([41004, 2974])]
    #[TestWith([41005, 2499])]
    #[TestWith([51302, 1854])]
    #[TestWith([61001, 319])]
    #[TestWith([61002, 2504])]
    #[TestWith([61003, 474])]
    #[TestWith([72001, 3974])]
    #[TestWith([78305, 2034])]
    #[TestWith([79103, 1864])]
    #[TestWith([92005, 1419])]
    #[TestWith([92011, 2545])]
    #[TestWith([92021, 2042])]
    #[TestWith([92021, 2526])]
    #[TestWith([92044, 1629])]
    #[TestWith([92051, 1018])]
    #[TestWith([92052, 2043])]
    #[TestWith([92053, 2328])]
    #[TestWith([93001, 2533])]
    #[TestWith([94001, 538])]
    #[TestWith([94001, 3793])]
    #[TestWith([94004, 1399])]
    public function testBeatsThatWereHard(int $seed, int $case): void
    {
        $hearing = Hearing::of($seed, $case);
        self::assertNull($hearing->objection(), implode(' ', $hearing->sentences()));
    }

    /** More was said of them once than was done: everything is late and rows stand elsewhere, or one bar of a row is late. */
    #[TestWith([41002, 1088])]
    #[TestWith([41002, 628])]
    #[TestWith([41005, 1167])]
    #[TestWith([41002, 1012])]
    #[TestWith([72001, 3297])]
    #[TestWith([73002, 3607])]
    #[TestWith([73006, 2057])]
    #[TestWith([73006, 2404])]
    #[TestWith([92002, 366])]
    #[TestWith([92003, 934])]
    #[TestWith([92003, 1033])]
    #[TestWith([92011, 3056])]
    #[TestWith([92012, 787])]
    public function testBeatsOfWhichTooMuchWasSaid(int $seed, int $case): void
    {
        $hearing = Hearing::of($seed, $case);
        self::assertNull($hearing->objection(), implode(' ', $hearing->sentences()));
        self::assertTrue($hearing->isShort(), implode(' ', $hearing->sentences()));
    }

    /**
     * @param array<string, list<int>> $target
     * @param array<string, list<int>> $played
     * @param array<string, list<int>> $asIf   what the list that is held against it would be true of
     */
    #[DataProvider('lies')]
    public function testTheJudgeIsNotEasilySatisfied(array $target, array $played, array $asIf): void
    {
        $asked = Lesson::steps($target, 2);
        $comparison = Lesson::compare($asked, Lesson::steps($played, 2));
        $true = $comparison->statements;
        self::assertNull(Judge::objection($asked, Lesson::steps($played, 2), $true));
        self::assertNull(Judge::objection($asked, Lesson::steps($played, 2), $true, $comparison->pairs));
        self::assertNotNull(Judge::objection($asked, Lesson::steps($played, 2), $true, array_reverse($comparison->pairs)));
        $false = Lesson::compare($asked, Lesson::steps($asIf, 2))->statements;
        self::assertNotNull(Judge::objection($asked, Lesson::steps($played, 2), $false));
        self::assertNotNull(Judge::objection($asked, Lesson::steps($played, 2), []));
    }

    /** @return iterable<string, array{array<string, list<int>>, array<string, list<int>>, array<string, list<int>>}> */
    public static function lies(): iterable
    {
        $target = ['kick' => [1, 9, 17, 27], 'snare' => [5, 13, 21, 29], 'ride' => [1, 5, 9, 13, 17, 21, 25, 29]];
        yield 'another place' => [$target, ['kick' => [1, 9, 17]] + $target, ['kick' => [1, 9, 27]] + $target];
        yield 'another distance' => [$target, ['snare' => [6, 14, 22, 30]] + $target, ['snare' => [7, 15, 23, 31]] + $target];
        yield 'another row' => [$target, ['snare' => []] + $target, ['kick' => []] + $target];
        yield 'not all of it' => [$target, ['kick' => [1, 9], 'snare' => [5, 13, 21]] + $target, ['kick' => [1, 9]] + $target];
    }
}
