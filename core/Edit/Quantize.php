<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\GrooveMap;

/** Draws hits towards the places of a note value. No hit is ever lost. */
final readonly class Quantize
{
    /**
     * A hit is heard at its place plus its push; that point moves by $strength percent of the way to the nearest place of $snap
     * (the later one of two equally near). Where it comes within a push of it, it is written there with what is left as push;
     * else it stays a hit off the grid. A hit whose new place is taken by another keeps its old one.
     *
     * @param int            $strength 0–100
     * @param int            $from     tick of the section from which hits are moved
     * @param int            $to       tick before which hits are moved, the section's length at most
     * @param GrooveMap|null $groove   as the beat swings; null: straight
     * @param GrooveMap|null $toward   as the places swing that hits are drawn to; null: straight
     *
     * @throws \Pulsanda\Core\Input\InvalidInput
     */
    public static function row(
        Row $row,
        Snap $snap,
        int $strength,
        int $from,
        int $to,
        ?GrooveMap $groove = null,
        ?GrooveMap $toward = null,
    ): Row {
        Range::check('strength', $strength, 0, 100);
        $step = $snap->ticks();
        $taken = array_fill_keys(array_map(static fn (Hit $hit): int => $hit->at, $row->hits), true);
        $hits = [];
        foreach ($row->hits as $hit) {
            if ($hit->at >= $from && $hit->at < $to) {
                $heard = $hit->at + $hit->push;
                $grid = min(max(0, intdiv(2 * $heard + $step, 2 * $step)), intdiv($to - 1, $step)) * $step;
                $played = ($groove?->played($hit->at) ?? $hit->at) + $hit->push;
                $moved = $played + (int) round((($toward?->played($grid) ?? $grid) - $played) * $strength / 100);
                $push = $moved - ($groove?->played($grid) ?? $grid);
                [$at, $push] = abs($push) <= Hit::MOST_PUSH ? [$grid, $push] : [$groove?->written($moved) ?? $moved, 0];
                if ($at >= $from && $at < $to && ($at === $hit->at || !isset($taken[$at]))) {
                    unset($taken[$hit->at]);
                    $taken[$at] = true;
                    $hit = $hit->moved($at, $push);
                }
            }
            $hits[] = $hit;
        }

        return $row->withHits($hits);
    }
}
