<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Tests\Core\Lesson;

/**
 * @phpstan-import-type Compared from Comparison
 */
final class ClassPictureTest extends TestCase
{
    public function testMissedStrokesAndExtrasNameThoseWhoMadeThem(): void
    {
        $picture = ClassPicture::of(self::results([
            'a' => ['snare' => [5]],
            'b' => ['snare' => [5], 'closed-hat' => [1, 3, 5, 7, 8, 9, 11, 13, 15]],
            'c' => ['snare' => [6, 14]],
            'd' => [],
        ]));
        $strokes = array_column($picture['strokes'], null, 'tick');
        self::assertCount(12, $picture['strokes']);
        self::assertSame(
            [['a', 'b'], ['c']],
            [self::stroke($picture['strokes'], 'snare', 2880)['missed'], self::stroke($picture['strokes'], 'snare', 2880)['moved']],
        );
        self::assertSame(
            [[], ['c']],
            [self::stroke($picture['strokes'], 'snare', 960)['missed'], self::stroke($picture['strokes'], 'snare', 960)['moved']],
        );
        self::assertArrayHasKey(0, $strokes);
        self::assertSame(
            [['closed-hat', 1680, ['b']], ['snare', 1200, ['c']], ['snare', 3120, ['c']]],
            self::sorted(array_map(static fn (array $one): array => [$one['instrument'], $one['tick'], $one['by']], $picture['extras'])),
        );
        self::assertSame(
            ['hit-missing', [2880], 'a', ['a', 'b']],
            [
                $picture['statements'][0]['statement']['kind'],
                $picture['statements'][0]['statement']['at'],
                $picture['statements'][0]['of'],
                $picture['statements'][0]['by'],
            ],
        );
        self::assertSame(['a', 'b', 'c', 'd'], array_column($picture['aspects']['placement'], 'of'));
        self::assertSame([], $picture['aspects']['dynamics'], 'not assessed');
        self::assertSame(20.0, $picture['marks'][3]['value']);
    }

    public function testEveryDifferenceOfRandomBeatsIsCountedOnce(): void
    {
        $random = Lesson::random(31);
        for ($round = 0; $round < 12; ++$round) {
            $target = Lesson::any($random);
            $results = [];
            for ($i = 0; $i < 4; ++$i) {
                $results["beat $i"] = Lesson::compare($target, Lesson::any($random))->toData();
            }
            $picture = ClassPicture::of($results);
            $count = static fn (Status $status): int => array_sum(
                array_map(
                    static fn (array $result): int => \count(
                        array_filter($result['pairs'], static fn (array $pair): bool => $status->value === $pair['status']),
                    ),
                    $results,
                ),
            );
            self::assertSame(
                $count(Status::Missing),
                array_sum(array_map(static fn (array $one): int => \count($one['missed']), $picture['strokes'])),
            );
            self::assertSame(
                $count(Status::Moved) + $count(Status::OtherDrum),
                array_sum(array_map(static fn (array $one): int => \count($one['moved']), $picture['strokes'])),
            );
            self::assertSame(
                $count(Status::Moved) + $count(Status::OtherDrum) + $count(Status::Extra),
                array_sum(array_map(static fn (array $one): int => \count($one['by']), $picture['extras'])),
            );
        }
    }

    public function testBeatsOfWhichTheSameIsSaidStandTogether(): void
    {
        $groups = ClassPicture::groups(['a' => ['x', 'y'], 'b' => [], 'c' => ['y', 'x'], 'd' => ['x'], 'e' => []]);
        self::assertSame([['a', 'c'], ['b', 'e'], ['d']], $groups);
        self::assertSame([], ClassPicture::groups([]));
    }

    public function testWhatIsGoneWhatStaysAndWhatIsNew(): void
    {
        self::assertSame(['gone' => [0], 'still' => [0], 'new' => [1]], ClassPicture::progress(['a', 'b'], ['b', 'c']));
    }

    /**
     * @param array<string, array<string, list<int>>> $beats changes of the target's rows
     *
     * @return array<string, Compared>
     */
    private static function results(array $beats): array
    {
        return array_map(
            static fn (array $rows): array => Lesson::compare(
                Lesson::steps(Lesson::TARGET),
                Lesson::steps($rows + Lesson::TARGET),
            )->toData(),
            $beats,
        );
    }

    /**
     * @param list<array{instrument: string, tick: int, missed: list<string>, moved: list<string>}> $strokes
     *
     * @return array{instrument: string, tick: int, missed: list<string>, moved: list<string>}
     */
    private static function stroke(array $strokes, string $instrument, int $tick): array
    {
        foreach ($strokes as $stroke) {
            if ($instrument === $stroke['instrument'] && $tick === $stroke['tick']) {
                return $stroke;
            }
        }
        self::fail("There is no $instrument at $tick.");
    }

    /**
     * @param list<array{string, int, list<string>}> $list
     *
     * @return list<array{string, int, list<string>}>
     */
    private static function sorted(array $list): array
    {
        sort($list);

        return $list;
    }

    public function testBeatsThatShareAStatementStandTogetherWhateverElseThereIs(): void
    {
        $said = ['a' => ['late', 'x'], 'b' => ['late'], 'c' => ['y', 'late'], 'd' => ['late', 'x'], 'e' => ['y', 'late'], 'f' => []];
        self::assertSame(
            ['late' => ['a', 'b', 'c', 'd', 'e']],
            ClassPicture::sharing($said),
            'what only one group has needs no other, such as x and y',
        );
    }
}
