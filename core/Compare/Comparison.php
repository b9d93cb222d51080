<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Mark\PlayedTiming;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Compare\Say\Words;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Voice;

/**
 * What comparing a submission with one target gives: pairs, statements, aspects, and the suggested mark.
 *
 * @phpstan-import-type Stated from Statement
 * @phpstan-import-type PlacementData from Placement
 *
 * @phpstan-type PairData array{
 *     status: string,
 *     instrument: string,
 *     target: int|null,
 *     submission: int|null,
 *     ticks: int|null,
 *     credit: float|null,
 *     statement: int|null,
 *     played?: string,
 * }
 * @phpstan-type Compared array{
 *     target: int,
 *     cost: float,
 *     strokes: array{target: int, submission: int},
 *     pairs: list<PairData>,
 *     meter: array{int, int, list<int>},
 *     bars: int,
 *     statements: list<Stated>,
 *     aspects: array<string, float|null>,
 *     placement: PlacementData,
 *     mark: float|null,
 *     points: float,
 *     weights: array<string, float>,
 * }
 */
final readonly class Comparison
{
    /**
     * @param int              $target     the target's index among those it was chosen from
     * @param list<Pair>       $pairs      those of the pairing; one of which the two strokes are said for themselves is two
     * @param list<Statement>  $statements the one that would win back the most first
     * @param list<float>      $gains      points that each of them would win back
     * @param list<float|null> $credits    of each pair's target stroke; null where a submission stroke stands alone
     * @param list<int|null>   $accounts   for each pair the index of the statement that accounts for it
     * @param list<Pair>|null  $heard      as the strokes are heard, where it is the same written otherwise
     */
    private function __construct(
        public int $target,
        public Pairing $pairing,
        public array $pairs,
        public array $statements,
        public array $gains,
        public Aspects $aspects,
        public Placement $placement,
        public Policy $policy,
        private Pattern $asked,
        private Pattern $played,
        private int $targetTicks,
        private array $credits,
        private array $accounts,
        private ?array $heard,
        private ?PlayedTiming $timing,
    ) {
    }

    /** @throws InvalidInput when a pattern is too long to compare */
    public static function of(Pattern $target, Pattern $submission, Policy $policy, int $index = 0): self
    {
        $timing = null === $policy->played ? null : PlayedTiming::of($target, $submission, $policy->played);
        if (null !== $timing) {
            // What a hand struck is in its place, however early or late it came: that is feel.
            [$target, $submission] = [$target->withoutPushes(), $submission->withoutPushes()];
        }
        $targetTicks = $policy->tile && $target->ticks() < $submission->ticks() ? $submission->ticks() : $target->ticks();
        [$asked, $played] = [self::repeated($target, $targetTicks), Strokes::written($submission)];
        [$asked, $played] = [GraceHits::read($asked, $played, $policy->tolerance), GraceHits::read($played, $asked, $policy->tolerance)];
        $pairing = Pairing::of($asked, $played, $policy->tolerance);
        $heard = $pairing->differs() ? SameSound::pairs($target, $submission, $asked, $played, $policy->tolerance) : null;
        $order = null === $heard && $pairing->differs() ? SectionOrder::of($target, $submission, $policy->tolerance) : null;
        [$statements, $pairs] = match (true) {
            null !== $heard => [[self::instead(StatementKind::SameSound, $pairing)], $pairing->pairs],
            null !== $order => [self::inOrder($order, $played, $submission, $pairing, $policy), $pairing->pairs],
            default => Statements::of($target, $submission, $pairing->pairs, $policy, $targetTicks),
        };
        if (null === $heard && null === $order && self::isAnother($target, $pairing, $statements, $policy, $targetTicks)) {
            [$statements, $pairs] = [[self::instead(StatementKind::AnotherBeat, $pairing)], $pairing->pairs];
        }

        if (null === $heard && null !== $timing) {
            $statements = [...$statements, ...$timing->statements($pairs, $statements, $policy->tolerance)];
        }

        return self::marked($index, $target, $submission, $targetTicks, $pairing, $pairs, $statements, $policy, $heard, $timing);
    }

    /**
     * Sections in another order, and what is wrong inside them. Of the pairs, those are accounted for by it of which nothing else is said.
     *
     * @param list<Stroke> $played
     *
     * @return list<Statement>
     */
    private static function inOrder(SectionOrder $order, array $played, Pattern $submission, Pairing $pairing, Policy $policy): array
    {
        $ticks = $order->arranged->ticks();
        $inside = Pairing::of(Strokes::written($order->arranged), $played, $policy->tolerance);
        [$said, $pairs] = Statements::of($order->arranged, $submission, $inside->pairs, $policy, $ticks);
        $all = self::instead(StatementKind::Sections, $pairing)->pairs;
        $byStroke = [];
        foreach ($all as $i) {
            $stroke = $pairing->pairs[$i]->submission;
            $byStroke += null === $stroke ? [] : [spl_object_id($stroke) => $i];
        }
        $statements = $accounted = [];
        foreach ($said as $one) {
            // The order is what the first sentence says.
            if (StatementKind::Form === $one->kind) {
                continue;
            }
            $its = [];
            foreach ($one->pairs as $i) {
                $stroke = $pairs[$i]->submission;
                $its[] = null === $stroke ? null : $byStroke[spl_object_id($stroke)] ?? null;
            }
            $its = array_values(array_diff(array_filter($its, \is_int(...)), $accounted));
            $accounted = [...$accounted, ...$its];
            $statements[] = $one->covering($its);
        }
        $left = array_values(array_diff($all, $accounted));
        $said = $order->statement;

        return [new Statement($said->kind, $said->scope, strokes: \count($left), values: $said->values, pairs: $left), ...$statements];
    }

    /**
     * Whether so little fits that a list would be noise: nothing beyond chance, less played right than wrong, and nothing that most of it
     * has in common.
     *
     * @param list<Statement> $statements
     */
    private static function isAnother(Pattern $target, Pairing $pairing, array $statements, Policy $policy, int $ticks): bool
    {
        $asked = $right = $wrong = 0;
        foreach ($pairing->pairs as $pair) {
            $asked += null === $pair->target ? 0 : 1;
            if (null !== $pair->submission) {
                Status::Match === $pair->status ? ++$right : ++$wrong;
            }
        }
        $explained = array_sum(array_map(static fn (Statement $one): int => \count($one->explained), $statements));

        return $right < $wrong && 2 * $explained < min($asked, $right + $wrong)
            && 0.0 === (float) Placement::of($target, $pairing->pairs, $statements, $policy, $ticks)->aspect();
    }

    /** One statement instead of a list: it accounts for every difference. */
    private static function instead(StatementKind $kind, Pairing $pairing): Statement
    {
        $differing = array_keys(array_filter($pairing->pairs, static fn (Pair $pair): bool => $pair->differs()));

        return new Statement($kind, 'whole', strokes: \count($differing), pairs: $differing);
    }

    /** The same marked by another policy, of the same search: see Policy::searchKey(). */
    public function by(Policy $policy): self
    {
        return self::marked(
            $this->target,
            $this->asked,
            $this->played,
            $this->targetTicks,
            $this->pairing,
            $this->pairs,
            $this->statements,
            $policy,
            $this->heard,
            $this->timing,
        );
    }

    /**
     * @param list<Pair>      $pairs
     * @param list<Statement> $statements
     * @param list<Pair>|null $heard
     */
    private static function marked(
        int $index,
        Pattern $target,
        Pattern $submission,
        int $targetTicks,
        Pairing $pairing,
        array $pairs,
        array $statements,
        Policy $policy,
        ?array $heard,
        ?PlayedTiming $timing,
    ): self {
        $placement = Placement::of($target, $heard ?? $pairing->pairs, $statements, $policy, $targetTicks);
        $aspects = null !== $heard ? Aspects::same($target, $submission, $heard, $policy)
            : Aspects::of($target, $submission, $pairing->pairs, $placement, $policy, $targetTicks, $timing);
        $sorted = (new Gains($target, $pairs, $aspects, $policy, $targetTicks, $timing))->sorted($statements);
        [$statements, $gains] = [array_column($sorted, 0), array_column($sorted, 1)];
        $by = [];
        foreach ($statements as $s => $statement) {
            $by += array_fill_keys($statement->pairs, $s);
        }
        $accounts = array_map(static fn (int $pair): ?int => $by[$pair] ?? null, array_keys($pairs));
        $credits = null === $heard ? $placement->credits
            : array_map(static fn (Pair $pair): ?float => null === $pair->target ? null : 1.0, $pairing->pairs);

        // What a pair earned stays with the stroke that is asked when it is taken apart.
        $credits = array_pad($credits, \count($pairs), null);

        return new self(
            $index,
            $pairing,
            $pairs,
            $statements,
            $gains,
            $aspects,
            $placement,
            $policy,
            $target,
            $submission,
            $targetTicks,
            $credits,
            $accounts,
            $heard,
            $timing,
        );
    }

    /**
     * Compares with each target; the one that gives the highest mark counts, the first of equals.
     *
     * @param non-empty-list<Pattern> $targets
     *
     * @return non-empty-list<self> the best first, then the others in their order
     *
     * @throws InvalidInput when a pattern is too long to compare
     */
    public static function withEach(array $targets, Pattern $submission, Policy $policy): array
    {
        $all = array_map(
            static fn (Pattern $target, int $index): self => self::of($target, $submission, $policy, $index),
            $targets,
            array_keys($targets),
        );

        return self::best($all);
    }

    /**
     * @param non-empty-list<self> $all with one beat
     *
     * @return non-empty-list<self> the best first, then the others in their order
     */
    public static function best(array $all): array
    {
        usort($all, static fn (self $a, self $b): int => $b->mark() <=> $a->mark() ?: $a->target <=> $b->target);
        $best = array_shift($all);
        usort($all, static fn (self $a, self $b): int => $a->target <=> $b->target);

        return [$best, ...$all];
    }

    public function meter(): Meter
    {
        return $this->asked->meter;
    }

    /** @return int bars of the longer of the two */
    public function bars(): int
    {
        return (int) ceil(max($this->targetTicks, $this->played->ticks()) / $this->meter()->barTicks());
    }

    /** @return list<string> the statements as sentences */
    public function sentences(Voice $voice): array
    {
        return array_map((new Words($this->meter(), $voice, $this->bars()))->text(...), $this->statements);
    }

    public function mark(): ?float
    {
        return $this->aspects->mark($this->policy);
    }

    /**
     * Every stroke of both once: also the grace hits that were read as an ornament, which belong to what is said of that.
     *
     * @return list<array{Pair, float|null, int|null}> with the credit and the statement of each
     */
    private function withGraces(): array
    {
        $all = $graces = [];
        foreach ($this->pairs as $i => $pair) {
            $all[] = [$pair, $this->credits[$i], $this->accounts[$i]];
            foreach ($pair->target->graces ?? [] as $grace) {
                $graces[] = [new Pair(Status::Missing, $grace, null), null, $this->accounts[$i]];
            }
            foreach ($pair->submission->graces ?? [] as $grace) {
                $graces[] = [new Pair(Status::Extra, null, $grace), null, $this->accounts[$i]];
            }
        }

        return [...$all, ...$graces];
    }

    /** @return Compared to be stored; Report puts it into words */
    public function toData(): array
    {
        $pairs = [];
        $targets = $submissions = 0;
        foreach ($this->withGraces() as [$pair, $credit, $statement]) {
            [$target, $submission] = [$pair->target, $pair->submission];
            $instrument = $pair->instrument();
            $targets += null === $target ? 0 : 1;
            $submissions += null === $submission ? 0 : 1;
            $said = [
                'status' => $pair->status->value,
                'instrument' => $instrument->value,
                'target' => null === $target ? null : $target->tick + ($this->timing?->askedPush($target) ?? 0),
                'submission' => null === $submission ? null : $submission->tick + ($this->timing?->push($submission) ?? 0),
                'ticks' => $this->timing?->ticks($pair) ?? $pair->ticks(),
                'credit' => $credit,
                'statement' => $statement,
            ];
            if (null !== $submission && $submission->instrument !== $instrument) {
                $said['played'] = $submission->instrument->value;
            }
            $pairs[] = $said;
        }

        return [
            'target' => $this->target,
            'cost' => round($this->pairing->cost(), 4),
            'strokes' => ['target' => $targets, 'submission' => $submissions],
            'pairs' => $pairs,
            'meter' => [$this->meter()->count, $this->meter()->unit, $this->meter()->groups],
            'bars' => $this->bars(),
            'statements' => array_map(
                static fn (Statement $statement, float $gain): array => $statement->toData() + ['gain' => $gain],
                $this->statements,
                $this->gains,
            ),
            'aspects' => array_map(static fn (?float $value): ?float => null === $value ? null : round($value, 4), $this->aspects->all()),
            'placement' => $this->placement->toData(),
            'mark' => $this->mark(),
            'points' => $this->policy->points,
            'weights' => $this->policy->weights,
        ];
    }

    /** @return list<Stroke> the target's strokes, repeated and cut to $ticks */
    private static function repeated(Pattern $target, int $ticks): array
    {
        $once = Strokes::written($target);
        if ($ticks === $target->ticks()) {
            return $once;
        }
        $strokes = [];
        for ($start = 0; $start < $ticks; $start += $target->ticks()) {
            foreach ($once as $stroke) {
                if ($start + $stroke->written < $ticks) {
                    $strokes[] = $stroke->later($start);
                }
            }
        }

        return $strokes;
    }
}
