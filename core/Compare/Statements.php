<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;

/** Says the differences of a pairing and of the settings. Every pair that differs is accounted for by exactly one statement. */
final readonly class Statements
{
    private function __construct(private Wording $wording)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return list<Statement> the widest first: everything, settings, rows, bars, strokes, dynamics; then those that cover more
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, Policy $policy, int $targetTicks): array
    {
        $bars = max(intdiv($targetTicks, $target->meter->barTicks()), $submission->bars());
        $say = new self(new Wording($target->meter, $policy->counting, $bars));
        $statements = [...SettingStatements::of($target, $submission, $policy, $targetTicks)];
        if ([] !== array_filter($pairs, static fn (Pair $pair): bool => $pair->differs())) {
            $causes = Explanation::of($pairs, Causes::of($pairs, $policy, $target->meter->barTicks()));
            array_push($statements, ...$say->all($pairs, $causes));
        }
        array_push($statements, ...Dynamics::of($pairs)?->statements($pairs, $say->wording) ?? []);
        $width = static fn (Statement $one): int => match ($one->scope) {
            'whole' => $one->repairs ? 0 : 1, 'row' => 2, 'bar' => 3, 'stroke' => 4, default => 5,
        };
        usort($statements, static fn (Statement $a, Statement $b): int => $width($a) <=> $width($b) ?: $b->strokes <=> $a->strokes ?: ($a->pairs[0] ?? 0) <=> ($b->pairs[0] ?? 0));

        return $statements;
    }

    /**
     * The causes, and what they leave: there, the same difference of one instrument is said once, wherever it happens.
     *
     * @param list<Pair>  $pairs
     * @param list<Cause> $causes
     *
     * @return list<Statement>
     */
    private function all(array $pairs, array $causes): array
    {
        $explained = [];
        foreach ($causes as $cause) {
            $explained += $cause->explains;
        }
        $covered = array_fill(0, \count($causes), []);
        $groups = [];
        foreach ($pairs as $i => $pair) {
            if ($pair->differs() && !Explanation::isExplained($pair, $explained)) {
                $groups[Explanation::likeness($pair)][] = $i;
                continue;
            }
            foreach ($causes as $c => $cause) {
                if (isset($cause->explains[spl_object_id($pair->stroke())]) && ($cause->repairs || $pair->differs())) {
                    $covered[$c][] = $i;
                    break;
                }
            }
        }
        $statements = [];
        foreach ($causes as $c => $cause) {
            $statements[] = $this->cause($cause, $covered[$c]);
        }
        foreach ($groups as $group) {
            $statements[] = $this->statement($pairs, $group);
        }

        return $statements;
    }

    /** @param list<int> $pairs */
    private function cause(Cause $cause, array $pairs): Statement
    {
        $names = array_map(static fn (Instrument $one): string => $one->label(), $cause->instruments);
        $name = $names[0] ?? '';
        $other = lcfirst($names[1] ?? '');
        $hits = 1 === $cause->strokes ? 'hit' : "$cause->strokes hits";
        $late = $this->wording->distance($cause->ticks ?? 0).(($cause->ticks ?? 0) > 0 ? ' late.' : ' early.');
        $text = match ($cause->kind) {
            StatementKind::SwappedRows => "$name and $other are exchanged; swap them.",
            StatementKind::WrongRow => "$name: the whole part is played on $other; move it to ".lcfirst($name).'.',
            StatementKind::RowMissing => "$name is left out; add its $hits.",
            StatementKind::RowExtra => "$name is not asked for; take its $hits out.",
            default => match ($cause->scope) {
                'whole' => "Everything is $late",
                'row' => "$name: every hit is $late",
                default => "$name: every hit ".$this->wording->inBars($cause->bars)." is $late",
            },
        };

        return new Statement($cause->kind, $cause->scope, $cause->instruments, $cause->bars, $cause->ticks, $pairs, $cause->strokes, [Wording::bars($cause->bars)], $text, $cause->repairs);
    }

    /**
     * @param list<Pair>          $pairs
     * @param non-empty-list<int> $group indices of pairs with the same difference
     */
    private function statement(array $pairs, array $group): Statement
    {
        $first = $pairs[$group[0]];
        $ticks = array_map(static fn (int $i): int => $pairs[$i]->stroke()->written, $group);
        sort($ticks);
        $name = $first->instrument()->label();
        $where = $this->wording->places($ticks);
        $many = \count($group) > 1;
        $distance = $first->ticks() ?? 0;
        $played = $first->submission->instrument ?? $first->instrument();
        $hits = $many ? \count($group).' hits' : 'a hit';
        [$is, $them] = $many ? ['are', 'them'] : ['is', 'it'];
        [$kind, $say, $do] = match ($first->status) {
            Status::Missing => [StatementKind::HitMissing, "$name: $hits $is missing %s", "; add $them."],
            Status::Extra => [StatementKind::HitExtra, "$name: $hits too many %s", "; take $them out."],
            Status::OtherDrum => [StatementKind::OtherDrum, "$name: you played ".lcfirst($played->label()).' instead %s', '.'],
            default => [StatementKind::HitMoved, "$name: $hits %s $is ".$this->wording->distance($distance).($distance > 0 ? ' late' : ' early'), '.'],
        };
        $bars = array_values(array_unique(array_map($this->wording->bar(...), $ticks)));
        $text = Wording::shortEnough(\sprintf($say, $where).$do, \sprintf($say, $where).'.', \sprintf($say, $this->wording->inBars($bars)).$do);

        return new Statement(
            $kind,
            'stroke',
            Status::OtherDrum === $first->status ? [$first->instrument(), $played] : [$first->instrument()],
            $bars,
            Status::Moved === $first->status ? $distance : null,
            $group,
            \count($group),
            array_map($this->wording->place(...), $ticks),
            $text,
        );
    }
}
