<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\WrongBars;
use Pulsanda\Core\Compare\Pair\Status;

/** Whether each of the causes about everything or bars is there: of the strokes that it moved, most are matched in the end. */
final readonly class Truth
{
    private const TRUE_FROM = 0.6;
    /** Of a beat so little of which is left nothing can be said. */
    private const MOST_TAKEN = 4;

    public static function of(Remainder $start, Explained $found): bool
    {
        $matched = $there = [];
        foreach ($found->right()->paired() as $left) {
            null === $left->played || $there[spl_object_id($left->played)] = true;
            if (Status::Match === $left->pair->status && null !== $left->played) {
                $matched[spl_object_id($left->played)] = true;
            }
        }
        $left = $start;
        foreach ($found->wide as $cause) {
            $before = $left;
            $left = $cause->undone($before);
            // What is taken out by another cause does not count against this one.
            $touched = array_intersect_key(self::touched($before, $left), $there);
            $right = \count(array_intersect_key($touched, $matched));
            $taken = self::count($before->asked) - self::count($left->asked) + self::count($before->played) - self::count($left->played);
            // What the submission is too short for is missing, however little there is.
            if (!$cause->repairs() || ($cause instanceof WrongBars && $cause->isBeyond($start->playedBars))) {
                continue;
            }
            $least = $taken > 0 ? 0 : RowSearch::LEAST_STROKES;
            if ($right < max($least, self::TRUE_FROM * \count($touched)) || $taken > self::MOST_TAKEN * \count($matched)) {
                return false;
            }
        }

        return true;
    }

    /** @param array<string, list<mixed>> $rows */
    private static function count(array $rows): int
    {
        return array_sum(array_map(count(...), $rows));
    }

    /** @return array<int, true> object ids of the strokes of the submission that a cause moved */
    public static function touched(Remainder $before, Remainder $after): array
    {
        $was = [];
        foreach ($before->played as $name => $row) {
            foreach ($row === ($after->played[$name] ?? null) ? [] : $row as $one) {
                $was[spl_object_id($one->stroke)] = $one;
            }
        }
        $touched = [];
        foreach ($after->played as $name => $row) {
            if ($row === ($before->played[$name] ?? null)) {
                continue;
            }
            foreach ($row as $one) {
                $old = $was[spl_object_id($one->stroke)];
                if ($old->written !== $one->written || $old->instrument !== $one->instrument) {
                    $touched[spl_object_id($one->stroke)] = true;
                }
            }
        }

        return $touched;
    }
}
