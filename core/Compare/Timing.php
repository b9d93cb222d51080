<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;

/** A row, or all of it, that is consistently a little early or late within the grace: no mistake in placement, but to be heard. */
final readonly class Timing
{
    /** Ticks from which it is heard. */
    private const LEAST = 8;
    /** Fewer strokes do not lean, they only happen to be early or late. */
    private const LEAST_STROKES = 4;

    /**
     * @param list<Pair> $pairs after all causes are undone
     *
     * @return list<Statement> one for everything, or one for each row concerned
     */
    public static function statements(array $pairs, Tolerance $tolerance): array
    {
        $rows = [];
        foreach ($pairs as $i => $pair) {
            if (Status::Match === $pair->status && null !== $pair->ticks()) {
                $rows[$tolerance->sameness($pair->instrument())][$i] = $pair;
            }
        }
        $off = array_filter(array_map(self::leaning(...), $rows));
        $all = array_merge([], ...array_map(array_keys(...), array_values($rows)));
        if (
            \count($all) >= self::LEAST_STROKES
            && \count($off) === \count($rows)
            && \count($rows) > 1
            && 1 === \count(array_unique(array_map(static fn (int $ticks): int => $ticks <=> 0, $off)))
        ) {
            $ticks = (int) round(array_sum($off) / \count($off));

            return [self::statement([], $ticks, $all)];
        }
        $statements = [];
        foreach ($off as $row => $ticks) {
            if (\count($rows[$row]) < self::LEAST_STROKES) {
                continue;
            }
            $instrument = reset($rows[$row])->instrument();
            $statements[] = self::statement([$instrument], $ticks, array_keys($rows[$row]));
        }

        return $statements;
    }

    /**
     * @param non-empty-array<int, Pair> $pairs
     *
     * @return int|null ticks late (+) or early (−) in the middle, when every stroke leans the same way
     */
    private static function leaning(array $pairs): ?int
    {
        $ticks = array_map(static fn (Pair $pair): int => $pair->ticks() ?? 0, array_values($pairs));
        sort($ticks);
        $middle = $ticks[intdiv(\count($ticks), 2)];
        $same = $ticks[0] * $ticks[\count($ticks) - 1] > 0;

        return $same && abs($middle) >= self::LEAST ? $middle : null;
    }

    /**
     * @param list<Instrument> $instruments
     * @param list<int>        $pairs       indices
     */
    private static function statement(array $instruments, int $ticks, array $pairs): Statement
    {
        $kind = $ticks > 0 ? StatementKind::Behind : StatementKind::Ahead;

        return new Statement($kind, 'feel', $instruments, [], $ticks, \count($pairs), pairs: $pairs);
    }
}
