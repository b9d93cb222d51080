<?php

declare(strict_types=1);

namespace Pulsanda\Core\Play;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;

/**
 * How a beat that was played lies: how early or late its strokes come, how far apart, whether they drift, and how much the off-beats
 * swing. Everything is told by what is in the middle (median), since one slip is no way of playing.
 */
final readonly class Timing
{
    /** Share of hits with a push from which a beat was played, not clicked. */
    private const PLAYED = 1 / 3;
    /** Fewer strokes tell nothing about how somebody plays. */
    private const LEAST = 4;
    /** What drifts is seen over bars, and by more strokes than a slip or two. */
    private const DRIFT_BARS = 3;
    private const DRIFT_STROKES = 8;

    /** Whether a beat is one that was struck: clicked ones lie on their places. */
    public static function isPlayed(Pattern $pattern): bool
    {
        $hits = self::hits($pattern);
        $pushed = \count(array_filter($hits, static fn (Hit $hit): bool => 0 !== $hit->push));

        return $pushed >= self::LEAST && $pushed >= self::PLAYED * \count($hits);
    }

    /**
     * All of a beat in one, as ofRow() tells it of a row.
     *
     * @return array{median: float, spread: float}
     */
    public static function ofBeat(Pattern $pattern): array
    {
        $millisecond = 1000 * $pattern->tempo->seconds(1);
        $off = array_map(static fn (Hit $hit): float => $hit->push * $millisecond, self::hits($pattern));
        $median = Median::of($off);

        return ['median' => round($median, 1), 'spread' => round(Median::spread($off), 1)];
    }

    /** @return list<Hit> */
    private static function hits(Pattern $pattern): array
    {
        return array_merge(...array_map(
            static fn (Section $section): array => array_merge(...array_map(static fn (Row $row): array => $row->hits, $section->rows)),
            $pattern->sections,
        ));
    }

    /**
     * Milliseconds after the places of a row (before: negative). Half of the strokes lie no further from the median than the spread; the
     * drift is by bar, where there are strokes in at least three, and eight of them.
     *
     * @return array{median: float, spread: float, drift: float|null}
     */
    public static function ofRow(Row $row, Pattern $pattern): array
    {
        $millisecond = 1000 * $pattern->tempo->seconds(1);
        $off = array_map(static fn (Hit $hit): float => $hit->push * $millisecond, $row->hits);
        $bars = array_map(static fn (Hit $hit): float => $hit->at / $pattern->meter->barTicks(), $row->hits);
        $median = Median::of($off);
        $enough = \count($off) >= self::DRIFT_STROKES && \count(array_unique(array_map(intval(...), $bars))) >= self::DRIFT_BARS;

        return [
            'median' => round($median, 1),
            'spread' => round(Median::spread($off), 1),
            'drift' => $enough ? round(self::slope($bars, $off), 1) : null,
        ];
    }

    /**
     * What part of a pair of notes its first one takes, where somebody plays between the beats: 50 is straight, 66.67 triplets.
     *
     * @return array{percent: float, spread: float, unit: int}|null null where too few strokes tell
     */
    public static function swing(Pattern $pattern): ?array
    {
        $unit = $pattern->swing->unit;
        $step = intdiv(4 * 960, $unit);
        $map = $pattern->grooveMap();
        $percents = [];
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                foreach ($row->hits as $hit) {
                    if (1 === intdiv($hit->at, $step) % 2 && 0 === $hit->at % $step) {
                        $pair = $map->played($hit->at - $step);
                        $percents[] = 100 * ($map->played($hit->at) + $hit->push - $pair) / (2 * $step);
                    }
                }
            }
        }
        if (\count($percents) < self::LEAST) {
            return null;
        }
        $median = Median::of($percents);

        return ['percent' => round($median, 1), 'spread' => round(Median::spread($percents), 1), 'unit' => $unit];
    }

    /**
     * Of the straight line through points, by least squares.
     *
     * @param list<float> $x
     * @param list<float> $y
     */
    private static function slope(array $x, array $y): float
    {
        $count = \count($x);
        [$middleX, $middleY] = [array_sum($x) / $count, array_sum($y) / $count];
        $above = $below = 0.0;
        foreach ($x as $i => $one) {
            $above += ($one - $middleX) * ($y[$i] - $middleY);
            $below += ($one - $middleX) ** 2;
        }

        return $below > 0 ? $above / $below : 0.0;
    }
}
