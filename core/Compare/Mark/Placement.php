<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/**
 * Where the strokes stand: each row of the target earns its share by itself, and a row that is not asked takes away from all.
 *
 * @phpstan-type PlacementData array{
 *     rows: list<array{
 *         instrument: string,
 *         asked: int,
 *         played: int,
 *         places: int,
 *         credits: float,
 *         chance: float,
 *         explained: int,
 *         earned: float,
 *     }>,
 *     unasked: list<array{instrument: string, strokes: int}>,
 * }
 */
final readonly class Placement
{
    /** Fewer strokes than this always stand at some distance from those that are asked: that they have moved counts nothing. */
    private const LEAST_MOVED = 4;
    /** A row in which less than this is right once it is put right was not that row. */
    private const NEARLY = 0.7;

    /**
     * @param array<string, PlacedRow> $rows    of the target, by instrument; instruments that count as the same are one row
     * @param array<string, int>       $unasked rows that are not asked => strokes that belong nowhere
     * @param list<float|null>         $credits of each pair's target stroke; null where it has none
     */
    private function __construct(public array $rows, public array $unasked, public array $credits)
    {
    }

    /**
     * @param list<Pair>      $pairs
     * @param list<Statement> $statements of which some put strokes right
     * @param int             $ticks      length of the target, repeated if the policy says so
     */
    public static function of(Pattern $target, array $pairs, array $statements, Policy $policy, int $ticks): self
    {
        $row = static fn (?Stroke $stroke): string => null === $stroke ? '' : $policy->tolerance->sameness($stroke->instrument);
        $asked = self::inRows(array_map(static fn (Pair $pair): ?Stroke => $pair->target, $pairs), $row);
        $played = self::inRows(array_map(static fn (Pair $pair): ?Stroke => $pair->submission, $pairs), $row);
        $partners = Partners::of($asked, $played, $policy, $ticks);
        $explained = self::explained($statements, $partners);
        $places = self::places($target, $ticks, $policy->tolerance);
        $credits = $partners->credits;
        $rows = [];
        foreach ($asked as $name => $strokes) {
            $own = $played[$name] ?? [];
            $put = array_intersect_key($explained, $strokes);
            $of = array_intersect_key($partners->of, $strokes);
            $counted = [
                self::row($strokes, $own, $of, [], $partners->credits, $places[$name], $policy),
                // A stroke on another drum may be meant for this row; that it is there takes nothing away.
                self::row($strokes, $own, array_intersect($of, array_keys($own)), [], $partners->credits, $places[$name], $policy),
                [] === $put ? null : self::row($strokes, $own, $of, $explained, $partners->credits, $places[$name], $policy),
            ];
            foreach (array_filter($counted) as $one) {
                if ($one->earned > ($rows[$name]->earned ?? -1)) {
                    $rows[$name] = $one;
                }
            }
            foreach (0 === ($rows[$name]->explained ?? 0) ? [] : $put as $i => $_) {
                $credits[$i] = max($credits[$i], $policy->credit['explained']);
            }
        }
        $somewhere = array_flip($partners->of) + array_flip($explained);

        return new self(
            array_filter($rows, static fn (PlacedRow $one): bool => $one->asked > 0),
            array_filter(array_map(
                static fn (array $strokes): int => \count(array_diff_key($strokes, $somewhere)),
                array_diff_key($played, $asked),
            )),
            array_map(static fn (int $i): ?float => $credits[$i] ?? null, array_keys($pairs)),
        );
    }

    /** @return float 0–1; 1 when nothing is asked and nothing played */
    public function aspect(): float
    {
        if ([] === $this->rows) {
            return [] === $this->unasked ? 1 : 0;
        }
        $mean = array_sum(array_map(static fn (PlacedRow $row): int => $row->asked, $this->rows)) / \count($this->rows);
        $over = array_sum(array_map(static fn (int $strokes): float => min(1, $strokes / $mean), $this->unasked));

        return array_sum(array_map(static fn (PlacedRow $row): float => $row->earned, $this->rows)) / (\count($this->rows) + $over);
    }

    /** @return PlacementData */
    public function toData(): array
    {
        $rows = $unasked = [];
        foreach ($this->rows as $name => $row) {
            $rows[] = ['instrument' => $name] + $row->toData();
        }
        foreach ($this->unasked as $name => $strokes) {
            $unasked[] = ['instrument' => $name, 'strokes' => $strokes];
        }

        return ['rows' => $rows, 'unasked' => $unasked];
    }

    /**
     * @param array<int, Stroke|null>   $strokes
     * @param \Closure(?Stroke): string $row
     *
     * @return array<string, array<int, Stroke>> rising in time
     */
    private static function inRows(array $strokes, \Closure $row): array
    {
        $rows = [];
        foreach ($strokes as $i => $stroke) {
            if (null !== $stroke) {
                $rows[$row($stroke)][$i] = $stroke;
            }
        }
        foreach (array_keys($rows) as $name) {
            uasort($rows[$name], Stroke::compare(...));
        }

        return $rows;
    }

    /**
     * @param array<int, Stroke> $asked
     * @param array<int, Stroke> $own       what was played in the row
     * @param array<int, int>    $of        what was played for a stroke that is asked, here or elsewhere
     * @param array<int, int>    $explained the same where a statement says so
     * @param array<int, float>  $credits   of the strokes that are asked
     */
    private static function row(
        array $asked,
        array $own,
        array $of,
        array $explained,
        array $credits,
        int $places,
        Policy $policy,
    ): PlacedRow {
        $used = array_flip($explained);
        $count = $put = 0;
        $sum = 0.0;
        $here = [];
        foreach ($asked as $i => $stroke) {
            $isPut = isset($explained[$i]);
            $by = $explained[$i] ?? (isset($of[$i], $used[$of[$i]]) ? null : $of[$i] ?? null);
            if (null === $by) {
                $count += $stroke->optional ? 0 : 1;
                continue;
            }
            ++$count;
            $here[$by] = true;
            $put += $isPut ? 1 : 0;
            $sum += $isPut ? 1.0 : $credits[$i];
        }
        // What is played in the row beside that belongs nowhere.
        $strays = array_diff_key($own, $here, $used);
        $row = PlacedRow::of($count, \count($here) + \count($strays), $places, $sum, !$policy->guessing);

        return match (true) {
            0 === $put => $row,
            $row->earned < self::NEARLY => $row->explained($count, 0),
            default => $row->explained($put, $policy->credit['explained']),
        };
    }

    /**
     * @param list<Statement> $statements
     *
     * @return array<int, int> a stroke that is asked => the one that was played for it by a statement; none that stand right
     */
    private static function explained(array $statements, Partners $partners): array
    {
        $explained = [];
        foreach ($statements as $statement) {
            $hasMoved = \in_array($statement->kind, [StatementKind::Shifted, StatementKind::Rotated], true);
            if (!$hasMoved || \count($statement->explained) >= self::LEAST_MOVED) {
                $explained += $statement->explained;
            }
        }
        $right = array_flip($partners->right);

        return array_filter(
            array_diff_key($explained, $partners->right),
            // What stands right counts there, unless it is said to belong elsewhere.
            static fn (int $by): bool => !isset($right[$by]) || isset($explained[$right[$by]]),
        );
    }

    /** @return array<string, int> places of each row's grid */
    private static function places(Pattern $target, int $ticks, Tolerance $tolerance): array
    {
        $steps = [];
        foreach ($target->sections as $section) {
            foreach ($section->rows as $row) {
                $name = $tolerance->sameness($row->instrument);
                $steps[$name] = min($steps[$name] ?? \PHP_INT_MAX, $row->snap->ticks());
            }
        }

        return array_map(static fn (int $step): int => max(1, intdiv($ticks, $step)), $steps);
    }
}
