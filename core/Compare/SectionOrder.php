<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/** Whole sections that are played as they are asked, but in another order, or one of them left out: said by their names. */
final readonly class SectionOrder
{
    /** Sections that a sentence names. */
    private const MOST = 6;

    /** @return Statement|null null where a section is not as it is asked, or they stand in their order */
    public static function statement(Pattern $target, Pattern $submission, Tolerance $tolerance): ?Statement
    {
        $names = array_map(static fn (Section $one): string => $one->name, $target->form());
        if (\count(array_unique($names)) < 2 || !$target->meter->hasBarOf($submission->meter)) {
            return null;
        }
        $sections = array_combine($names, self::sections($target, $tolerance));
        $has = [];
        foreach (self::sections($submission, $tolerance) as $i => $played) {
            $alike = array_keys(array_filter($sections, static fn (array $asked): bool => self::areAlike($asked, $played, $tolerance)));
            if ([] === $alike) {
                return null;
            }
            // Where two sections are alike, it is the one that is asked there.
            $has[] = \in_array($names[$i] ?? '', $alike, true) ? $names[$i] : (string) $alike[0];
        }

        return $has === $names || \count($has) > self::MOST || \count($names) > self::MOST ? null
            : new Statement(StatementKind::Sections, 'whole', values: ['has' => implode(', ', $has), 'asked' => implode(', ', $names)]);
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
     * @param array{bars: int, rows: array<string, list<int>>} $a
     * @param array{bars: int, rows: array<string, list<int>>} $b
     */
    private static function areAlike(array $a, array $b, Tolerance $tolerance): bool
    {
        if ($a['bars'] !== $b['bars'] || array_map(\count(...), $a['rows']) !== array_map(\count(...), $b['rows'])) {
            return false;
        }
        foreach ($a['rows'] as $row => $ticks) {
            foreach ($ticks as $i => $tick) {
                if (abs($tick - $b['rows'][$row][$i]) > $tolerance->grace) {
                    return false;
                }
            }
        }

        return true;
    }
}
