<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Sound\Mix\Parade;

/** Mixes follow one another at once, and what rings on is heard in the next. */
final class ParadeTest extends TestCase
{
    /**
     * @param list<array{list<list<int>>, int, bool}> $beats blocks of left numbers
     * @param list<int>                               $heard
     */
    #[DataProvider('parades')]
    public function testWhatIsHeard(array $beats, array $heard): void
    {
        self::assertSame($heard, self::heard($beats));
    }

    /** @return iterable<string, array{list<array{list<list<int>>, int, bool}>, list<int>}> */
    public static function parades(): iterable
    {
        yield 'one after another' => [[[[[1, 2]], 2, true], [[[3, 4]], 2, true]], [1, 2, 3, 4]];
        yield 'what rings on is added' => [[[[[1, 2, 5]], 2, true], [[[3, 4]], 2, true]], [1, 2, 8, 4]];
        yield 'it rings over several' => [
            [[[[1], [2, 10, 10, 10]], 2, true], [[[3, 7]], 1, true], [[[4]], 1, true]],
            [1, 2, 13, 21, 10],
        ];
        yield 'what goes round is cut' => [[[[[1, 2, 5]], 2, false], [[[3, 4]], 2, true]], [1, 2, 3, 4]];
        yield 'silence at the end is kept' => [[[[[1]], 3, true], [[[3]], 1, true]], [1, 0, 0, 3]];
        yield 'negative numbers' => [[[[[1, -2, -5]], 2, true], [[[3, 4]], 2, true]], [1, -2, -2, 4]];
        yield 'as loud as there can be' => [[[[[1, 30000]], 1, true], [[[30000]], 1, true]], [1, 32767]];
        yield 'no beats' => [[], []];
    }

    public function testItIsTheSumOfAllFromWhereTheyBegin(): void
    {
        mt_srand(33);
        for ($round = 0; $round < 200; ++$round) {
            [$beats, $sums, $begin] = [[], [], 0];
            for ($i = mt_rand(1, 6); $i > 0; --$i) {
                $blocks = [];
                for ($n = mt_rand(1, 4); $n > 0; --$n) {
                    $blocks[] = array_map(static fn (): int => mt_rand(-900, 900), range(1, mt_rand(1, 5)));
                }
                $frames = mt_rand(1, 12);
                $beats[] = [$blocks, $frames, true];
                foreach (array_merge(...$blocks) as $at => $value) {
                    $sums[$begin + $at] = ($sums[$begin + $at] ?? 0) + $value;
                }
                $begin += $frames;
            }
            $length = max($begin, max(array_keys($sums)) + 1);
            $wanted = array_map(static fn (int $at): int => $sums[$at] ?? 0, range(0, $length - 1));
            self::assertSame($wanted, self::heard($beats));
        }
    }

    /**
     * @param list<array{list<list<int>>, int, bool}> $beats
     *
     * @return list<int> on the left; on the right stands the same, negative
     */
    private static function heard(array $beats): array
    {
        $mixes = array_map(static fn (array $beat): array => [array_map(self::bytes(...), $beat[0]), $beat[1], $beat[2]], $beats);
        /** @var list<int> $values */
        $values = array_values(unpack('s*', implode('', iterator_to_array(Parade::of($mixes), false))) ?: []);
        $left = [];
        foreach (array_chunk($values, 2) as [$one, $other]) {
            self::assertEqualsWithDelta(-$one, $other, 1, 'the right side, where one number more is to be had below');
            $left[] = $one;
        }

        return $left;
    }

    /** @param list<int> $left */
    private static function bytes(array $left): string
    {
        return pack('s*', ...array_merge(...array_map(static fn (int $value): array => [$value, -$value], $left)));
    }
}
