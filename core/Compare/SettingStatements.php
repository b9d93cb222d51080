<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Tempo;

/** Says in which settings a submission differs from its target. */
final readonly class SettingStatements
{
    /**
     * @param list<Statement> $found about strokes: where one says already why the length differs, that is not said again
     *
     * @return list<Statement>
     */
    public static function of(Pattern $target, Pattern $submission, Policy $policy, int $targetTicks, array $found): array
    {
        $statements = [];
        if (!$target->meter->hasBarOf($submission->meter)) {
            $statements[] = self::statement(
                StatementKind::Meter,
                ['has' => (string) $submission->meter, 'asked' => (string) $target->meter],
            );
        }
        if (Aspects::tempoOff($target, $submission, $policy) > 0) {
            [$low, $high] = Aspects::tempoRange($target, $policy);
            $tempo = $submission->tempo->quarters();
            $beat = $target->tempo->beat;
            $in = static fn (float $quarters): float => $quarters * Tempo::BEATS['4'] / Tempo::BEATS[$beat];
            $values = ['has' => $in($tempo), 'low' => $in($low), 'high' => $in($high), 'beat' => $beat];
            $statements[] = self::statement(StatementKind::Tempo, $values);
        }
        $bar = $target->meter->barTicks();
        $said = array_filter($found, static fn (Statement $one): bool => match ($one->kind) {
            StatementKind::BarMissing, StatementKind::BarExtra, StatementKind::DoubleTime, StatementKind::HalfTime => true,
            StatementKind::Shifted => 'whole' === $one->scope && abs($one->ticks ?? 0) >= $bar,
            default => false,
        });
        if ([] !== $said) {
            $targetTicks = $submission->ticks();
        }
        // In another meter, bars are others anyway.
        if ($targetTicks !== $submission->ticks() && $target->meter->hasBarOf($submission->meter)) {
            $statements[] = self::statement(StatementKind::Length, ['has' => $submission->ticks() / $bar, 'asked' => $targetTicks / $bar]);
        }
        array_push($statements, ...([] === $said ? self::form($target, $submission, $targetTicks) : []));
        if (Aspects::swingOff($target, $submission) > 0) {
            $swing = Aspects::swingPercent($target, $submission);
            $statements[] = self::statement(StatementKind::Swing, ['has' => $swing, 'asked' => $target->swing->percent]);
        }

        return $statements;
    }

    /** @return list<Statement> where the task has several sections and the lengths of those played differ, though not all of it together */
    private static function form(Pattern $target, Pattern $submission, int $targetTicks): array
    {
        $bars = static fn (Pattern $pattern): array => array_map(static fn (Section $section): int => $section->bars, $pattern->form());
        [$asked, $has] = [$bars($target), $bars($submission)];
        if (\count($asked) < 2 || $asked === $has || $targetTicks !== $submission->ticks()) {
            return [];
        }

        return [self::statement(StatementKind::Form, ['has' => $has, 'asked' => $asked])];
    }

    /** @param array<string, float|string|list<int>> $values */
    private static function statement(StatementKind $kind, array $values): Statement
    {
        return new Statement($kind, 'whole', values: $values);
    }
}
