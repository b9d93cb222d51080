<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Cause\MovedRow;
use Pulsanda\Core\Compare\Explain\Cause\OneSidedRow;
use Pulsanda\Core\Compare\Explain\Cause\RowCause;
use Pulsanda\Core\Compare\Explain\Differences;
use Pulsanda\Core\Compare\Explain\Explained;
use Pulsanda\Core\Compare\Explain\Explanation;
use Pulsanda\Core\Compare\Explain\LeftPair;
use Pulsanda\Core\Compare\Explain\OnOtherDrum;
use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Explain\Truth;
use Pulsanda\Core\Compare\Mark\Balance;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/** States the differences of a pairing and of the settings. Every pair that differs is accounted for by exactly one statement. */
final class Statements
{
    /** @var list<Statement> the narrowest first */
    private array $found = [];
    /** @var list<Statement> and what is heard */
    private array $said = [];
    /** @var array<string, list<int>> row that is exchanged => bars of hits of which nothing is to say: they stand where they are asked */
    private array $right = [];

    /**
     * @param \Closure(int): int $bar   of a written tick, from 1
     * @param list<Pair>         $pairs that are covered
     */
    private function __construct(private readonly Coverage $coverage, private readonly \Closure $bar, private readonly array $pairs)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return array{
     *     list<Statement>,
     *     list<Pair>,
     * } the widest first: everything, settings, rows, bars, strokes, dynamics and feel; then those that cover more. And the pairs: one of
     *   which the two strokes are said for themselves is taken apart, see Pairing::apart()
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, Policy $policy, int $targetTicks): array
    {
        $barTicks = $target->meter->barTicks();
        $askedBars = intdiv($targetTicks, $barTicks);
        $playedBars = (int) ceil($submission->ticks() / $barTicks);
        $sides = static fn (string $side): array => array_values(
            array_filter(array_map(static fn (Pair $pair): ?Stroke => 'target' === $side ? $pair->target : $pair->submission, $pairs)),
        );
        $start = Remainder::of($sides('target'), $sides('submission'), $policy->tolerance, $barTicks, $askedBars, $playedBars);
        $differs = [] !== array_filter($pairs, static fn (Pair $pair): bool => $pair->differs());
        $search = $differs ? Explanation::of($start, $pairs) : null;
        $all = static fn (self $say): array => [
            ...$say->said,
            ...SettingStatements::of($target, $submission, $policy, $targetTicks, $say->found),
        ];
        $balance = static fn (array $matched): ?Balance => Balance::of($target, $submission, array_values($matched), $policy->tolerance);
        $say = self::list($start, $search?->best(), $policy, $pairs, $balance);
        $best = $all($say);
        // Other causes may leave less to say of loudness and feel.
        $more = array_sum(array_map(self::more(...), $best));
        foreach (0 === $more ? [] : $search?->others($search->best()->count() + $more - 1) ?? [] as $found) {
            $other = self::list($start, $found, $policy, $pairs, $balance);
            if (self::length($all($other)) < self::length($best)) {
                [$say, $best] = [$other, $all($other)];
            }
        }
        $width = static fn (Statement $one): int => match ($one->scope) {
            'whole' => $one->repairs ? 0 : 1, 'row' => 2, 'bar' => 3, 'stroke' => 4, default => 5,
        };
        usort(
            $best,
            static fn (
                Statement $a,
                Statement $b,
            ): int => $width($a) <=> $width($b) ?: $b->strokes <=> $a->strokes ?: ($a->pairs[0] ?? 0) <=> ($b->pairs[0] ?? 0),
        );

        return [$best, $say->pairs];
    }

    /**
     * @param list<Statement> $said
     *
     * @return list<Statement> none where all of one of the two rows, or its loudness, is told of already: that comes first
     */
    private static function balance(?Balance $balance, array $said): array
    {
        if (null === $balance) {
            return [];
        }
        $rows = [$balance->louder, $balance->softer];
        foreach ($said as $one) {
            $isOfRow = \in_array($one->scope, ['row', 'dynamics'], true);
            if ($isOfRow && [] !== array_filter($rows, static fn (Instrument $row): bool => \in_array($row, $one->instruments, true))) {
                return [];
            }
        }

        return [new Statement(StatementKind::Balance, 'dynamics', $rows, strokes: \count($balance->pairs), pairs: $balance->pairs)];
    }

    /**
     * @param list<Pair>                     $pairs   as they are
     * @param \Closure(list<Pair>): ?Balance $balance of matched pairs
     */
    private static function list(Remainder $start, ?Explained $found, Policy $policy, array $pairs, \Closure $balance): self
    {
        $bar = static fn (int $tick): int => 1 + max(0, (int) floor($tick / $start->barTicks));
        $now = $pairs;
        do {
            $say = new self(new Coverage($now, $pairs), $bar, $now);
            $say->said = $say->all($start, $found, $policy, $balance);
            $shared = $say->coverage->shared($say->said);
            $now = Pairing::apart($now, $shared);
        } while ([] !== $shared);

        return $say;
    }

    /**
     * @param list<Statement> $said
     *
     * @return int how many there are; one that is about nothing is worse than one more
     */
    private static function length(array $said): int
    {
        return \count($said) + \count(array_filter($said, self::isEmpty(...)));
    }

    private static function isEmpty(Statement $one): bool
    {
        return 'stroke' === $one->scope && [] === $one->pairs;
    }

    /** @return int what of a statement may go when the same differences are said by other causes; accents instead of others are two */
    private static function more(Statement $one): int
    {
        return match (true) {
            isset($one->values['instead']) => 2,
            \in_array($one->scope, ['dynamics', 'feel'], true) || self::isEmpty($one) => 1,
            default => 0,
        };
    }

    /**
     * @param \Closure(list<Pair>): ?Balance $balance of matched pairs
     *
     * @return list<Statement> of what the causes do, of what they leave, and of how that is heard
     */
    private function all(Remainder $start, ?Explained $found, Policy $policy, \Closure $balance): array
    {
        $leftPairs = (null === $found ? $start : $found->right())->paired();
        $this->singles($leftPairs, $policy->tolerance, $found?->apart() ?? [], $found?->joined() ?? []);
        null === $found || $this->causes($start, $found, $leftPairs);
        $statements = $this->coverage->of($this->found);
        $matched = array_map(
            static fn (LeftPair $one): Pair => new Pair($one->pair->status, $one->pair->target, $one->pair->submission),
            $leftPairs,
        );
        // A run in another subdivision has no loudness to compare.
        $runs = array_map(
            static fn (Statement $one): string => $policy->tolerance->sameness($one->instruments[0]),
            array_filter($this->found, static fn (Statement $one): bool => StatementKind::Subdivision === $one->kind),
        );
        $matched = array_values(array_filter(
            $matched,
            static fn (Pair $pair): bool => !\in_array($policy->tolerance->sameness($pair->instrument()), $runs, true),
        ));
        $heard = [
            ...DynamicsStatements::of($matched, $policy->tolerance, $this->bar),
            ...OrnamentStatements::of($matched, $policy->sticking, $policy->tolerance, $this->bar),
            ...Timing::statements($matched, $policy->tolerance),
        ];
        $heard = [...$heard, ...self::balance($balance($matched), [...$statements, ...$heard])];
        foreach ($heard as $one) {
            $statements[] = $one->covering($this->coverage->lit($one, $matched));
        }

        return $statements;
    }

    /**
     * What the causes leave: the same difference of one instrument is said once, wherever it happens.
     *
     * @param list<LeftPair>    $leftPairs
     * @param list<string>      $apart     rows in which what was moved is said as left out and too many
     * @param list<OnOtherDrum> $joined
     */
    private function singles(array $leftPairs, Tolerance $tolerance, array $apart, array $joined): void
    {
        foreach (Differences::alike($leftPairs, $tolerance, $apart, $joined) as $group) {
            foreach ($group as $left) {
                foreach ([$left->pair->target, $left->played] as $stroke) {
                    if (null !== $stroke) {
                        $this->coverage->isAbout($stroke, \count($this->found));
                    }
                }
            }
            $this->found[] = $this->single($group);
        }
        foreach ($leftPairs as $left) {
            $stroke = $left->pair->stroke();
            if (Status::Missing === $left->pair->status && $this->coverage->isRight($stroke)) {
                $this->right[$tolerance->sameness($left->pair->instrument())][] = ($this->bar)($stroke->written);
            }
        }
    }

    /**
     * What each cause is about: the strokes that it moved and those that are asked for in their place, or the strokes that it took
     * out. Where several causes moved a stroke, it belongs to the narrowest.
     *
     * @param list<LeftPair> $leftPairs
     */
    private function causes(Remainder $start, Explained $found, array $leftPairs): void
    {
        $asked = $matched = [];
        foreach ($leftPairs as $left) {
            if (null !== $left->played && null !== $left->pair->target) {
                $asked[spl_object_id($left->played)] = $left->pair->target;
                if (Status::Match === $left->pair->status) {
                    $matched[spl_object_id($left->played)] = true;
                }
            }
        }
        $about = [];
        $before = $start;
        foreach ($found->wide as $cause) {
            $after = $cause->undone($before);
            $about[] = [$cause, self::about($before, $after, $asked)];
            $before = $after;
        }
        $after = MovedRow::allUndone($found->moved, $before);
        $moved = self::about($before, $after, $asked);
        foreach ($found->moved as $cause) {
            $about[] = [$cause, array_filter($moved, static fn (array $one): bool => \in_array(
                ($one[1] ?? $one[0])?->instrument,
                $cause->instruments(),
                true,
            ))];
        }
        $before = $after;
        $by = $found->shiftedBy();
        foreach ($found->ofRows() as $cause) {
            $after = $cause->undone($before);
            $about[] = [$cause, self::ofWholeRow($start, $cause) ?? self::about($before, $after, $asked)];
            $before = $after;
        }
        foreach (array_reverse($about) as [$cause, $strokes]) {
            $ticks = array_map(static fn (array $one): int => ($one[1] ?? $one[0])->written ?? 0, $strokes);
            $bars = [] !== $cause->bars() ? $cause->bars() : array_values(array_unique(array_map($this->bar, $ticks)));
            sort($bars);
            foreach ($strokes as $both) {
                if ($cause->repairs() && null !== $both[0] && null !== $both[1] && isset($matched[spl_object_id($both[0])])) {
                    $this->coverage->explains($both[1], $both[0], \count($this->found));
                }
                foreach (array_filter($both) as $stroke) {
                    $this->coverage->isAbout($stroke, \count($this->found));
                }
            }
            $this->found[] = new Statement(
                $cause->kind(),
                $cause->scope(),
                $cause->instruments(),
                $bars,
                // A row that moved further than everything is said unchanged.
                StatementKind::Shifted === $cause->kind() && 'whole' !== $cause->scope() ? $by + (int) $cause->ticks() : $cause->ticks(),
                \count($strokes),
                [],
                $cause->values() + array_filter(['but' => $this->rightIn($cause)]),
                [],
                $cause->repairs(),
            );
        }
    }

    /** @return int hits that stand right though all of the row, or of some bars, is said to have moved, or to be on another instrument */
    private function rightIn(Cause $cause): int
    {
        $row = match (true) {
            StatementKind::WrongRow === $cause->kind() && $cause instanceof MovedRow => $cause->askedRow,
            $cause instanceof RowCause && null !== $cause->ticks() => $cause->row,
            default => '',
        };
        $right = $this->right[$row] ?? [];

        return \count([] === $cause->bars() ? $right : array_intersect($right, $cause->bars()));
    }

    /**
     * A row that is left out is so with all that is asked of it, also where something else is said of a bar.
     *
     * @return list<array{Stroke|null, Stroke|null}>|null played and asked strokes
     */
    private static function ofWholeRow(Remainder $start, Cause $cause): ?array
    {
        if (!$cause instanceof OneSidedRow) {
            return null;
        }
        $asked = array_map(static fn (Stroke $one): array => [null, $one], $start->asked[$cause->row] ?? []);
        $played = array_map(static fn (Played $one): array => [$one->stroke, null], $start->played[$cause->row] ?? []);

        return [] === $asked ? $played : $asked;
    }

    /**
     * @param array<int, Stroke> $asked what each played stroke is paired with in the end, by object id
     *
     * @return list<array{Stroke|null, Stroke|null}> played and asked strokes that one step concerns
     */
    private static function about(Remainder $before, Remainder $after, array $asked): array
    {
        $askedBefore = $askedAfter = $playedBefore = $playedAfter = [];
        foreach ($before->asked + $before->played + $after->asked + $after->played as $row => $_) {
            $same = ($before->asked[$row] ?? []) === ($after->asked[$row] ?? []);
            if ($same && ($before->played[$row] ?? []) === ($after->played[$row] ?? [])) {
                continue; // nothing of it is concerned
            }
            $askedBefore += self::byId($before->asked[$row] ?? []);
            $askedAfter += self::byId($after->asked[$row] ?? []);
            $playedBefore += self::byId($before->played[$row] ?? []);
            $playedAfter += self::byId($after->played[$row] ?? []);
        }
        $new = array_diff_key($askedAfter, $askedBefore);
        $touched = Truth::touched($before, $after);
        $about = [];
        foreach ($playedBefore as $id => $stroke) {
            $target = $asked[$id] ?? null;
            if (!isset($playedAfter[$id])) {
                $about[] = [$stroke, null];
            } elseif (null !== $target && (isset($touched[$id]) || isset($new[spl_object_id($target)]))) {
                $about[] = [$stroke, $target];
            }
        }
        foreach (array_diff_key($askedBefore, $askedAfter) as $stroke) {
            $about[] = [null, $stroke];
        }

        return $about;
    }

    /**
     * @param list<Stroke|Played> $row
     *
     * @return array<int, Stroke> by object id
     */
    private static function byId(array $row): array
    {
        $strokes = [];
        foreach ($row as $one) {
            $stroke = $one instanceof Played ? $one->stroke : $one;
            $strokes[spl_object_id($stroke)] = $stroke;
        }

        return $strokes;
    }

    /** @param non-empty-list<LeftPair> $group with the same difference */
    private function single(array $group): Statement
    {
        $first = $group[0]->pair;
        // Extra hits are told where they were really played, everything else where the target has it.
        $ticks = array_map(
            static fn (LeftPair $left): int => ($left->pair->target ?? $left->played ?? $left->pair->stroke())->written,
            $group,
        );
        sort($ticks);
        $kind = match ($first->status) {
            Status::Missing => StatementKind::HitMissing,
            Status::Extra => StatementKind::HitExtra,
            Status::OtherDrum => StatementKind::OtherDrum,
            default => StatementKind::HitMoved,
        };
        // What is too many is said in the row in which it stands.
        $instruments = [null === $first->target ? $group[0]->played->instrument ?? $first->instrument() : $first->instrument()];
        if (StatementKind::OtherDrum === $kind) {
            $instruments[] = $group[0]->played->instrument ?? $first->instrument();
        }
        $bars = array_values(array_unique(array_map($this->bar, $ticks)));
        $isGhost = static fn (LeftPair $left): bool => Level::Ghost === Level::of($left->pair->stroke()->velocity);
        $ghosts = StatementKind::HitMissing === $kind && \count(array_filter($group, $isGhost)) === \count($group);

        return new Statement(
            $kind,
            'stroke',
            $instruments,
            $bars,
            StatementKind::HitMoved === $kind ? $first->ticks() : null,
            \count($group),
            $ticks,
            $ghosts ? ['ghosts' => true] : [],
        );
    }
}
