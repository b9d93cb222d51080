<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\Words;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;

/**
 * What comparing a submission with one target gives: pairs, statements, aspects, and the suggested mark.
 *
 * @phpstan-import-type Stated from Statement
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
 *     mark: float|null,
 *     points: float,
 *     weights: array<string, float>,
 * }
 */
final readonly class Comparison
{
    /**
     * @param int              $target     the target's index among those it was chosen from
     * @param list<Statement>  $statements
     * @param list<float|null> $credits    of each pair's target stroke; null where a submission stroke stands alone
     * @param list<int|null>   $accounts   for each pair the index of the statement that accounts for it
     */
    private function __construct(
        public int $target,
        public Pairing $pairing,
        public array $statements,
        public Aspects $aspects,
        public Policy $policy,
        private Pattern $asked,
        private Pattern $played,
        private int $targetTicks,
        private array $credits,
        private array $accounts,
    ) {
    }

    /** @throws InvalidInput when a pattern is too long to compare */
    public static function of(Pattern $target, Pattern $submission, Policy $policy, int $index = 0): self
    {
        $targetTicks = $policy->tile && $target->ticks() < $submission->ticks() ? $submission->ticks() : $target->ticks();
        $pairing = Pairing::of(self::repeated($target, $targetTicks), Strokes::written($submission), $policy->tolerance);
        $statements = Statements::of($target, $submission, $pairing->pairs, $policy, $targetTicks);

        return self::marked($index, $target, $submission, $targetTicks, $pairing, $statements, $policy);
    }

    /** The same marked by another policy, of the same search: see Policy::searchKey(). */
    public function by(Policy $policy): self
    {
        return self::marked($this->target, $this->asked, $this->played, $this->targetTicks, $this->pairing, $this->statements, $policy);
    }

    /** @param list<Statement> $statements */
    private static function marked(
        int $index,
        Pattern $target,
        Pattern $submission,
        int $targetTicks,
        Pairing $pairing,
        array $statements,
        Policy $policy,
    ): self {
        $by = [];
        foreach ($statements as $s => $statement) {
            $by += array_fill_keys($statement->pairs, $s);
        }
        $accounts = array_map(static fn (int $pair): ?int => $by[$pair] ?? null, array_keys($pairing->pairs));
        $credits = array_map(static fn (Pair $pair, ?int $statement): ?float => match (true) {
            null === $pair->target => null,
            null !== $statement && $statements[$statement]->repairs => $policy->credit['explained'],
            default => $policy->credit[$pair->status->value] ?? 0.0,
        }, $pairing->pairs, $accounts);
        $aspects = Aspects::of($target, $submission, $pairing->pairs, $credits, $policy, $targetTicks);

        return new self($index, $pairing, $statements, $aspects, $policy, $target, $submission, $targetTicks, $credits, $accounts);
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
    public function sentences(CountingStyle $style): array
    {
        return array_map((new Words($this->meter(), $style, $this->bars()))->text(...), $this->statements);
    }

    public function mark(): ?float
    {
        return $this->aspects->mark($this->policy);
    }

    /** @return Compared to be stored; Report puts it into words */
    public function toData(): array
    {
        $pairs = [];
        $targets = $submissions = 0;
        foreach ($this->pairing->pairs as $i => $pair) {
            $played = $pair->submission?->instrument;
            $targets += null === $pair->target ? 0 : 1;
            $submissions += null === $pair->submission ? 0 : 1;
            $pairs[] = [
                'status' => $pair->status->value,
                'instrument' => $pair->instrument()->value,
                'target' => $pair->target?->tick(),
                'submission' => $pair->submission?->tick(),
                'ticks' => $pair->ticks(),
                'credit' => $this->credits[$i],
                'statement' => $this->accounts[$i],
            ] + (null === $played || $played === $pair->instrument() ? [] : ['played' => $played->value]);
        }

        return [
            'target' => $this->target,
            'cost' => round($this->pairing->cost(), 4),
            'strokes' => ['target' => $targets, 'submission' => $submissions],
            'pairs' => $pairs,
            'meter' => [$this->meter()->count, $this->meter()->unit, $this->meter()->groups],
            'bars' => $this->bars(),
            'statements' => array_map(static fn (Statement $statement): array => $statement->toData(), $this->statements),
            'aspects' => array_map(static fn (?float $value): ?float => null === $value ? null : round($value, 4), $this->aspects->all()),
            'mark' => $this->mark(),
            'points' => $this->policy->points,
            'weights' => $this->policy->weights,
        ];
    }

    /** @return list<Stroke> the target's strokes, repeated and cut to $ticks */
    private static function repeated(Pattern $target, int $ticks): array
    {
        $once = Strokes::written($target);
        $strokes = [];
        for ($start = 0; $start < $ticks; $start += $target->ticks()) {
            foreach ($once as $stroke) {
                if ($start + $stroke->written < $ticks || $ticks === $target->ticks()) {
                    $strokes[] = $stroke->later($start);
                }
            }
        }

        return $strokes;
    }
}
