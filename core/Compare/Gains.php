<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

use Pulsanda\Core\Compare\Mark\Aspects;
use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Mark\PlayedTiming;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Compare\Say\StatementKind;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;

/** What each statement would win back: the mark of the same beat with only that put right. */
final readonly class Gains
{
    /** Strokes that are looked at for all of them together: of the largest beats, only what comes first has its gain. */
    private const LOOKED_AT = 24_000;

    /**
     * @param list<Pair> $pairs   of the pairing; one of which the two strokes are said for themselves is two
     * @param Aspects    $aspects of the beat as it is
     */
    public function __construct(
        private Pattern $target,
        private array $pairs,
        private Aspects $aspects,
        private Policy $policy,
        private int $ticks,
        private ?PlayedTiming $played,
    ) {
    }

    /**
     * The statement that would win back the most first; among equals, in the order given.
     *
     * @param list<Statement> $statements
     *
     * @return list<array{Statement, float}> with the points that it would win back
     */
    public function sorted(array $statements): array
    {
        $gains = [];
        $most = intdiv(self::LOOKED_AT, max(1, \count($this->pairs)));
        foreach ($statements as $s => $statement) {
            $others = $statements;
            unset($others[$s]);
            $gains[] = [$statement, $s < $most ? $this->of($statement, array_values($others)) : 0.0];
        }
        $order = array_map(static fn (array $one): float => self::withWhatRestsOnIt($one, $gains), $gains);
        $sorted = array_keys($gains);
        usort($sorted, static fn (int $a, int $b): int => $order[$b] <=> $order[$a]);

        return array_map(static fn (int $i): array => $gains[$i], $sorted);
    }

    /**
     * What moved a row comes before what else is said of that row, since only both together win it back.
     *
     * @param array{Statement, float}       $one
     * @param list<array{Statement, float}> $all
     */
    private static function withWhatRestsOnIt(array $one, array $all): float
    {
        [$statement, $gain] = $one;
        foreach ($statement->repairs ? $all : [] as [$other, $its]) {
            $isOfRow = static fn (Instrument $row): bool => \in_array($row, $statement->instruments, true);
            $share = [] === $statement->instruments || [] !== array_filter($other->instruments, $isOfRow);
            $gain = $share ? max($gain, $its) : $gain;
        }

        return $gain;
    }

    /** @param list<Statement> $others */
    private function of(Statement $statement, array $others): float
    {
        // Another beat is not put right: it is begun anew.
        if (StatementKind::AnotherBeat === $statement->kind) {
            return 0;
        }
        $aspect = match ($statement->kind) {
            StatementKind::Swing, StatementKind::Untimely => 'feel',
            StatementKind::Tempo => 'tempo',
            StatementKind::Meter, StatementKind::Length, StatementKind::Form => 'form',
            default => 'dynamics' === $statement->scope ? 'dynamics' : 'placement',
        };
        $value = 'placement' === $aspect
            ? Placement::of($this->target, $this->repaired($statement), $others, $this->policy, $this->ticks)->aspect() : 1;
        $value = match ($statement->kind) {
            StatementKind::Swing => $this->aspects->timing,
            StatementKind::Untimely => $this->aspects->swing * ($this->played?->aspect($this->repaired($statement)) ?? 1),
            default => $value,
        };
        $better = $this->aspects->with($aspect, $value);

        return round(max(0, (float) $better->exact($this->policy) - (float) $this->aspects->exact($this->policy)), 2);
    }

    /** @return list<Pair> as they would be: what it accounts for is in its place, and of what is extra nothing is left */
    private function repaired(Statement $statement): array
    {
        $pairs = $this->pairs;
        foreach ($statement->explained as $by) {
            $pairs[$by] = new Pair(Status::Missing, $pairs[$by]->target, null);
        }
        foreach ([...$statement->pairs, ...array_keys($statement->explained)] as $i) {
            $target = $this->pairs[$i]->target;
            $pairs[$i] = new Pair(Status::Match, $target, $target);
        }

        return array_values($pairs);
    }
}
