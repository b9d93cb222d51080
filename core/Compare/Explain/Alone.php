<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Pattern\Stroke;

/** Tells roughly how much is left to be explained, and remembers it for each row by what stands in it. */
final class Alone
{
    /** Distances by which a row may be late or early, the commonest: a rough look needs no more. */
    private const MOST_DISTANCES = 2;

    /** @var array<string, int> */
    private array $known = [];

    /** @return int roughly, how many strokes no cause of a row by itself could match */
    public function in(Remainder $left): int
    {
        $alone = [];
        foreach ($left->differing() as $row) {
            [$asked, $played] = [$left->asked[$row] ?? [], $left->played[$row] ?? []];
            $alone[$row] = $this->known[$left->rowKey($row)] ??= self::inRow($left, $asked, $played);
        }
        arsort($alone);
        $rows = array_keys($alone);
        $asks = array_map(Fit::ticks(...), array_intersect_key($left->asked, $alone));
        $plays = array_map(Fit::ticks(...), array_intersect_key($left->played, $alone));
        // What is left out in one row may stand in another, and each in one other at most.
        $done = [];
        foreach ($rows as $i => $a) {
            foreach (isset($done[$a]) ? [] : \array_slice($rows, $i + 1) as $b) {
                if (isset($done[$b])) {
                    continue;
                }
                // No fewer stand alone than one side has more of.
                $least = abs(\count($asks[$a] ?? []) - \count($plays[$b] ?? [])) + abs(\count($asks[$b] ?? []) - \count($plays[$a] ?? []));
                if ($least >= $alone[$a] + $alone[$b]) {
                    continue;
                }
                $exchanged = Fit::misfit($asks[$a] ?? [], $plays[$b] ?? [], $left->tolerance->grace)
                    + Fit::misfit($asks[$b] ?? [], $plays[$a] ?? [], $left->tolerance->grace);
                if ($exchanged < $alone[$a] + $alone[$b]) {
                    [$alone[$a], $alone[$b]] = [$exchanged, 0];
                    $done[$b] = true;
                    break;
                }
            }
        }

        return array_sum($alone);
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     */
    private static function inRow(Remainder $of, array $asked, array $played): int
    {
        $grace = $of->tolerance->grace;
        [$there, $here] = [Fit::ticks($asked), Fit::ticks($played)];
        $least = Fit::misfit($there, $here, $grace);
        foreach (Grid::commonest(Grid::votes($there, $here, $of->barTicks, $grace), self::MOST_DISTANCES) as $by) {
            $least = min($least, 1 + Fit::misfit($there, $here, $grace, $by));
        }

        return $least;
    }
}
