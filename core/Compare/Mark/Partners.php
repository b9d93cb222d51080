<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Pattern\Stroke;

/**
 * What was played for each stroke that is asked, row by row: what stands in its place first, then what is near, then what stands in its
 * place on a drum that is not asked. Unlike in the pairing, no row has to do with a stroke of another row that is asked, so that each earns
 * its share by itself and putting a hit of one right never takes from another.
 */
final readonly class Partners
{
    /**
     * @param array<int, int>   $of      a stroke that is asked => the one that was played for it
     * @param array<int, int>   $right   those of them that stand in their place
     * @param array<int, float> $credits of every stroke that is asked, 0–1
     */
    private function __construct(public array $of, public array $right, public array $credits)
    {
    }

    /**
     * @param array<string, array<int, Stroke>> $asked  row => strokes of the target; indices are those of the caller
     * @param array<string, array<int, Stroke>> $played row => strokes of the submission
     * @param int                               $ticks  length of the target
     */
    public static function of(array $asked, array $played, Policy $policy, int $ticks): self
    {
        $of = $credits = $free = [];
        foreach ($asked as $row => $strokes) {
            $matches = self::matches($strokes, $played[$row] ?? [], $policy->tolerance->grace);
            $of += $matches;
            $credits += array_map(static fn (): float => $policy->credit['match'], $matches);
        }
        $right = $of;
        foreach ($played as $row => $strokes) {
            $free[$row] = array_diff_key($strokes, array_flip($of));
            $near = self::near($asked[$row] ?? [], array_diff_key($asked[$row] ?? [], $of), $free[$row], $policy, $ticks);
            foreach ($near as $i => [$j, $credit]) {
                $of[$i] = $j;
                $credits[$i] = $credit;
                unset($free[$row][$j]);
            }
        }
        foreach ($asked as $row => $strokes) {
            $left = array_diff_key($strokes, $of);
            foreach ([] === $left ? [] : array_diff_key($free, $asked) as $other => $strays) {
                foreach (self::matches($left, $strays, $policy->tolerance->grace) as $i => $j) {
                    $of[$i] = $j;
                    $credits[$i] = $policy->credit['other-drum'];
                    unset($free[$other][$j], $left[$i]);
                }
            }
            $credits += array_fill_keys(array_keys($left), 0.0);
        }

        return new self($of, $right, $credits);
    }

    /**
     * @param array<int, Stroke> $asked  rising in time
     * @param array<int, Stroke> $played
     *
     * @return array<int, int>
     */
    private static function matches(array $asked, array $played, int $grace): array
    {
        [$there, $here] = [array_keys($asked), array_keys($played)];
        [$i, $j, $matches] = [0, 0, []];
        while (isset($there[$i], $here[$j])) {
            $by = $played[$here[$j]]->tick - $asked[$there[$i]]->tick;
            if (abs($by) <= $grace) {
                $matches[$there[$i++]] = $here[$j++];
            } elseif ($by > 0) {
                ++$i;
            } else {
                ++$j;
            }
        }

        return $matches;
    }

    /**
     * Between two strokes that are asked nobody can say which one was meant: a stroke counts less the nearer it is to the middle, and only
     * for the nearer one.
     *
     * @param array<int, Stroke> $asked  all of the row
     * @param array<int, Stroke> $left   those of them that have none yet
     * @param array<int, Stroke> $played that are free
     *
     * @return array<int, array{int, float}> a stroke that is asked => the one that was played for it, and its credit
     */
    private static function near(array $asked, array $left, array $played, Policy $policy, int $ticks): array
    {
        $places = array_values(array_map(static fn (Stroke $one): int => $one->tick, $asked));
        $near = [];
        foreach ($left as $i => $stroke) {
            $at = (int) array_search($stroke->tick, $places, true);
            foreach ($played as $j => $other) {
                $by = $other->tick - $stroke->tick;
                if (abs($by) > $policy->tolerance->window) {
                    continue;
                }
                $next = $places[$at + ($by <=> 0)] ?? null;
                // The first and the last are neighbours, since it goes round.
                $gap = null !== $next ? abs($next - $stroke->tick) : $ticks - end($places) + $places[0];
                $credit = $policy->credit['moved'] * max(0, 1 - 2 * abs($by) / max(1, $gap));
                if ($credit > ($near[$i][1] ?? 0)) {
                    $near[$i] = [$j, $credit];
                }
            }
        }

        return $near;
    }
}
