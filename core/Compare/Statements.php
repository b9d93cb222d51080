<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

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
     * @return list<Statement> settings first, then by how many strokes they cover, then by time
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, Policy $policy, int $targetTicks): array
    {
        $bars = max(intdiv($targetTicks, $target->meter->barTicks()), $submission->bars());
        $statements = (new self(new Wording($target->meter, $policy->counting, $bars)))->strokes($pairs);
        usort($statements, static fn (Statement $a, Statement $b): int => \count($b->pairs) <=> \count($a->pairs) ?: $a->pairs[0] <=> $b->pairs[0]);

        return [...SettingStatements::of($target, $submission, $policy, $targetTicks), ...$statements];
    }

    /**
     * The same difference of one instrument, wherever it happens, is said once.
     *
     * @param list<Pair> $pairs
     *
     * @return list<Statement>
     */
    private function strokes(array $pairs): array
    {
        $groups = [];
        foreach ($pairs as $i => $pair) {
            if ($pair->differs()) {
                $key = $pair->status->value.' '.$pair->instrument()->value.' '.match ($pair->status) {
                    Status::Moved => $pair->ticks(),
                    Status::OtherDrum => $pair->submission?->instrument->value,
                    default => '',
                };
                $groups[$key][] = $i;
            }
        }

        return array_values(array_map(fn (array $group): Statement => $this->statement($pairs, $group), $groups));
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
            array_map($this->wording->place(...), $ticks),
            $text,
        );
    }
}
