<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;

/** Says in which settings a submission differs from its target. */
final readonly class SettingStatements
{
    /** @return list<Statement> */
    public static function of(Pattern $target, Pattern $submission, Policy $policy, int $targetTicks): array
    {
        $statements = [];
        if (!$target->meter->hasBarOf($submission->meter)) {
            $statements[] = self::statement(StatementKind::Meter, "Meter: your beat is in $submission->meter, but the task is in $target->meter.");
        }
        [$low, $high] = Aspects::tempoRange($target, $policy);
        $tempo = $submission->tempo->quarters();
        if ($tempo < $low || $tempo > $high) {
            $asked = self::number($low).($high > $low ? ' to '.self::number($high) : '');
            $statements[] = self::statement(StatementKind::Tempo, \sprintf('Tempo: %s, but %s quarter notes a minute are asked; go %s.', self::number($tempo), $asked, $tempo < $low ? 'faster' : 'slower'));
        }
        if ($targetTicks !== $submission->ticks()) {
            $asked = $targetTicks / $target->meter->barTicks();
            $has = $submission->ticks() / $target->meter->barTicks();
            $statements[] = self::statement(StatementKind::Length, \sprintf('Length: your beat has %s, but the task has %s.', self::bars($has), self::bars($asked)));
        }
        array_push($statements, ...self::form($target, $submission, $targetTicks));
        $swing = Aspects::swingPercent($target, $submission);
        if (abs($swing - $target->swing->percent) > 0.005) {
            $statements[] = self::statement(StatementKind::Swing, \sprintf('Swing: %s percent, but %s percent are asked; swing %s.', self::number($swing), self::number($target->swing->percent), $swing < $target->swing->percent ? 'more' : 'less'));
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
        $said = static fn (array $list): string => \count($list) > 4 ? \count($list).' parts' : Wording::join(array_map(strval(...), array_values($list)));

        return [self::statement(StatementKind::Form, 'Form: your sections have '.$said($has).' bars; the task has '.$said($asked).'.')];
    }

    private static function statement(StatementKind $kind, string $text): Statement
    {
        return new Statement($kind, 'whole', [], [], null, [], 0, [], $text);
    }

    private static function bars(float $bars): string
    {
        return 1.0 === $bars ? 'one bar' : self::number($bars).' bars';
    }

    private static function number(float $number): string
    {
        return (string) round($number, 2);
    }
}
