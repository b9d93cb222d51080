<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/** Whole sections that are played nearly as they are asked, but in another order, or one of them left out: said by their names. */
final readonly class SectionOrder
{
    /** Sections that a sentence names. */
    private const MOST = 6;
    /** Share of a section's strokes, asked and played, that may differ. With more, it is as near to others. */
    private const DIFFERING = 0.25;

    /** @param Pattern $arranged the target in the order that was played: against it, only what is wrong inside the sections is left */
    private function __construct(public Statement $statement, public Pattern $arranged)
    {
    }

    /** @return self|null null where a section is like none that is asked, or they stand in their order */
    public static function of(Pattern $target, Pattern $submission, Tolerance $tolerance): ?self
    {
        $names = array_map(static fn (Section $one): string => $one->name, $target->form());
        if (\count(array_unique($names)) < 2 || \count($names) > self::MOST || !$target->meter->hasBarOf($submission->meter)) {
            return null;
        }
        $sections = array_combine($names, self::sections($target, $tolerance));
        $has = [];
        foreach (self::sections($submission, $tolerance) as $i => $played) {
            $differences = array_map(static fn (array $asked): float => self::difference($asked, $played, $tolerance), $sections);
            $least = min([\INF, ...array_values($differences)]);
            if ($least > self::DIFFERING || $i >= self::MOST) {
                return null;
            }
            // Where two sections are alike, it is the one that is asked there.
            $has[] = ($differences[$names[$i] ?? ''] ?? \INF) === $least ? $names[$i] : (string) array_search($least, $differences, true);
        }
        if ($has === $names || [] === $has) {
            return null;
        }

        return new self(
            new Statement(StatementKind::Sections, 'whole', values: ['has' => implode(', ', $has), 'asked' => implode(', ', $names)]),
            $target->inOrder(array_map(static fn (string $name): OrderEntry => OrderEntry::of($name, 1), $has)),
        );
    }

    /** @return list<array{bars: int, rows: array<string, list<int>>}> in the order played: ticks from the beginning of each, by row */
    private static function sections(Pattern $pattern, Tolerance $tolerance): array
    {
        $sections = [];
        $start = 0;
        $strokes = Strokes::written($pattern);
        foreach ($pattern->form() as $section) {
            $end = $start + $section->bars * $pattern->meter->barTicks();
            $rows = [];
            foreach (array_filter($strokes, static fn (Stroke $one): bool => $one->written >= $start && $one->written < $end) as $stroke) {
                $rows[$tolerance->sameness($stroke->instrument)][] = $stroke->tick - $start;
            }
            ksort($rows);
            $sections[] = ['bars' => $section->bars, 'rows' => $rows];
            $start = $end;
        }

        return $sections;
    }

    /**
     * @param array{bars: int, rows: array<string, list<int>>} $asked
     * @param array{bars: int, rows: array<string, list<int>>} $played
     *
     * @return float strokes of either that have none in the other, as a share of all; INF where the sections are not equally long
     */
    private static function difference(array $asked, array $played, Tolerance $tolerance): float
    {
        if ($asked['bars'] !== $played['bars']) {
            return \INF;
        }
        $all = array_sum(array_map(\count(...), $asked['rows'])) + array_sum(array_map(\count(...), $played['rows']));
        $same = 0;
        foreach ($asked['rows'] as $row => $ticks) {
            $here = $played['rows'][$row] ?? [];
            foreach ($ticks as $tick) {
                // Both rise: what is too early for this stroke is too early for the next.
                while ([] !== $here && $here[0] < $tick - $tolerance->grace) {
                    array_shift($here);
                }
                if ([] !== $here && $here[0] <= $tick + $tolerance->grace) {
                    array_shift($here);
                    $same += 2;
                }
            }
        }

        return 0 === $all ? 0.0 : 1 - $same / $all;
    }
}
