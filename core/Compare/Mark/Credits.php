<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\LeastCost;
use Pulsanda\Core\Compare\Pair\Pair;

/**
 * What each target stroke counts. A stroke has the better of its raw and of its explained credit, so that a statement never lowers the
 * mark; but what was played counts once, for the one stroke or for the other.
 */
final readonly class Credits
{
    private const UNIT = 10_000;

    /**
     * @param list<Pair>      $pairs
     * @param array<int, int> $explained pairs whose target strokes have another partner by a statement => the pair of that partner
     *
     * @return list<float|null> 0–1 for each pair, null where it has no target stroke
     */
    public static function of(array $pairs, array $explained, Policy $policy): array
    {
        if ([] === $explained) {
            return array_map(
                static fn (Pair $pair): ?float => null === $pair->target ? null : $policy->credit[$pair->status->value] ?? 0.0,
                $pairs,
            );
        }
        $targets = $edges = [];
        foreach ($pairs as $i => $pair) {
            if (null !== $pair->target) {
                $targets[] = $i;
                $edge = [];
                if (isset($explained[$i])) {
                    $edge[$explained[$i]] = [self::cost($policy->credit['explained']), 0];
                }
                if (null !== $pair->submission) {
                    $raw = self::cost($policy->credit[$pair->status->value] ?? 0);
                    $edge[$i] = [min($raw, $edge[$i][0] ?? self::UNIT), 0];
                }
                $edges[] = $edge;
            }
        }
        $credits = array_map(static fn (): ?float => null, $pairs);
        foreach (LeastCost::assign($edges, array_fill(0, \count($targets), self::UNIT), \count($pairs)) as $t => $column) {
            $credits[$targets[$t]] = null === $column ? 0.0 : 1.0 - $edges[$t][$column][0] / self::UNIT;
        }

        return array_values($credits);
    }

    private static function cost(float $credit): int
    {
        return (int) round((1 - $credit) * self::UNIT);
    }
}
