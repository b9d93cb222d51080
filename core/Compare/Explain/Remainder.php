<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Explain\Cause\Everything;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Stroke;

/**
 * What is still to be compared when some causes are undone: target and submission, row by row. A row is an instrument, or all
 * that counts as the same. Bars are told by written ticks.
 */
final class Remainder
{
    /** @var list<string>|null */
    private ?array $differing = null;
    private ?Likeness $likeness = null;
    /** @var array<string, array<int, list<Stroke>>>|null */
    private ?array $askedInBars = null;
    /** @var array<string, string> */
    private array $keys = [];

    /** Ends the name of a row that is too many where another one belongs. */
    public const ASIDE = '*';

    /**
     * @param array<string, list<Stroke>> $asked       by row, by tick; no row is empty
     * @param array<string, list<Played>> $played      by row, by tick; no row is empty
     * @param array<string, list<Stroke>> $leftOut     of the target: the strokes of the bars that are left out
     * @param list<int>                   $barsLeftOut
     */
    private function __construct(
        public readonly array $asked,
        public readonly array $played,
        public readonly Tolerance $tolerance,
        public readonly int $barTicks,
        public readonly int $askedBars,
        public readonly int $playedBars,
        private readonly array $leftOut = [],
        private readonly array $barsLeftOut = [],
    ) {
    }

    /**
     * @param list<Stroke> $targets
     * @param list<Stroke> $submissions
     */
    public static function of(
        array $targets,
        array $submissions,
        Tolerance $tolerance,
        int $barTicks,
        int $askedBars,
        int $playedBars,
    ): self {
        $empty = new self([], [], $tolerance, $barTicks, $askedBars, $playedBars);

        return $empty->with($empty->byRow($targets), $empty->byRow(array_map(Played::of(...), $submissions)));
    }

    /**
     * The same with other rows.
     *
     * @param array<string, list<Stroke>> $asked
     * @param array<string, list<Played>> $played
     */
    public function with(array $asked, array $played, ?int $playedBars = null): self
    {
        return new self(
            array_filter($asked),
            array_filter($played),
            $this->tolerance,
            $this->barTicks,
            $this->askedBars,
            $playedBars ?? $this->playedBars,
            $this->leftOut,
            $this->barsLeftOut,
        );
    }

    /**
     * The same with some bars not asked for.
     *
     * @param list<int> $bars
     */
    public function leavingOut(array $bars): self
    {
        [$there, $gone] = [[], $this->leftOut];
        foreach ($this->asked as $row => $strokes) {
            foreach ($strokes as $stroke) {
                \in_array($this->bar($stroke->written), $bars, true) ? $gone[$row][] = $stroke : $there[$row][] = $stroke;
            }
        }

        return new self(
            $there,
            $this->played,
            $this->tolerance,
            $this->barTicks,
            $this->askedBars,
            $this->playedBars,
            $gone,
            [...$this->barsLeftOut, ...$bars],
        );
    }

    /** @return bool whether bars are left out, so that the target of a row depends on where it went before */
    public function leavesOut(): bool
    {
        return [] !== $this->barsLeftOut;
    }

    /**
     * The target of a row that went round the loop before bars were left out: the strokes that did not come to stand in those.
     *
     * @param list<Stroke> $asked
     *
     * @return list<Stroke> by tick
     */
    public function askedBefore(string $row, array $asked, int $by): array
    {
        return [] === $this->barsLeftOut ? $asked : $this->outsideBarsLeftOut($this->askedOutsideToo($row, $asked), $by);
    }

    /**
     * The target of a row, in the bars that are left out too.
     *
     * @param list<Stroke> $asked
     *
     * @return list<Stroke> by tick
     */
    public function askedOutsideToo(string $row, array $asked): array
    {
        return self::sorted([...$asked, ...$this->leftOut[$row] ?? []]);
    }

    /**
     * @param list<Stroke> $strokes
     *
     * @return list<Stroke> those that do not stand in bars that are left out, when they have gone round the loop by so much
     */
    public function outsideBarsLeftOut(array $strokes, int $by): array
    {
        return array_values(array_filter($strokes, fn (Stroke $one): bool => !\in_array(
            1 + intdiv(Everything::round($one->written + $by, $this->loop()), $this->barTicks),
            $this->barsLeftOut,
            true,
        )));
    }

    /**
     * The same with every stroke of the submission changed, or left out where null comes back.
     *
     * @param \Closure(Played): ?Played $undo
     */
    public function changed(\Closure $undo, ?int $playedBars = null): self
    {
        $played = [];
        foreach ($this->played as $row) {
            array_push($played, ...array_values(array_filter(array_map($undo, $row))));
        }

        return $this->with($this->asked, $this->byRow($played), $playedBars);
    }

