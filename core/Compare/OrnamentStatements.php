<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Ornaments;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Stroke;

/** Says which flams and drags are missing, extra or another, and which hits another hand should play. */
final readonly class OrnamentStatements
{
    /**
     * @param list<Pair>         $pairs after all causes are undone
     * @param \Closure(int): int $bar   of a written tick, from 1
     *
     * @return list<Statement> what is the same of one row together; they cover indices of $pairs
     */
    public static function of(array $pairs, bool $sticking, Tolerance $tolerance, \Closure $bar): array
    {
        $compared = Ornaments::of($pairs, $sticking);
        $groups = $values = [];
        foreach ($compared->ornaments ?? [] as $i => $isRight) {
            if (!$isRight) {
                $values[$key = self::key($pairs[$i], StatementKind::Ornament, $tolerance)] = [
                    'asked' => self::written($pairs[$i]->target),
                    'has' => self::written($pairs[$i]->submission),
                ];
                $groups[$key][] = $i;
            }
        }
        foreach ($compared->hands ?? [] as $i => $isRight) {
            if (!$isRight) {
                $key = self::key($pairs[$i], StatementKind::Sticking, $tolerance);
                $values[$key] = ['hand' => $pairs[$i]->target?->hand->value ?? ''];
                $groups[$key][] = $i;
            }
        }
        $statements = [];
        foreach ($groups as $key => $chosen) {
            $ticks = array_map(static fn (int $i): int => $pairs[$i]->stroke()->written, $chosen);
            sort($ticks);
            $kind = isset($values[$key]['hand']) ? StatementKind::Sticking : StatementKind::Ornament;
            $bars = array_values(array_unique(array_map($bar, $ticks)));
            $instruments = [$pairs[$chosen[0]]->instrument()];
            $statements[] = new Statement($kind, 'dynamics', $instruments, $bars, null, \count($chosen), $ticks, $values[$key], $chosen);
        }

        return $statements;
    }

    /** @return string the ornament, or how many hits it is written as; '' for none */
    private static function written(?Stroke $stroke): string
    {
        $ornament = $stroke?->ornament;

        return match (true) {
            null === $ornament => '',
            [] !== $stroke->graces => (string) (1 + \count($ornament->before())),
            default => $ornament->value,
        };
    }

    private static function key(Pair $pair, StatementKind $kind, Tolerance $tolerance): string
    {
        [$target, $submission] = [$pair->target, $pair->submission];
        $what = StatementKind::Ornament === $kind
            ? self::written($target).' '.self::written($submission) : $target->hand->value ?? '';

        return "{$tolerance->sameness($pair->instrument())} $kind->value $what";
    }
}
