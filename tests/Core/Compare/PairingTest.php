<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Tests\Core\Lesson;
use Random\Randomizer;

final class PairingTest extends TestCase
{
    public function testMoreMatchesWinAmongEqualCosts(): void
    {
        self::assertSame(
            ['0 missing', '240 match 240', 'extra 480'],
            self::lines([['kick', 0], ['kick', 240]], [['kick', 240], ['kick', 480]]),
        );
    }

    public function testAMatchIsGivenUpWhereTheWholeGetsCheaper(): void
    {
        // Keeping snare 100 = snare 100 would leave a snare missing and a kick too many (2); moving costs 0.71 + 1.
        self::assertSame(
            ['0 moved 100', '100 other-drum 100'],
            self::lines([['snare', 0], ['snare', 100]], [['snare', 100], ['kick', 100]]),
        );
    }

    public function testAGreedyPassWouldPairTheNearestFirst(): void
    {
        self::assertSame(['0 match 30', '30 match 60'], self::lines([['kick', 0], ['kick', 30]], [['kick', 30], ['kick', 60]]));
    }

    public function testEarlierStrokesArePairedFirst(): void
    {
        self::assertSame(['0 match 10', '20 missing'], self::lines([['kick', 0], ['kick', 20]], [['kick', 10]]));
        self::assertSame(['10 match 0', 'extra 20'], self::lines([['kick', 10]], [['kick', 0], ['kick', 20]]));
        self::assertSame(['0 match 20', '10 match 30'], self::lines([['kick', 0], ['kick', 10]], [['kick', 20], ['kick', 30]]));
    }

    public function testAnOptionalStrokeMayBeLeftOutForNothing(): void
    {
        $optional = new Stroke(Instrument::Kick, 0, 0, 90, true, 'A');
        self::assertSame(0.0, Pairing::of([$optional], [], Tolerance::of())->cost());
        $played = new Stroke(Instrument::Snare, 0, 0, 90, false, 'A');
        self::assertSame(
            [Status::Missing, Status::Extra],
            array_map(static fn (Pair $pair): Status => $pair->status, Pairing::of([$optional], [$played], Tolerance::of())->pairs),
            'fewer other drums among equals',
        );
    }

    public function testInstrumentsThatAreAlikeCountAsTheSame(): void
    {
        $tolerance = Tolerance::of(alike: [[Instrument::Snare, Instrument::Clap]]);
        $pairing = Pairing::of(
            [new Stroke(Instrument::Snare, 0, 0, 90, false, 'A')],
            [new Stroke(Instrument::Clap, 200, 0, 90, false, 'A')],
            $tolerance,
        );
        self::assertSame(Status::Moved, $pairing->pairs[0]->status);
        self::assertEqualsWithDelta(0.5 + 0.5 * 200 / 240, $pairing->cost(), 1e-12);
    }

    public function testTheCostIsTheLeastOfAllPairings(): void
    {
        $random = Lesson::random(5);
        for ($round = 0; $round < 600; ++$round) {
            $tolerance = Tolerance::of($random->getInt(0, 40), $random->getInt(40, 300));
            [$targets, $submissions] = [self::strokes($random, true), self::strokes($random, false)];
            $pairing = Pairing::of($targets, $submissions, $tolerance);
            self::assertSame(
                self::leastOfAll($targets, $submissions, $tolerance),
                self::total($pairing->pairs, $tolerance),
                "round $round",
            );
            self::assertCount(\count($targets), array_filter($pairing->pairs, static fn (Pair $pair): bool => null !== $pair->target));
            self::assertCount(
                \count($submissions),
                array_filter($pairing->pairs, static fn (Pair $pair): bool => null !== $pair->submission),
            );
            self::assertEqualsWithDelta(self::total($pairing->pairs, $tolerance)[0] / (2 * $tolerance->window), $pairing->cost(), 1e-9);
        }
    }

    /** @return list<Stroke> up to six strokes near one another */
    private static function strokes(Randomizer $random, bool $target): array
    {
        $strokes = [];
        for ($i = $random->getInt(0, 6); $i > 0; --$i) {
            $instrument = [Instrument::Kick, Instrument::Snare, Instrument::ClosedHat][$random->getInt(0, 2)];
            $tick = $random->getInt(0, 40) * 20;
            $strokes[$instrument->value.$tick] = new Stroke($instrument, $tick, 0, 90, $target && 0 === $random->getInt(0, 4), 'A');
        }
        usort($strokes, Stroke::compare(...));

        return $strokes;
    }

    /**
     * Tries every pairing.
     *
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return array{int, int, int, int} as total()
     */
    private static function leastOfAll(array $targets, array $submissions, Tolerance $tolerance): array
    {
        if ([] === $targets) {
            return [\count($submissions) * 2 * $tolerance->window, 0, 0, 0];
        }
        $target = array_shift($targets);
        $add = static fn (array $a, array $b): array => [$a[0] + $b[0], $a[1] + $b[1], $a[2] + $b[2], $a[3] + $b[3]];
        $best = $add([$target->optional ? 0 : 2 * $tolerance->window, 0, 0, 0], self::leastOfAll($targets, $submissions, $tolerance));
        foreach ($submissions as $s => $submission) {
            $status = self::relation($target, $submission, $tolerance);
            if (null !== $status) {
                $rest = $submissions;
                unset($rest[$s]);
                $best = min(
                    $best,
                    $add(
                        self::total([new Pair($status, $target, $submission)], $tolerance),
                        self::leastOfAll($targets, array_values($rest), $tolerance),
                    ),
                );
            }
        }

        return $best;
    }

    private static function relation(Stroke $target, Stroke $submission, Tolerance $tolerance): ?Status
    {
        $distance = abs($target->tick - $submission->tick);
        if ($target->instrument !== $submission->instrument) {
            return $distance <= $tolerance->grace ? Status::OtherDrum : null;
        }

        return $distance <= $tolerance->grace ? Status::Match : ($distance <= $tolerance->window ? Status::Moved : null);
    }

    /**
     * @param iterable<Pair> $pairs
     *
     * @return array{int, int, int, int} cost in units of 1/(2·window), matches (negative), other drums, distances
     */
    private static function total(iterable $pairs, Tolerance $tolerance): array
    {
        $total = [0, 0, 0, 0];
        foreach ($pairs as $pair) {
            $total[0] += match ($pair->status) {
                Status::Match => 0,
                Status::Moved => $tolerance->window + abs((int) $pair->ticks()),
                Status::OtherDrum, Status::Extra => 2 * $tolerance->window,
                Status::Missing => $pair->stroke()->optional ? 0 : 2 * $tolerance->window,
            };
            $total[1] -= Status::Match === $pair->status ? 1 : 0;
            $total[2] += Status::OtherDrum === $pair->status ? 1 : 0;
            $total[3] += abs((int) $pair->ticks());
        }

        return $total;
    }

    /**
     * @param list<array{string, int}> $targets
     * @param list<array{string, int}> $submissions
     *
     * @return list<string> target tick, status, submission tick
     */
    private static function lines(array $targets, array $submissions): array
    {
        $stroke = static fn (array $one): Stroke => new Stroke(Instrument::from($one[0]), $one[1], 0, 90, false, 'A');

        return array_map(
            static fn (Pair $pair): string => trim($pair->target?->tick.' '.$pair->status->value.' '.$pair->submission?->tick),
            Pairing::of(array_map($stroke, $targets), array_map($stroke, $submissions), Tolerance::of())->pairs,
        );
    }
}
