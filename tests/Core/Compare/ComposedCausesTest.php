<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Tests\Core\Lesson;
use Random\Randomizer;

/**
 * Causes put together on random patterns and asked for back: never is more said than was done, and every difference is said once.
 *
 * A beat is rows of step numbers (sixteenths from 1). What passes the end of the section is lost, as it would be on a sheet.
 *
 * @phpstan-type Beat array<string, list<int>>
 */
final class ComposedCausesTest extends TestCase
{
    private const ROWS = ['kick', 'snare', 'closed-hat', 'cowbell', 'high-tom'];
    private const BARS = 4;
    private const STEPS = 64;

    #[DataProvider('seeds')]
    public function testNoMoreIsSaidThanWasDone(int $seed): void
    {
        $random = Lesson::random($seed);
        for ($round = 0; $round < 20; ++$round) {
            $target = self::beat($random);
            [$played, $done] = self::composed($target, $random, $random->getInt(1, 3));
            // At half the pace the beat takes twice the bars, and its length is said too.
            $bars = isset($done['half-time']) ? 2 * self::BARS : self::BARS;
            $comparison = Lesson::compare(Lesson::steps($target, self::BARS), Lesson::steps($played, $bars));
            $said = array_filter(
                $comparison->statements,
                static fn (Statement $one): bool => !\in_array($one->scope, ['dynamics', 'feel'], true),
            );
            $words = implode(' ', Lesson::texts($comparison));
            self::assertLessThanOrEqual(
                array_sum($done),
                \count($said),
                "seed $seed, round $round: did ".json_encode($done)." and heard: $words\n".json_encode($target)."\n".json_encode($played),
            );
            $this->assertEverythingIsSaidOnce($comparison);
        }
    }

    /** @return iterable<int, array{int}> */
    public static function seeds(): iterable
    {
        foreach (range(20, 27) as $seed) {
            yield [$seed];
        }
    }

    public function testASingleCauseIsNamed(): void
    {
        $random = Lesson::random(40);
        for ($round = 0; $round < 25; ++$round) {
            $target = self::beat($random);
            foreach (['swapped-rows', 'wrong-row', 'row-missing', 'row-extra', 'bars-swapped', 'no-variation'] as $kind) {
                [$played] = self::apply($kind, $target, $random);
                if ($played === $target) {
                    continue; // exchanging two equal bars is no change
                }
                $kinds = array_map(
                    static fn (Statement $one): string => $one->kind->value,
                    Lesson::compare(Lesson::steps($target, self::BARS), Lesson::steps($played, self::BARS))->statements,
                );
                self::assertSame([$kind], $kinds, json_encode($target).' '.json_encode($played));
            }
        }
    }

    public function testTwiceAndHalfThePace(): void
    {
        $random = Lesson::random(42);
        for ($round = 0; $round < 25; ++$round) {
            $slow = array_map(
                static fn (array $steps): array => array_values(
                    array_unique(array_map(static fn (int $step): int => $step - 1 + $step % 2, $steps)),
                ),
                self::beat($random),
            );
            $fast = array_map(
                static fn (array $steps): array => array_map(static fn (int $step): int => intdiv($step + 1, 2), $steps),
                $slow,
            );
            self::assertSame(['double-time'], Lesson::said(Lesson::compare(Lesson::steps($slow, 4), Lesson::steps($fast, 4))));
            self::assertSame(['half-time'], Lesson::said(Lesson::compare(Lesson::steps($fast, 2), Lesson::steps($slow, 4))));
        }
    }

    public function testEverythingLate(): void
    {
        $random = Lesson::random(43);
        for ($round = 0; $round < 25; ++$round) {
            $target = array_map(
                static fn (array $steps): array => array_values(array_filter($steps, static fn (int $step): bool => $step <= 60)),
                self::beat($random),
            );
            [$played] = self::apply('shifted', $target, $random);
            self::assertSame(
                ['shifted'],
                Lesson::said(Lesson::compare(Lesson::steps($target, self::BARS), Lesson::steps($played, self::BARS))),
            );
        }
    }

