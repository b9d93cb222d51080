<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

/** Distances that a beat may have moved by: those of the grid, multiples of a thirty-second or of a sixteenth triplet. */
final readonly class Grid
{
    private const STEPS = [120, 160];
    /** More ticks than any distance has. */
    private const LONGEST = 1 << 32;
    /** Round a loop, so many strokes vote. */
    private const MOST_ROUND = 24;

    /**
     * How often each distance lies between a stroke that is asked and one that was played.
     *
     * @param list<int> $asked  ticks, rising
     * @param list<int> $played
     * @param int       $reach  the longest distance, in ticks
     *
     * @return array<int, int> distance => how many pairs of strokes have it within the grace
     */
    public static function votes(array $asked, array $played, int $reach, int $grace): array
    {
        $differences = [];
        [$first, $count] = [0, \count($played)];
        foreach ($asked as $tick) {
            while ($first < $count && $played[$first] < $tick - $reach - $grace) {
                ++$first;
            }
            for ($i = $first; $i < $count && $played[$i] <= $tick + $reach + $grace; ++$i) {
                $differences[$played[$i] - $tick] = ($differences[$played[$i] - $tick] ?? 0) + 1;
            }
        }

        return self::near($differences, $grace);
    }

    /**
     * The same round a loop: what leaves at one end comes in at the other.
     *
     * @param list<int> $asked  ticks, rising
     * @param list<int> $played
     *
     * @return array<int, int> distance, at most half the loop => how many pairs of strokes have it within the grace
     */
    public static function votesRound(array $asked, array $played, int $loop, int $grace): array
    {
        $differences = [];
        $half = intdiv($loop, 2);
        foreach (\array_slice($asked, 0, self::MOST_ROUND) as $tick) {
            foreach ($played as $one) {
                $by = ($one - $tick + $half) % $loop - $half;
                $by += $by < -$half ? $loop : 0;
                $differences[$by] = ($differences[$by] ?? 0) + 1;
            }
        }

        return self::near($differences, $grace);
    }

    /**
     * @param array<int, int> $differences
     *
     * @return array<int, int> votes for the distances of the grid that they are near to
     */
    private static function near(array $differences, int $grace): array
    {
        $votes = [];
        foreach ($differences as $by => $count) {
            foreach (self::STEPS as $step) {
                $distance = (int) round($by / $step) * $step;
                if (abs($distance - $by) <= $grace && ($step === self::STEPS[0] || 0 !== $distance % self::STEPS[0])) {
                    $votes[$distance] = ($votes[$distance] ?? 0) + $count;
                }
            }
        }
        unset($votes[0]);

        return $votes;
    }

    /**
     * @param array<int, int> $votes
     *
     * @return list<int> the commonest distances that two strokes have at least; the shorter first among equals, then the later
     */
    public static function commonest(array $votes, int $most): array
    {
        $ranks = [];
        foreach ($votes as $by => $count) {
            if ($count > 1) {
                $ranks[$by] = 2 * ($count * self::LONGEST - abs($by)) + ($by > 0 ? 1 : 0);
            }
        }
        arsort($ranks);

        return \array_slice(array_keys($ranks), 0, $most);
    }
}
