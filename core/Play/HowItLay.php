<?php

declare(strict_types=1);

namespace Pulsanda\Core\Play;

use Pulsanda\Core\Pattern\Pattern;

/**
 * All that is told of how a beat was played.
 *
 * @phpstan-type Lay array{
 *     section: int, row: int, strokes: int, median: float, spread: float, drift: float|null, softest: int, loudest: int
 * }
 */
final readonly class HowItLay
{
    /** @return array{rows: list<Lay>, swing: array{percent: float, spread: float, unit: int}|null} rows that have strokes */
    public static function of(Pattern $pattern): array
    {
        $rows = [];
        foreach ($pattern->sections as $s => $section) {
            foreach ($section->rows as $r => $row) {
                if ([] !== $row->hits) {
                    ['softest' => $softest, 'loudest' => $loudest] = Dynamics::ofRow($row);
                    $rows[] = ['section' => $s, 'row' => $r, 'strokes' => \count($row->hits)] + Timing::ofRow($row, $pattern)
                        + ['softest' => $softest, 'loudest' => $loudest];
                }
            }
        }

        return ['rows' => $rows, 'swing' => Timing::swing($pattern)];
    }
}
