<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Stroke;

/**
 * What is still to be compared when some causes are undone: target and submission, row by row. A row is an instrument, or all
 * that counts as the same.
 */
final class Remainder
{
    /** @var list<string>|null */
    private ?array $differing = null;

    /**
     * @param array<string, list<Stroke>> $asked  by row, by tick; no row is empty
     * @param array<string, list<Played>> $played by row, by tick; no row is empty
     */
    private function __construct(
        public readonly array $asked,
        public readonly array $played,
        public readonly Tolerance $tolerance,
        public readonly int $barTicks,
        public readonly int $askedBars,
        public readonly int $playedBars,
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
        $asked = [];
        foreach ($targets as $stroke) {
            $asked[$tolerance->sameness($stroke->instrument)][] = $stroke;
        }
        $played = array_map(static fn (Stroke $stroke): Played => new Played($stroke, $stroke->tick(), $stroke->instrument), $submissions);

        return new self($asked, self::byRow($played, $tolerance), $tolerance, $barTicks, $askedBars, $playedBars);
    }

    /**
     * The same with every stroke of the submission changed, or left out where null comes back, and only some of the target asked.
     *
     * @param \Closure(Played): ?Played     $undo
     * @param (\Closure(Stroke): bool)|null $asks       null for all
     * @param int                           $playedBars bars that the submission has then
     */
    public function changed(\Closure $undo, ?\Closure $asks = null, ?int $playedBars = null): self
    {
        $played = [];
        foreach ($this->played as $row) {
            foreach ($row as $one) {
                $now = $undo($one);
                if (null !== $now) {
                    $played[] = $now;
                }
            }
        }
        $asked = $this->asked;
        if (null !== $asks) {
            $asked = array_filter(array_map(static fn (array $row): array => array_values(array_filter($row, $asks)), $asked));
        }

        return new self(
            $asked,
            self::byRow($played, $this->tolerance),
            $this->tolerance,
            $this->barTicks,
            $this->askedBars,
            $playedBars ?? $this->playedBars,
        );
    }

    /**
     * The same with only some rows changed.
     *
     * @param array<string, list<Stroke>> $asked  rows to replace; an empty one is taken out
     * @param array<string, list<Played>> $played
     */
    public function withRows(array $asked, array $played): self
    {
        return new self(
            array_filter($asked + $this->asked),
            array_filter(array_map(self::sorted(...), $played) + $this->played),
            $this->tolerance, $this->barTicks, $this->askedBars, $this->playedBars,
        );
    }

    /** @return int strokes of both sides in rows that differ */
    public function size(): int
    {
        return array_sum(
            array_map(fn (string $row): int => \count($this->asked[$row] ?? []) + \count($this->played[$row] ?? []), $this->differing()),
        );
    }

    /** @return int the bar of a tick, from 1 */
    public function bar(int $tick): int
    {
        return 1 + max(0, (int) floor($tick / $this->barTicks));
    }

    /** @return list<string> the rows in which something differs, in a fixed order */
    public function differing(): array
    {
        if (null === $this->differing) {
            $rows = array_keys($this->asked + $this->played);
            sort($rows);
            $this->differing = array_values(array_filter($rows, $this->differs(...)));
        }

        return $this->differing;
    }

    /** What both sides are, row by row: equal keys mean equal remainders. */
    public function key(): string
    {
        $key = '';
        foreach ($this->differing() as $row) {
            $key .= "$row:{$this->rowKey($row)};";
        }

        return $key;
    }

    public function rowKey(string $row): string
    {
        $asked = array_map(static fn (Stroke $stroke): string => $stroke->tick().($stroke->optional ? '?' : ''), $this->asked[$row] ?? []);
        $played = array_map(static fn (Played $one): int => $one->tick, $this->played[$row] ?? []);

        return implode(',', $asked).'|'.implode(',', $played);
    }

    /** @return list<LeftPair> what is left, paired as the rules say */
    public function paired(): array
    {
        $asked = array_merge(...array_values($this->asked));
        usort($asked, Stroke::compare(...));
        $strokes = $from = [];
        foreach (array_merge(...array_values($this->played)) as $played) {
            $strokes[] = $stroke = $played->asStroke();
            $from[spl_object_id($stroke)] = $played->stroke;
        }
        usort($strokes, Stroke::compare(...));

        return array_map(
            static fn (Pair $pair): LeftPair => new LeftPair(
                $pair,
                null === $pair->submission ? null : $from[spl_object_id($pair->submission)],
            ),
            Pairing::of($asked, $strokes, $this->tolerance)->pairs,
        );
    }

    private function differs(string $row): bool
    {
        $asked = $this->asked[$row] ?? [];
        $played = $this->played[$row] ?? [];
        if (\count($asked) !== \count($played)) {
            return true;
        }
        foreach ($asked as $i => $stroke) {
            if (abs($stroke->tick() - $played[$i]->tick) > $this->tolerance->grace) {
                return true;
            }
        }

        return false;
    }

    /**
     * @param list<Played> $played
     *
     * @return array<string, list<Played>>
     */
    private static function byRow(array $played, Tolerance $tolerance): array
    {
        $rows = [];
        foreach ($played as $one) {
            $rows[$tolerance->sameness($one->instrument)][] = $one;
        }

        return array_map(self::sorted(...), $rows);
    }

    /**
     * @param list<Played> $row
     *
     * @return list<Played>
     */
    private static function sorted(array $row): array
    {
        usort($row, static fn (Played $a, Played $b): int => $a->tick <=> $b->tick);

        return $row;
    }
}
