<?php

declare(strict_types=1);

namespace Pulsanda\Core\Play;

use Pulsanda\Core\Pattern\Pattern;

/** How a beat came about: how much of it a hand struck, and how far that was drawn to the grid. What was copied counts as clicked. */
final readonly class CameAbout
{
    /**
     * @param Pattern $given what one began with; hits that stand there are nobody's
     *
     * @return array{hits: int, struck: int, drawn: int|null} hits that are one's own, those that were struck, and how far they were drawn
     *                                                        to the grid, in percent of what they lay off it; null where they lay on it
     */
    public static function of(Pattern $pattern, Pattern $given): array
    {
        $there = [];
        foreach ($given->sections as $section) {
            foreach ($section->rows as $row) {
                foreach ($row->hits as $hit) {
                    $there["$section->name {$row->instrument->value} $hit->at"] = true;
                }
            }
        }
        $hits = $struck = $off = $left = 0;
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                foreach ($row->hits as $hit) {
                    if (null !== $hit->struck) {
                        ++$struck;
                        $off += abs($hit->struck);
                        $left += min(abs($hit->struck), abs($hit->push));
                    }
                    $hits += null !== $hit->struck || !isset($there["$section->name {$row->instrument->value} $hit->at"]) ? 1 : 0;
                }
            }
        }

        return ['hits' => $hits, 'struck' => $struck, 'drawn' => 0 === $off ? null : (int) round(100 - 100 * $left / $off)];
    }
}
