<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;

/** Flams and drags of strokes that stand in their place and, where the policy says so, the hands that play them. */
final readonly class Ornaments
{
    /**
     * @param array<int, bool> $ornaments index of a matched pair of which either stroke has an ornament => whether both have the same,
     *                                    written in the same way
     * @param array<int, bool> $hands     index of a matched pair for which a hand is asked => whether that hand plays it
     */
    private function __construct(public array $ornaments, public array $hands)
    {
    }

    /**
     * @param list<Pair> $pairs
     * @param bool       $sticking whether hands are compared
     *
     * @return self|null null where there is nothing to compare
     */
    public static function of(array $pairs, bool $sticking): ?self
    {
        $ornaments = $hands = [];
        foreach ($pairs as $i => $pair) {
            [$target, $submission] = [$pair->target, $pair->submission];
            if (Status::Match !== $pair->status || null === $target || null === $submission) {
                continue;
            }
            if (null !== $target->ornament || null !== $submission->ornament) {
                $ornaments[$i] = $target->ornament === $submission->ornament
                    && ([] === $target->graces) === ([] === $submission->graces);
            }
            if ($sticking && null !== $target->hand) {
                $hands[$i] = $target->hand === $submission->hand;
            }
        }

        return [] === $ornaments && [] === $hands ? null : new self($ornaments, $hands);
    }

    /** @return float 0–1: the part that is correct */
    public function aspect(): float
    {
        $all = [...$this->ornaments, ...$this->hands];

        return \count(array_filter($all)) / \count($all);
    }
}
