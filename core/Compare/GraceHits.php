<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Stroke;

/**
 * A flam or drag that one side writes as an ornament, and the other as hits of their own close before. They are no strokes too many: they
 * are read as the ornament that they are meant to be, and what is said is how it should be written.
 */
final readonly class GraceHits
{
    /** Ticks from a grace hit to the next one: a thirty-second. */
    private const APART = 120;
    /** Of a drag. */
    private const MOST = 2;

    /**
     * @param list<Stroke> $strokes rising in time
     * @param list<Stroke> $others  of the other side
     *
     * @return list<Stroke> with the grace hits left out, where the other side has an ornament on their stroke
     */
    public static function read(array $strokes, array $others, Tolerance $tolerance): array
    {
        $ornaments = array_filter($others, static fn (Stroke $one): bool => null !== $one->ornament);
        $rows = [];
        foreach ([] === $ornaments ? [] : $strokes as $i => $stroke) {
            $rows[$tolerance->sameness($stroke->instrument)][] = $i;
        }
        $plain = [];
        foreach ($others as $other) {
            $plain[$tolerance->sameness($other->instrument)][] = $other->tick;
        }
        foreach ($ornaments as $ornament) {
            $row = $tolerance->sameness($ornament->instrument);
            $own = $rows[$row] ?? [];
            foreach ($own as $n => $i) {
                $stroke = $strokes[$i] ?? null;
                if (null === $stroke || null !== $stroke->ornament || abs($stroke->tick - $ornament->tick) > $tolerance->grace) {
                    continue;
                }
                $grace = self::before($strokes, $own, $n, $plain[$row]);
                if ([] !== $grace) {
                    $strokes[$i] = $stroke->with(
                        1 === \count($grace) ? Ornament::Flam : Ornament::Drag,
                        array_map(static fn (int $one): Stroke => $strokes[$one], $grace),
                    );
                    $strokes = array_diff_key($strokes, array_flip($grace));
                    break;
                }
            }
        }

        return array_values($strokes);
    }

    /**
     * @param array<int, Stroke> $strokes
     * @param list<int>          $own     indices of the row's strokes
     * @param list<int>          $asked   ticks at which the other side has a stroke in this row
     *
     * @return list<int> indices of the grace hits before one of them, the last first
     */
    private static function before(array $strokes, array $own, int $n, array $asked): array
    {
        $grace = [];
        for ($i = $n - 1; $i >= 0 && $n - $i <= self::MOST; --$i) {
            [$one, $next] = [$strokes[$own[$i]] ?? null, $strokes[$own[$i + 1]]];
            if (null === $one || $next->tick - $one->tick > self::APART || \in_array($one->tick, $asked, true)) {
                break;
            }
            $grace[] = $own[$i];
        }

        return $grace;
    }
}
