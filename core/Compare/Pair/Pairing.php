<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Pair;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Stroke;

/**
 * Pairs the strokes of a target and a submission one to one with the least total cost, exactly.
 *
 * Costs are integers in units of 1/(2·window). "hi" holds (cost, more matches, fewer other drums) in this order, "lo" the
 * distance and then earlier strokes first, so that equal totals are decided as the rules say.
 */
final readonly class Pairing
{
    /** Strokes of one side; keeps every sum below 2⁶³. */
    public const MOST_STROKES = 20_000;
    /** More than there are. */
    private const MOST_INSTRUMENTS = 256;

    /**
     * @param list<Pair> $pairs every stroke of both sides once, by tick and instrument
     * @param int        $units the total cost in units of 1/(2·window)
     */
    private function __construct(public array $pairs, private int $units, private int $unit)
    {
    }

    /**
     * @param list<Stroke> $targets     by tick
     * @param list<Stroke> $submissions by tick
     *
     * @throws InvalidInput when a side has more than MOST_STROKES strokes
     */
    public static function of(array $targets, array $submissions, Tolerance $tolerance): self
    {
        if (max(\count($targets), \count($submissions)) > self::MOST_STROKES) {
            throw InvalidInput::at(
                '',
                \sprintf(
                    'A pattern with more than %d strokes in one pass is too long to compare; shorten its order.',
                    self::MOST_STROKES,
                ),
            );
        }

        return self::assigned(...self::rowsAsAsked($targets, $submissions, $tolerance), tolerance: $tolerance);
    }

    /**
     * The same of one row in which not every stroke has its own.
     *
     * @param list<Stroke> $targets     by tick
     * @param list<Stroke> $submissions by tick
     */
    public static function ofRow(array $targets, array $submissions, Tolerance $tolerance): self
    {
        return self::assigned([], $targets, $submissions, $tolerance);
    }

    /**
     * @param list<Pair>   $pairs       that are known
     * @param list<Stroke> $targets     all others
     * @param list<Stroke> $submissions
     */
    private static function assigned(array $pairs, array $targets, array $submissions, Tolerance $tolerance): self
    {
        $unit = self::unit($tolerance);
        $units = 0;
        $assigned = LeastCost::assign(
            self::edges($targets, $submissions, $tolerance),
            self::alone($targets, $submissions, $tolerance),
            \count($submissions),
        );
        $taken = [];
        foreach ($targets as $t => $target) {
            $s = $assigned[$t];
            if (null === $s) {
                $pairs[] = new Pair(Status::Missing, $target, null);
                $units += $target->optional ? 0 : $unit;
                continue;
            }
            $taken[$s] = true;
            [$status, $cost] = self::relation($target, $submissions[$s], $tolerance) ?? throw new \LogicException(
                'Only strokes within reach are assigned.',
            );
            $pairs[] = new Pair($status, $target, $submissions[$s]);
            $units += $cost;
        }
        foreach ($submissions as $s => $submission) {
            if (!isset($taken[$s])) {
                $pairs[] = new Pair(Status::Extra, null, $submission);
                $units += $unit;
            }
        }

        return new self(self::inOrder($pairs), $units, $unit);
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return list<Pair> as Stroke::compare() has their strokes: by numbers, since there are many
     */
    private static function inOrder(array $pairs): array
    {
        $keys = $order = $sorted = [];
        foreach ($pairs as $pair) {
            $stroke = $pair->stroke();
            $place = $order[$stroke->instrument->value] ??= $stroke->instrument->order();
            $keys[] = $stroke->tick * self::MOST_INSTRUMENTS + $place;
        }
        asort($keys);
        foreach ($keys as $i => $_) {
            $sorted[] = $pairs[$i];
        }

        return $sorted;
    }

    /**
     * Takes out the rows in which every stroke has its own within the grace: matched in order they cost nothing, and no cheaper total
     * is had by tearing one apart, since a pair across rows costs as much as a stroke left alone.
     *
     * @param list<Stroke> $targets     by tick
     * @param list<Stroke> $submissions by tick
     *
     * @return array{list<Pair>, list<Stroke>, list<Stroke>} their pairs, and the strokes of all other rows
     */
    private static function rowsAsAsked(array $targets, array $submissions, Tolerance $tolerance): array
    {
        $asked = $played = $rowOf = [];
        foreach ($targets as $stroke) {
            $asked[$rowOf[$stroke->instrument->value] ??= $tolerance->sameness($stroke->instrument)][] = $stroke;
        }
        foreach ($submissions as $stroke) {
            $played[$rowOf[$stroke->instrument->value] ??= $tolerance->sameness($stroke->instrument)][] = $stroke;
        }
        $pairs = $done = [];
        foreach ($asked as $row => $strokes) {
            $own = [];
            foreach (\count($strokes) === \count($played[$row] ?? []) ? $strokes : [] as $i => $stroke) {
                if (abs($stroke->tick - $played[$row][$i]->tick) > $tolerance->grace) {
                    break;
                }
                $own[] = new Pair(Status::Match, $stroke, $played[$row][$i]);
            }
            if (\count($own) === \count($strokes)) {
                $done[$row] = true;
                array_push($pairs, ...$own);
            }
        }
        $others = static fn (Stroke $stroke): bool => !isset($done[$rowOf[$stroke->instrument->value] ?? '']);

        return [$pairs, array_values(array_filter($targets, $others)), array_values(array_filter($submissions, $others))];
    }

    /**
     * @param list<Pair> $pairs
     * @param list<int>  $which of them
     *
     * @return list<Pair> the same, of which some are a stroke left out, where the pair stood, and one too many, at the end
     */
    public static function apart(array $pairs, array $which): array
    {
        foreach ($which as $i) {
            [$target, $submission] = [$pairs[$i]->target, $pairs[$i]->submission];
            $pairs[$i] = new Pair(Status::Missing, $target, null);
            $pairs[] = new Pair(Status::Extra, null, $submission);
        }

        return array_values($pairs);
    }

    /** @return bool whether any pair is a difference */
    public function differs(): bool
    {
        foreach ($this->pairs as $pair) {
            if ($pair->differs()) {
                return true;
            }
        }

        return false;
    }

    /** The total cost of the pairs, 1 for each stroke left alone. */
    public function cost(): float
    {
        return $this->units / $this->unit;
    }

    private static function unit(Tolerance $tolerance): int
    {
        return 2 * max(1, $tolerance->window);
    }

    /**
     * @return array{Status, int}|null the status and the cost in units, null when the two cannot be paired
     */
    private static function relation(Stroke $target, Stroke $submission, Tolerance $tolerance): ?array
    {
        $distance = abs($submission->tick - $target->tick);
        if (
            $target->instrument === $submission->instrument
            || $tolerance->sameness($target->instrument) === $tolerance->sameness($submission->instrument)
        ) {
            return match (true) {
                $distance <= $tolerance->grace => [Status::Match, 0],
                $distance <= $tolerance->window => [Status::Moved, $tolerance->window + $distance],
                default => null,
            };
        }

        return $distance <= $tolerance->grace ? [Status::OtherDrum, self::unit($tolerance)] : null;
    }

    /**
     * What each target stroke costs when it is paired, less what its partner would cost alone.
     *
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<array<int, array{int, int}>> for each target stroke: index of submission stroke => hi, lo
     */
    private static function edges(array $targets, array $submissions, Tolerance $tolerance): array
    {
        [$size, $rank] = self::sizes($targets, $submissions);
        $unit = self::unit($tolerance);
        $ticks = array_map(static fn (Stroke $stroke): int => $stroke->tick, $submissions);
        $count = \count($submissions);
        $first = 0;
        $edges = [];
        foreach ($targets as $t => $target) {
            $tick = $target->tick;
            while ($first < $count && $ticks[$first] < $tick - $tolerance->window) {
                ++$first;
            }
            $row = [];
            for ($s = $first; $s < $count && $ticks[$s] <= $tick + $tolerance->window; ++$s) {
                $relation = self::relation($target, $submissions[$s], $tolerance);
                if (null !== $relation) {
                    [$status, $cost] = $relation;
                    $hi = (($cost - $unit) * $size - (Status::Match === $status ? 1 : 0)) * $size + (Status::OtherDrum === $status ? 1 : 0);
                    $row[$s] = [$hi, abs($ticks[$s] - $tick) * $rank + $t + $s];
                }
            }
            $edges[] = $row;
        }

        return $edges;
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return list<int> hi of each target stroke left alone; its lo is 0
     */
    private static function alone(array $targets, array $submissions, Tolerance $tolerance): array
    {
        [$size] = self::sizes($targets, $submissions);
        $unit = self::unit($tolerance) * $size * $size;

        return array_map(static fn (Stroke $target): int => $target->optional ? 0 : $unit, $targets);
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     *
     * @return array{int, int} more than any number of pairs; more than any sum of places in the two lists
     */
    private static function sizes(array $targets, array $submissions): array
    {
        $size = max(\count($targets), \count($submissions)) + 1;

        return [$size, 2 * $size * $size];
    }
}
