<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Mark\TermState;
use Pulsanda\Core\Compare\Mark\TermSum;

/** What the marks of a term come to. */
final class TermSumTest extends TestCase
{
    public function testWhatIsMarkedCountsByItsWeight(): void
    {
        $sum = TermSum::of([self::task(1.0, 1), self::task(0.5, 3), self::task(null, 5, TermState::HandedIn), self::task(null, 1, TermState::Open)]);
        self::assertEqualsWithDelta((1.0 + 1.5) / 4, $sum->share, 1e-12);
        self::assertSame($sum->share, $sum->withMissing, 'nothing is missing');
    }

    public function testWhatIsMissingCountsAsNothingWhereThatIsAsked(): void
    {
        $sum = TermSum::of([self::task(0.8, 1), self::task(null, 1, TermState::Missing)]);
        self::assertSame([0.8, 0.4, 1], [$sum->share, $sum->withMissing, $sum->missing]);
        $sum = TermSum::of([self::task(null, 2, TermState::Missing)]);
        self::assertNull($sum->share, 'no mark is no sum');
        self::assertSame(0.0, $sum->withMissing);
    }

    public function testWhoIsExcusedLosesNothing(): void
    {
        $sum = TermSum::of([self::task(0.75, 1), self::task(0.1, 4, TermState::Excused)]);
        self::assertSame([0.75, 0.75, 1], [$sum->share, $sum->withMissing, $sum->excused]);
    }

    public function testNothingIsNothing(): void
    {
        $sum = TermSum::of([]);
        self::assertSame([null, null, 0, 0, 0], [$sum->share, $sum->withMissing, $sum->missing, $sum->late, $sum->excused]);
        self::assertNull(TermSum::of([self::task(1.0, 0)])->share, 'what has no weight');
    }

    /** Over many random terms: between the worst and the best mark; order is nothing; missing never helps; all weights doubled is the same. */
    public function testASumIsAMean(): void
    {
        mt_srand(7);
        for ($round = 0; $round < 500; ++$round) {
            $tasks = [];
            for ($i = mt_rand(1, 12); $i > 0; --$i) {
                $state = TermState::cases()[mt_rand(0, 4)];
                $marked = TermState::Marked === $state;
                $tasks[] = ['late' => 0 === mt_rand(0, 3)] + self::task($marked ? mt_rand(0, 40) / 40 : null, mt_rand(1, 10) / 2, $state);
            }
            $sum = TermSum::of($tasks);
            $marks = array_filter(array_column($tasks, 'share'), static fn (?float $share): bool => null !== $share);
            if ([] === $marks) {
                self::assertNull($sum->share);
                continue;
            }
            self::assertGreaterThanOrEqual(min($marks) - 1e-9, $sum->share);
            self::assertLessThanOrEqual(max($marks) + 1e-9, $sum->share);
            self::assertLessThanOrEqual($sum->share + 1e-9, $sum->withMissing);
            $turned = TermSum::of(array_reverse($tasks));
            self::assertEqualsWithDelta($sum->share, $turned->share, 1e-9);
            $doubled = TermSum::of(array_map(static fn (array $one): array => ['weight' => 2 * $one['weight']] + $one, $tasks));
            self::assertEqualsWithDelta($sum->withMissing, $doubled->withMissing, 1e-9);
            self::assertSame(\count(array_filter(array_column($tasks, 'late'))), $sum->late);
        }
    }

    /** @return array{state: TermState, share: float|null, weight: float, late: bool} */
    private static function task(?float $share, float $weight, TermState $state = TermState::Marked): array
    {
        return ['state' => $state, 'share' => $share, 'weight' => $weight, 'late' => false];
    }
}
