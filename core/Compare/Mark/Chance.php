<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/**
 * What clicking at random would match: so many strokes in each row as were played, anywhere on the row's grid. Matches in a row are
 * distributed hypergeometrically; rows add up.
 */
final readonly class Chance
{
    /** Standard deviations above the mean that chance still reaches. */
    private const FAR = 2;
    private const NEARLY = 0.8;

    /**
     * @param list<Stroke> $asked
     * @param list<Stroke> $played
     * @param int          $fit    target strokes that match, or would but for what is said of them
     * @param int          $ticks  length of the target
     *
     * @return bool whether no more fits than by clicking at random, and less than half of all that is asked and played
     */
    public static function explains(Pattern $target, array $asked, array $played, int $fit, int $ticks, Tolerance $tolerance): bool
    {
        if ([] === $played || [] === $asked || 4 * $fit >= \count($asked) + \count($played)) {
            return false;
        }
        $mean = $variance = 0.0;
        [$there, $here] = [self::perRow($asked, $tolerance), self::perRow($played, $tolerance)];
        foreach (self::places($target, $ticks, $tolerance) as $row => $places) {
            [$t, $s] = [min($places, $there[$row] ?? 0), min($places, $here[$row] ?? 0)];
            $mean += $t * $s / $places;
            $variance += $places < 2 ? 0 : $t * $s / $places * (1 - $t / $places) * ($places - $s) / ($places - 1);
        }

        return $fit <= $mean + self::FAR * sqrt($variance);
    }

    /**
     * Target strokes that match, and those that would but for what is said of them: only where nearly all of their row does, since some
     * distance fits half of any row by chance.
     *
     * @param list<Pair>           $pairs
     * @param array<int, int>      $explained pairs whose target strokes have another partner => the pair of that partner
     * @param array<int, int|true> $runs      pairs of rows that are played in another subdivision
     */
    public static function fit(array $pairs, array $explained, array $runs, Tolerance $tolerance): int
    {
        $asked = $raw = $all = [];
        foreach ($pairs as $i => $pair) {
            if (null === $pair->target) {
                continue;
            }
            $row = $tolerance->sameness($pair->target->instrument);
            $asked[$row] = 1 + ($asked[$row] ?? 0);
            $matches = Status::Match === $pair->status && null !== $pair->submission;
            $partner = $pairs[$explained[$i] ?? -1]->submission ?? null;
            $raw[$row] = ($raw[$row] ?? 0) + ($matches || isset($runs[$i]) ? 1 : 0);
            $all[$row] = ($all[$row] ?? 0) + ($matches || isset($runs[$i]) || null !== $partner ? 1 : 0);
        }
        $fit = 0;
        foreach ($asked as $row => $count) {
            $fit += $all[$row] >= self::NEARLY * $count ? $all[$row] : $raw[$row];
        }

        return $fit;
    }

    /**
     * @param list<Stroke> $strokes
     *
     * @return array<string, int>
     */
    private static function perRow(array $strokes, Tolerance $tolerance): array
    {
        return array_count_values(array_map(static fn (Stroke $one): string => $tolerance->sameness($one->instrument), $strokes));
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
