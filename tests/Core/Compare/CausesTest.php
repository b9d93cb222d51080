<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Explain\Cause\Everything;
use Pulsanda\Core\Compare\Explain\Cause\MovedRow;
use Pulsanda\Core\Compare\Explain\Cause\NoVariation;
use Pulsanda\Core\Compare\Explain\Cause\OneSidedRow;
use Pulsanda\Core\Compare\Explain\Cause\RowRotated;
use Pulsanda\Core\Compare\Explain\Cause\RowShifted;
use Pulsanda\Core\Compare\Explain\Cause\Subdivided;
use Pulsanda\Core\Compare\Explain\Cause\SwappedBars;
use Pulsanda\Core\Compare\Explain\Cause\WrongBars;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Tests\Core\Lesson;

/** Undoing what happened leaves nothing to compare; undoing what did not happen leaves something. */
final class CausesTest extends TestCase
{
    private const TARGET = ['kick' => [1, 9, 17, 27], 'snare' => [5, 13, 21, 29], 'closed-hat' => [1, 5, 9, 13, 19, 23, 27, 31]];

    public function testUndoneItIsAsAsked(): void
    {
        $late = static fn (array $steps, int $by): array => array_map(static fn (int $step): int => $step + $by, $steps);
        $kick = self::TARGET['kick'];
        foreach ([
            'everything late' => [
                Everything::shifted(240),
                array_map(static fn (array $steps): array => $late($steps, 1), self::TARGET),
                2,
            ],
            'a row late' => [new RowShifted('kick', Instrument::Kick, 480), ['kick' => $late($kick, 2)] + self::TARGET, 2],
            'a bar of a row late' => [new RowShifted('kick', Instrument::Kick, 240, [2]), ['kick' => [1, 9, 18, 28]] + self::TARGET, 2],
            'rows exchanged' => [
                new MovedRow('kick', Instrument::Kick, 'snare', Instrument::Snare, true),
                ['kick' => self::TARGET['snare'], 'snare' => $kick] + self::TARGET,
                2,
            ],
            'on another drum' => [
                new MovedRow('kick', Instrument::Kick, 'crash', Instrument::Crash, false),
                ['kick' => [], 'crash' => $kick] + self::TARGET,
                2,
            ],
            'a row left out' => [new OneSidedRow('kick', Instrument::Kick, true), ['kick' => []] + self::TARGET, 2],
            'a row too many' => [new OneSidedRow('claves', Instrument::Claves, false), ['claves' => [3, 4]] + self::TARGET, 2],
            'half the pace' => [
                Everything::scaled(false),
                array_map(
                    static fn (array $steps): array => array_map(static fn (int $step): int => 2 * $step - 1, $steps),
                    self::TARGET,
                ),
                4,
            ],
            'bars exchanged' => [
                new SwappedBars(1, 2),
                ['kick' => [1, 11, 17, 25], 'closed-hat' => [3, 7, 11, 15, 17, 21, 25, 29]] + self::TARGET,
                2,
            ],
            'the first bar twice' => [
                new NoVariation(1, [2]),
                ['kick' => [1, 9, 17, 25], 'closed-hat' => [1, 5, 9, 13, 17, 21, 25, 29]] + self::TARGET,
                2,
            ],
            'a row round the loop' => [new RowRotated('kick', Instrument::Kick, 1440), ['kick' => [1, 7, 15, 23]] + self::TARGET, 2],
            'another subdivision' => [
                new Subdivided('snare', Instrument::Snare, 1920, 960, [1, 2]),
                ['snare' => range(5, 29, 4)] + self::TARGET,
                2,
            ],
            'a bar left out' => [new WrongBars([1], true, true), ['kick' => [1, 11], 'snare' => [5, 13], 'closed-hat' => [3, 7, 11, 15]], 1],
            'a bar too many' => [
                new WrongBars([2], false, true),
                ['kick' => [1, 9, 17, 33, 43], 'snare' => [5, 13, 37, 45], 'closed-hat' => [1, 5, 9, 13, 35, 39, 43, 47]],
                3,
            ],
        ] as $what => [$cause, $played, $bars]) {
            $before = self::remainder($played, $bars);
            self::assertNotSame([], $before->differing(), $what);
            self::assertSame([], $cause->undone($before)->differing(), $what);
            foreach ([Everything::shifted(720), new MovedRow('closed-hat', Instrument::ClosedHat, 'kick', Instrument::Kick, true)] as $other) {
                self::assertNotSame([], $other->undone($before)->differing(), "$what is not something else");
            }
        }
    }

    public function testNothingIsLostOnTheWay(): void
    {
        $random = Lesson::random(70);
        $causes = [
            Everything::shifted(-240),
            new RowShifted('snare', Instrument::Snare, 240),
            new MovedRow('kick', Instrument::Kick, 'snare', Instrument::Snare, true),
            Everything::scaled(true),
            new SwappedBars(1, 2),
            new WrongBars([1], true, true),
        ];
        for ($round = 0; $round < 40; ++$round) {
            $played = array_map(
                static fn (): array => array_map(intval(...), $random->pickArrayKeys(array_fill(1, 32, true), 6)),
                self::TARGET,
            );
            $before = self::remainder($played, 2);
            $count = static fn (Remainder $of): int => array_sum(array_map(count(...), $of->played));
            foreach ($causes as $cause) {
                self::assertSame($count($before), $count($cause->undone($before)), 'no stroke that was played goes');
            }
        }
    }

    /** @param array<string, array<int>> $played */
    private static function remainder(array $played, int $bars): Remainder
    {
        return Remainder::of(
            Strokes::written(Lesson::steps(self::TARGET, 2)),
            Strokes::written(Lesson::steps(array_map(array_values(...), array_filter($played)), $bars)),
            Tolerance::of(),
            3840,
            2,
            $bars,
        );
    }
}
