<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Dynamics;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Level;

/** Says where a submission is louder or softer than asked. */
final readonly class DynamicsStatements
{
    /**
     * @param list<Pair>         $pairs after all causes are undone
     * @param \Closure(int): int $bar   of a written tick, from 1
     *
     * @return list<Statement> one, or none when every stroke is as loud as asked; it covers indices of $pairs
     */
    public static function of(array $pairs, \Closure $bar): array
    {
        $dynamics = Dynamics::of($pairs);
        $off = $dynamics?->off() ?? [];
        if (null === $dynamics || [] === $off) {
            return [];
        }
        $accented = static fn (int $i): bool => Level::Accent === Level::of($pairs[$i]->stroke()->velocity);
        $weak = array_keys(array_filter($off, static fn (float $rest, int $i): bool => $rest < 0 && $accented($i), \ARRAY_FILTER_USE_BOTH));
        $strong = array_keys(
            array_filter($off, static fn (float $rest, int $i): bool => $rest > 0 && !$accented($i), \ARRAY_FILTER_USE_BOTH),
        );
        [$kind, $chosen, $values] = match (true) {
            $dynamics->isFlat() => [StatementKind::Flat, array_keys($off), []],
            [] !== $weak => [StatementKind::Accents, $weak, ['accents' => 'missing']],
            [] !== $strong => [StatementKind::Accents, $strong, ['accents' => 'elsewhere']],
            default => [StatementKind::Uneven, array_keys($off), []],
        };
        $ticks = array_values(array_unique(array_map(static fn (int $i): int => $pairs[$i]->stroke()->written, $chosen)));
        sort($ticks);
        $bars = array_values(array_unique(array_map($bar, $ticks)));

        return [new Statement($kind, 'dynamics', [], $bars, null, \count($chosen), $ticks, $values, $chosen)];
    }
}