    public function testABarLeftOutAndABarTooMany(): void
    {
        $random = Lesson::random(41);
        for ($round = 0; $round < 20; ++$round) {
            $target = self::beat($random);
            $bar = $random->getInt(1, self::BARS);
            $without = array_map(static fn (array $row): array => self::barTakenOut($row, $bar), $target);
            $comparison = Lesson::compare(Lesson::steps($target, self::BARS), Lesson::steps(array_filter($without), self::BARS - 1));
            $kinds = array_map(static fn (Statement $one): string => $one->kind->value, $comparison->statements);
            self::assertSame(['bar-missing'], $kinds);
            $comparison = Lesson::compare(Lesson::steps(array_filter($without), self::BARS - 1), Lesson::steps($target, self::BARS));
            self::assertSame(
                ['bar-extra'],
                array_map(static fn (Statement $one): string => $one->kind->value, $comparison->statements),
            );
        }
    }

    public function testALittleLateThroughoutIsSaidAsFeel(): void
    {
        $target = Lesson::pushed(self::leaning(Lesson::TARGET, 0));
        self::assertSame(['behind'], Lesson::said(Lesson::compare($target, Lesson::pushed(self::leaning(Lesson::TARGET, 18)))));
        $hats = self::leaning(['closed-hat' => Lesson::TARGET['closed-hat']], -15) + self::leaning(Lesson::TARGET, 0);
        $comparison = Lesson::compare($target, Lesson::pushed($hats));
        self::assertSame(['ahead closed-hat'], Lesson::said($comparison));
        self::assertSame('Closed hi-hat: a little ahead of the beat throughout; wait a touch longer.', Lesson::texts($comparison)[0]);
        self::assertSame([1.0, 20.0], [(float) $comparison->aspects->placement, $comparison->mark()], 'it costs nothing');
    }

    /**
     * @param Beat $beat
     *
     * @return array<string, list<array{int, int}>> tick and push of each hit
     */
    private static function leaning(array $beat, int $push): array
    {
        return array_map(
            static fn (array $steps): array => array_map(static fn (int $step): array => [240 * ($step - 1), $push], $steps),
            $beat,
        );
    }

    private function assertEverythingIsSaidOnce(Comparison $comparison): void
    {
        $covered = array_merge(
            [],
            ...array_map(
                static fn (Statement $one): array => array_filter(
                    $one->pairs,
                    static fn (int $i): bool => $comparison->pairs[$i]->differs(),
                ),
                $comparison->statements,
            ),
        );
        sort($covered);
        self::assertSame(array_keys(array_filter($comparison->pairs, static fn ($pair): bool => $pair->differs())), $covered);
    }

    /** @return Beat rows that are unlike one another, with a bar of its own for each bar */
    private static function beat(Randomizer $random): array
    {
        $beat = [];
        foreach (self::ROWS as $row) {
            $steps = [];
            for ($bar = 0; $bar < self::BARS; ++$bar) {
                foreach ($random->pickArrayKeys(array_fill(1, 16, true), $random->getInt(2, 4)) as $step) {
                    $steps[] = 16 * $bar + (int) $step;
                }
            }
            sort($steps);
            $beat[$row] = $steps;
        }

        return $beat;
    }

    /**
     * @param Beat $target
     *
     * @return array{Beat, array<string, int>} what is played then, and how many statements each change is worth
     */
    private static function composed(array $target, Randomizer $random, int $count): array
    {
        $kinds = [
            'row-shifted',
            'row-missing',
            'row-extra',
            'swapped-rows',
            'wrong-row',
            'shifted',
            'bars-swapped',
            'hits-missing',
            'hit-extra',
            'half-time',
        ];
        $played = $target;
        $done = [];
        foreach ($random->shuffleArray($kinds) as $kind) {
            if (\count($done) === $count) {
                break;
            }
            // Only one of these happens to a beat: what was a bar or a row's distance is none any more once everything has moved.
            $moving = ['shifted', 'half-time', 'bars-swapped', 'row-shifted'];
            if (\in_array($kind, $moving, true) && [] !== array_intersect($moving, array_keys($done))) {
                continue;
            }
            [$played, $worth] = self::apply($kind, $played, $random);
            $done[$kind] = $worth;
        }

        return [array_filter($played), $done];
    }