    /**
     * The same with other strokes asked.
     *
     * @param \Closure(list<Stroke>): list<Stroke> $change of each row
     */
    public function asking(\Closure $change): self
    {
        return $this->with(array_map(static fn (array $row): array => self::sorted($change($row)), $this->asked), $this->played);
    }

    /** @return int from 1; 0 and less for what everything being late brings before the beginning */
    public function bar(int $written): int
    {
        return 1 + (int) floor($written / $this->barTicks);
    }

    /** @return int ticks of the submission */
    public function loop(): int
    {
        return $this->playedBars * $this->barTicks;
    }

    /** @return list<string> rows in which a stroke has no other of its own within the grace */
    public function differing(): array
    {
        return $this->differing ??= array_values(array_filter(
            array_keys($this->asked + $this->played),
            fn (string $row): bool => !self::fits($this->asked[$row] ?? [], $this->played[$row] ?? [], $this->tolerance->grace),
        ));
    }

    /**
     * @param list<Stroke> $asked
     * @param list<Played> $played
     *
     * @return bool whether every stroke has its own within the grace
     */
    public static function fits(array $asked, array $played, int $grace): bool
    {
        if (\count($asked) !== \count($played)) {
            return false;
        }
        foreach ($asked as $i => $stroke) {
            if (abs($stroke->tick - $played[$i]->tick) > $grace) {
                return false;
            }
        }

        return true;
    }

    /** @return array<string, array<int, list<Stroke>>> row => bar => the target */
    public function askedInBars(): array
    {
        if (null === $this->askedInBars) {
            $this->askedInBars = [];
            foreach ($this->asked as $row => $strokes) {
                foreach ($strokes as $stroke) {
                    $this->askedInBars[$row][$this->bar($stroke->written)][] = $stroke;
                }
            }
        }

        return $this->askedInBars;
    }

    /** How like one another the bars are. */
    public function likeness(): Likeness
    {
        return $this->likeness ??= Likeness::of($this);
    }

    /** What stands in a row on both sides: the same key is the same row. */
    public function rowKey(string $row): string
    {
        return $this->keys[$row] ??= $this->makeKey($row);
    }

    private function makeKey(string $row): string
    {
        $key = "$row|$this->playedBars|".implode(',', $this->barsLeftOut);
        foreach ([...$this->asked[$row] ?? [], null, ...$this->played[$row] ?? []] as $one) {
            $stroke = $one instanceof Played ? $one->stroke : $one;
            $key .= null === $one ? '|' : ",$one->written+$stroke?->push*$stroke?->velocity";
        }

        return $key;
    }

    /** @return list<LeftPair> what is left, each row paired by itself as the rules say */
    public function paired(): array
    {
        $pairs = [];
        $differing = array_flip($this->differing());
        foreach (array_keys($this->asked + $this->played) as $row) {
            if (!isset($differing[$row])) {
                foreach ($this->asked[$row] ?? [] as $i => $stroke) {
                    $played = $this->played[$row][$i];
                    $pairs[] = new LeftPair(new Pair(Status::Match, $stroke, $played->asStroke()), $played->stroke);
                }
                continue;
            }
            $strokes = $from = [];
            foreach ($this->played[$row] ?? [] as $played) {
                $strokes[] = $stroke = $played->asStroke();
                $from[spl_object_id($stroke)] = $played->stroke;
            }
            foreach (Pairing::of($this->asked[$row] ?? [], $strokes, $this->tolerance)->pairs as $pair) {
                $pairs[] = new LeftPair($pair, null === $pair->submission ? null : $from[spl_object_id($pair->submission)]);
            }
        }

        return $pairs;
    }

    /**
     * @template T of Stroke|Played
     *
     * @param list<T> $strokes
     *
     * @return array<string, list<T>>
     */
    private function byRow(array $strokes): array
    {
        $rows = $rowOf = [];
        foreach ($strokes as $one) {
            $rows[$rowOf[$one->instrument->value] ??= $this->tolerance->sameness($one->instrument)][] = $one;
        }

        return array_map(self::sorted(...), $rows);
    }

    /**
     * @template T of Stroke|Played
     *
     * @param list<T> $row
     *
     * @return list<T> by tick
     */
    public static function sorted(array $row): array
    {
        // Mostly it is in order already.
        $before = \PHP_INT_MIN;
        foreach ($row as $one) {
            if ($one->tick < $before) {
                usort($row, static fn (Stroke|Played $a, Stroke|Played $b): int => $a->tick <=> $b->tick);
                break;
            }
            $before = $one->tick;
        }

        return $row;
    }
}
