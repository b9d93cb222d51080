<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Ear;

use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/**
 * A beat as it is easily changed: rows of hits with their tick, push and velocity.
 *
 * @phpstan-type Hits list<array{int, int, int}>
 */
final readonly class Beat
{
    /** @param array<string, Hits> $rows by instrument; tick, push, velocity */
    public function __construct(public Meter $meter, public int $bars, public array $rows, public float $bpm = 96, public float $swing = 50)
    {
    }

    /** @param array<string, Hits> $rows */
    public function with(array $rows, ?int $bars = null): self
    {
        return new self($this->meter, $bars ?? $this->bars, array_filter($rows), $this->bpm, $this->swing);
    }

    /**
     * One row changed, hit by hit; null takes a hit out.
     *
     * @param \Closure(array{int, int, int}): (array{int, int, int}|null) $change
     */
    public function row(string $row, \Closure $change): self
    {
        return $this->with([$row => array_values(array_filter(array_map($change, $this->rows[$row])))] + $this->rows);
    }

    /** @param \Closure(array{int, int, int}): (array{int, int, int}|null) $change */
    public function all(\Closure $change, ?int $bars = null): self
    {
        return $this->with(
            array_map(static fn (array $hits): array => array_values(array_filter(array_map($change, $hits))), $this->rows),
            $bars,
        );
    }

    public function set(float $bpm, float $swing): self
    {
        return new self($this->meter, $this->bars, $this->rows, $bpm, $swing);
    }

    public function bar(int $tick): int
    {
        return 1 + intdiv($tick, $this->meter->barTicks());
    }

    public function ticks(): int
    {
        return $this->bars * $this->meter->barTicks();
    }

    /** @return list<array{int, int, int}> what stands in one bar of a row */
    public function inBar(string $row, int $bar): array
    {
        return array_values(array_filter($this->rows[$row] ?? [], fn (array $hit): bool => $this->bar($hit[0]) === $bar));
    }

    /** @return array<string, list<int>> */
    public function places(): array
    {
        $places = array_map(static fn (array $hits): array => array_column($hits, 0), $this->rows);
        ksort($places);

        return $places;
    }

    /** @return bool whether most of the hits of some row stand where none was */
    public function isElsewhere(self $before): bool
    {
        foreach ($this->places() as $row => $ticks) {
            $was = $before->places()[$row] ?? [];
            if (2 * \count(array_diff($ticks, $was)) > \count($ticks)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> rows that were not the same before */
    public function rowsUnlike(self $before): array
    {
        return array_keys(array_filter(
            $this->rows,
            static fn (array $hits, string $row): bool => $hits !== ($before->rows[$row] ?? []),
            \ARRAY_FILTER_USE_BOTH,
        ));
    }

    /** @return list<int> bars that were not the same before */
    public function barsUnlike(self $before): array
    {
        return array_values(array_filter(range(1, $this->bars), fn (int $bar): bool => $this->soundOf($bar) !== $before->soundOf($bar)));
    }

    /** @return int the bar of another beat that was taken out of it */
    public function barLackingOf(self $before): int
    {
        $bar = 1;
        while ($bar <= $this->bars && $this->soundOf($bar) === $before->soundOf($bar)) {
            ++$bar;
        }

        return $bar;
    }

    /** @return array<string, list<int>> places in a bar, by row */
    private function soundOf(int $bar): array
    {
        $in = fn (string $row): array => array_map(
            fn (array $hit): int => $hit[0] % $this->meter->barTicks(),
            $this->inBar($row, $bar),
        );
        $rows = array_filter(array_combine(array_keys($this->rows), array_map($in, array_keys($this->rows))));
        ksort($rows);

        return $rows;
    }

    /** @return array<string, array<int, int>> how many hits stand in each bar */
    public function inBars(): array
    {
        return array_map(
            fn (array $ticks): array => array_count_values(array_map($this->bar(...), $ticks)),
            $this->places(),
        );
    }

    /** @return bool whether every hit is on the sheet, and none on another */
    public function isWhole(): bool
    {
        foreach ($this->rows as $hits) {
            $ticks = array_column($hits, 0);
            if (\count($ticks) !== \count(array_unique($ticks)) || min([0, ...$ticks]) < 0 || max([0, ...$ticks]) >= $this->ticks()) {
                return false;
            }
        }

        return true;
    }

    public function pattern(): Pattern
    {
        $rows = [];
        foreach ($this->rows as $instrument => $hits) {
            $rows[] = Row::of(
                Instrument::from($instrument),
                array_map(static fn (array $hit): Hit => Hit::of($hit[0], max(1, min(127, $hit[2])), $hit[1]), $hits),
            );
        }
        $section = Section::of('A', $this->bars, $rows, $this->meter);

        return Pattern::of('Ear', $this->meter, Tempo::of($this->bpm, '4'), [$section], null, Swing::of($this->swing, 8));
    }
}
