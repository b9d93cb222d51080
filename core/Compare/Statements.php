<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Explain\Cause\Cause;
use Pulsanda\Core\Compare\Explain\Explanation;
use Pulsanda\Core\Compare\Explain\LeftPair;
use Pulsanda\Core\Compare\Explain\Played;
use Pulsanda\Core\Compare\Explain\Remainder;
use Pulsanda\Core\Compare\Mark\Dynamics;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/** States the differences of a pairing and of the settings. Every pair that differs is accounted for by exactly one statement. */
final class Statements
{
    /** @var array<int, int> object id of stroke => index among the statements found */
    private array $owner = [];
    /** @var list<Statement> */
    private array $found = [];

    /**
     * @param list<Pair>         $pairs
     * @param \Closure(int): int $bar   of a written tick, from 1
     */
    private function __construct(private readonly array $pairs, private readonly \Closure $bar)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return list<Statement> the widest first: everything, settings, rows, bars, strokes, dynamics and feel; then those that cover more
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, Policy $policy, int $targetTicks): array
    {
        $barTicks = $target->meter->barTicks();
        $askedBars = intdiv($targetTicks, $barTicks);
        $playedBars = (int) ceil($submission->ticks() / $barTicks);
        $say = new self($pairs, static fn (int $tick): int => 1 + max(0, (int) floor($tick / $barTicks)));
        $sides = static fn (string $side): array => array_values(
            array_filter(array_map(static fn (Pair $pair): ?Stroke => 'target' === $side ? $pair->target : $pair->submission, $pairs)),
        );
        $start = Remainder::of($sides('target'), $sides('submission'), $policy->tolerance, $barTicks, $askedBars, $playedBars);
        $differs = [] !== array_filter($pairs, static fn (Pair $pair): bool => $pair->differs());
        [$causes, $left] = $differs ? Explanation::of($start) : [[], $start];
        $leftPairs = $left->paired();
        if ($differs) {
            $say->singles($leftPairs);
            $say->causes($start, $causes, $leftPairs);
        }
        $statements = [...SettingStatements::of($target, $submission, $policy, $targetTicks), ...$say->covering()];
        $matched = array_map(
            static fn (LeftPair $one): Pair => new Pair($one->pair->status, $one->pair->target, $one->pair->submission),
            $leftPairs,
        );
        foreach (DynamicsStatements::of($matched, $say->bar) as $one) {
            $statements[] = $one->covering($say->indices(array_map(static fn (int $i): ?Stroke => $matched[$i]->target, $one->pairs)));
        }
        array_push($statements, ...Timing::statements($matched, $policy->tolerance));
        $width = static fn (Statement $one): int => match ($one->scope) {
            'whole' => $one->repairs ? 0 : 1, 'row' => 2, 'bar' => 3, 'stroke' => 4, default => 5,
        };
        usort(
            $statements,
            static fn (
                Statement $a,
                Statement $b,
            ): int => $width($a) <=> $width($b) ?: $b->strokes <=> $a->strokes ?: ($a->pairs[0] ?? 0) <=> ($b->pairs[0] ?? 0),
        );

        return $statements;
    }

    /**
     * What the causes leave: the same difference of one instrument is said once, wherever it happens.
     *
     * @param list<LeftPair> $leftPairs
     */
    private function singles(array $leftPairs): void
    {
        $groups = [];
        foreach ($leftPairs as $left) {
            if ($left->pair->differs()) {
                $groups[Explanation::likeness($left->pair)][] = $left;
            }
        }
        foreach ($groups as $group) {
            foreach ($group as $left) {
                foreach ([$left->pair->target, $left->played] as $stroke) {
                    if (null !== $stroke) {
                        $this->owner[spl_object_id($stroke)] = \count($this->found);
                    }
                }
            }
            $this->found[] = $this->single($group);
        }
    }

    /**
     * What each cause is about: the strokes that it moved and those that are asked for in their place, or the strokes that it took
     * out. Where several causes moved a stroke, it belongs to the narrowest.
     *
     * @param list<Cause>    $causes
     * @param list<LeftPair> $leftPairs
     */
    private function causes(Remainder $start, array $causes, array $leftPairs): void
    {
        $asked = [];
        foreach ($leftPairs as $left) {
            if (Status::Match === $left->pair->status && null !== $left->played && null !== $left->pair->target) {
                $asked[spl_object_id($left->played)] = $left->pair->target;
            }
        }
        $about = [];
        $before = $start;
        foreach ($causes as $cause) {
            $after = $cause->undone($before);
            $about[] = $cause->repairs()
                ? array_intersect_key($asked, array_flip(Explanation::touched($before, $after)))
                : self::taken($before, $after);
            $before = $after;
        }
        $claimed = [];
        foreach (array_reverse($causes, true) as $c => $cause) {
            $ticks = array_map(static fn (Stroke $stroke): int => $stroke->written, array_values($about[$c]));
            $bars = [] !== $cause->bars() ? $cause->bars() : array_values(array_unique(array_map($this->bar, $ticks)));
            sort($bars);
            foreach (array_diff_key($about[$c], $claimed) as $played => $stroke) {
                $claimed[$played] = true;
                // A stroke that is said by itself stays with its own statement.
                $this->owner[$played] ??= \count($this->found);
                $this->owner[spl_object_id($stroke)] ??= \count($this->found);
            }
            $strokes = \count($about[$c]);
            $this->found[] = new Statement(
                $cause->kind(),
                $cause->scope(),
                $cause->instruments(),
                $bars,
                $cause->ticks(),
                $strokes,
                [],
                $cause->values(),
                [],
                $cause->repairs(),
            );
        }
    }

    /**
     * The strokes of both sides that are there before and not after.
     *
     * @return array<int, Stroke> by object id
     */
    private static function taken(Remainder $before, Remainder $after): array
    {
        $all = static function (Remainder $of): array {
            $strokes = [];
            foreach ([...$of->asked, ...array_values($of->played)] as $row) {
                foreach ($row as $one) {
                    $stroke = $one instanceof Played ? $one->stroke : $one;
                    $strokes[spl_object_id($stroke)] = $stroke;
                }
            }

            return $strokes;
        };

        return array_diff_key($all($before), $all($after));
    }

    /**
     * The statements with the pairs that each accounts for: a pair belongs to the statement about its target stroke, else about what
     * was played.
     *
     * @return list<Statement>
     */
    private function covering(): array
    {
        $covered = array_fill(0, \count($this->found), []);
        $repairing = array_key_first(array_filter($this->found, static fn (Statement $one): bool => $one->repairs));
        foreach ($this->pairs as $i => $pair) {
            $owner = null;
            foreach ([$pair->target, $pair->submission] as $stroke) {
                $owner ??= null === $stroke ? null : $this->owner[spl_object_id($stroke)] ?? null;
            }
            if (null === $owner && $pair->differs()) {
                // Neither stroke is left over: the causes freed another stroke for the one that is asked.
                $owner = $repairing ?? 0;
            }
            if (null !== $owner && ($pair->differs() || $this->found[$owner]->repairs || 'stroke' === $this->found[$owner]->scope)) {
                $covered[$owner][] = $i;
            }
        }

        return array_map(static fn (Statement $one, array $pairs): Statement => $one->covering($pairs), $this->found, $covered);
    }

    /**
     * @param array<Stroke|null> $targets
     *
     * @return list<int> the pairs of these target strokes that differ in nothing else
     */
    private function indices(array $targets): array
    {
        $wanted = array_flip(array_map(static fn (?Stroke $stroke): int => null === $stroke ? 0 : spl_object_id($stroke), $targets));
        $found = array_filter(
            $this->pairs,
            fn (Pair $pair): bool => null !== $pair->target
                && isset($wanted[spl_object_id($pair->target)])
                && !$pair->differs()
                && !isset($this->owner[spl_object_id($pair->target)]),
        );

        return array_keys($found);
    }

    /** @param non-empty-list<LeftPair> $group with the same difference */
    private function single(array $group): Statement
    {
        $first = $group[0]->pair;
        // Where something is too many is said of what was really played, everything else of what is asked.
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
        $instruments = [$first->instrument()];
        if (StatementKind::OtherDrum === $kind) {
            $instruments[] = $group[0]->played->instrument ?? $first->instrument();
        }
        $bars = array_values(array_unique(array_map($this->bar, $ticks)));

        return new Statement(
            $kind,
            'stroke',
            $instruments,
            $bars,
            StatementKind::HitMoved === $kind ? $first->ticks() : null,
            \count($group),
            $ticks,
        );
    }
}
