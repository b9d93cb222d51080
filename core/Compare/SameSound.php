<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Rhythm\GrooveMap;

/** What is written otherwise and heard the same: swing against triplets, half the tempo in half the length. */
final readonly class SameSound
{
    /**
     * @param list<Stroke> $asked
     * @param list<Stroke> $played
     *
     * @return list<Pair>|null every stroke with the one that is heard at its time; null when it is not the same, or written alike too
     */
    public static function pairs(Pattern $target, Pattern $submission, array $asked, array $played, Tolerance $tolerance): ?array
    {
        $pace = $target->tempo->quarters() / $submission->tempo->quarters();
        $written = abs($pace - 1) < 0.001 && abs($target->swing->percent - $submission->swing->percent) < 0.01;
        if ($written || [] === $asked || \count($asked) !== \count($played)) {
            return null;
        }
        // The same music takes the same time, as many bars as that may be.
        if (abs($submission->ticks() * $pace - $target->ticks()) > 1) {
            return null;
        }
        [$there, $here] = [self::heard($target, $asked, 1, $tolerance), self::heard($submission, $played, $pace, $tolerance)];
        $pairs = [];
        foreach ($there as $row => $strokes) {
            foreach ($strokes as $i => [$tick, $stroke]) {
                $other = $here[$row][$i] ?? null;
                if (null === $other || \count($strokes) !== \count($here[$row]) || abs($other[0] - $tick) > $tolerance->grace) {
                    return null;
                }
                $pairs[] = new Pair(Status::Match, $stroke, $other[1]);
            }
        }

        return $pairs;
    }

    /**
     * @param list<Stroke> $strokes
     *
     * @return array<string, list<array{float, Stroke}>> row => strokes with the tick at which they are heard, in the target's ticks
     */
    private static function heard(Pattern $pattern, array $strokes, float $pace, Tolerance $tolerance): array
    {
        $groove = GrooveMap::of($pattern->meter, $pattern->swing);
        $rows = [];
        foreach ($strokes as $stroke) {
            $rows[$tolerance->sameness($stroke->instrument)][] = [($groove->played($stroke->written) + $stroke->push) * $pace, $stroke];
        }
        array_walk($rows, static fn (array &$row) => usort($row, static fn (array $a, array $b): int => $a[0] <=> $b[0]));

        return $rows;
    }
}