    /**
     * @param Beat $beat
     *
     * @return array{Beat, int}
     */
    private static function apply(string $kind, array $beat, Randomizer $random): array
    {
        $rows = array_values(array_intersect(self::ROWS, array_keys(array_filter($beat))));
        $row = $rows[$random->getInt(0, \count($rows) - 1)];
        $other = $rows[($random->getInt(1, \count($rows) - 1) + (int) array_search($row, $rows, true)) % \count($rows)];
        $late = static fn (array $steps, int $by): array => array_values(
            array_filter(
                array_map(static fn (int $step): int => $step + $by, $steps),
                static fn (int $step): bool => $step <= self::STEPS,
            ),
        );
        $by = $random->getInt(1, 3);
        switch ($kind) {
            case 'row-shifted': // with room at the end, so that no hit is lost on the way
                $beat[$row] = $late(array_values(array_filter($beat[$row])), $by);

                return [$beat, 2];
            case 'shifted':
                return [array_map(static fn (array $steps): array => $late($steps, $by), $beat), 1 + \count($rows)];
            case 'row-missing':
                unset($beat[$row]);

                return [$beat, 1];
            case 'row-extra':
                return [$beat + ['claves' => [1, 9, 20, 33]], 1];
            case 'swapped-rows':
                [$beat[$row], $beat[$other]] = [$beat[$other], $beat[$row]];

                return [$beat, 1];
            case 'wrong-row':
                $beat['crash'] = $beat[$row];
                unset($beat[$row]);

                return [$beat, 1];
            case 'bars-swapped':
                return [array_map(static fn (array $steps): array => self::barsExchanged($steps, 1, 3), $beat), 1];
            case 'no-variation':
                return [array_map(static fn (array $steps): array => self::firstBarRepeated($steps), $beat), 1];
            case 'hits-missing':
                array_splice($beat[$row], 1, 2);

                return [$beat, 1];
            case 'hit-extra':
                $free = array_values(array_diff(range(1, self::STEPS), $beat[$row]));
                $beat[$row][] = $free[$random->getInt(0, \count($free) - 1)];
                sort($beat[$row]);

                return [$beat, 1];
            default: // half-time
                return [
                    array_map(static fn (array $steps): array => array_map(static fn (int $step): int => 2 * $step - 1, $steps), $beat),
                    2,
                ];
        }
    }

    /**
     * @param list<int> $steps
     *
     * @return list<int>
     */
    private static function barsExchanged(array $steps, int $a, int $b): array
    {
        $bar = static fn (int $step): int => 1 + intdiv($step - 1, 16);
        $moved = array_map(static fn (int $step): int => $step + 16 * match ($bar($step)) {
            $a => $b - $a, $b => $a - $b, default => 0,
        }, $steps);
        sort($moved);

        return $moved;
    }

    /**
     * @param list<int> $steps
     *
     * @return list<int>
     */
    private static function firstBarRepeated(array $steps): array
    {
        $first = array_filter($steps, static fn (int $step): bool => $step <= 16);

        return array_merge(
            ...array_map(
                static fn (int $bar): array => array_map(static fn (int $step): int => 16 * $bar + $step, array_values($first)),
                range(0, self::BARS - 1),
            ),
        );
    }

    /**
     * @param list<int> $steps
     *
     * @return list<int>
     */
    private static function barTakenOut(array $steps, int $bar): array
    {
        $kept = array_filter($steps, static fn (int $step): bool => 1 + intdiv($step - 1, 16) !== $bar);

        return array_values(array_map(static fn (int $step): int => 1 + intdiv($step - 1, 16) > $bar ? $step - 16 : $step, $kept));
    }
}
