<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Whether strokes could as well have been thrown at random: nothing repeats after a beat, two beats, a bar or two bars, and neither the
 * beats nor what lies between them is preferred. Each is a count over all rows, held against its mean and variance when as many strokes
 * are drawn without replacement (the hypergeometric distribution).
 */
final readonly class Chance
{
    /** Fewer strokes can look like anything. */
    private const LEAST = 20;
    /** Standard deviations above the mean from which there is an order. Held by ChanceTest: no groove of the Shelf is below. */
    private const ORDER = 2.0;

    private const EIGHTH = Meter::WHOLE / 8;

    /** @param list<array<int, bool>> $rows the ticks of each row's grid => whether a stroke stands there */
    private function __construct(private array $rows, private int $ticks, private Meter $meter)
    {
    }

    /**
     * @param list<Stroke>       $strokes
     * @param array<string, int> $steps   ticks from one place to the next, by instrument
     * @param int                $ticks   length of the beat
     */
    public static function explains(array $strokes, array $steps, int $ticks, Meter $meter): bool
    {
        $rows = [];
        foreach ($strokes as $stroke) {
            $name = $stroke->instrument->value;
            $rows[$name] ??= array_fill_keys(range(0, $ticks - 1, $steps[$name] ?? 1), false);
            if (isset($rows[$name][$stroke->written])) {
                $rows[$name][$stroke->written] = true;
            }
        }
        // A row that is full has an order of its own.
        $rows = array_values(array_filter($rows, static fn (array $row): bool => \in_array(false, $row, true)));
        $count = array_sum(array_map(static fn (array $row): int => \count(array_filter($row)), $rows));

        return $count >= self::LEAST && (new self($rows, $ticks, $meter))->order() < self::ORDER;
    }

    /** @return float standard deviations above the mean, of the clearest order that there is */
    private function order(): float
    {
        $beats = $this->meter->groupStarts();
        $beat = $this->meter->groups[0] * $this->meter->unitTicks();
        $bar = $this->meter->barTicks();
        $order = [
            $this->preferred(static fn (int $tick): bool => \in_array($tick % $bar, $beats, true)),
            $this->preferred(static fn (int $tick): bool => \in_array($tick % $bar - intdiv($beat, 2), $beats, true)),
            $this->preferred(static fn (int $tick): bool => 0 === $tick % self::EIGHTH),
            $this->preferred(static fn (int $tick): bool => self::EIGHTH === 2 * ($tick % self::EIGHTH)),
        ];
        foreach ([$beat, 2 * $beat, $bar, 2 * $bar] as $period) {
            $order[] = $period < $this->ticks ? $this->repeated($period) : 0.0;
        }

        return max($order);
    }

    /** How far more strokes than by chance have another one a period later, the end going on at the beginning. */
    private function repeated(int $period): float
    {
        $found = $mean = $variance = 0.0;
        foreach ($this->rows as $row) {
            $count = \count(array_filter($row));
            $share = ($count - 1) / max(1, \count($row) - 1);
            foreach (array_keys(array_filter($row)) as $tick) {
                $later = $row[($tick + $period) % $this->ticks] ?? null;
                $found += true === $later ? 1 : 0;
                $mean += null === $later ? 0 : $share;
                $variance += null === $later ? 0 : $share * (1 - $share);
            }
        }

        return $variance > 0 ? ($found - $mean) / sqrt($variance) : 0.0;
    }

    /** @param \Closure(int): bool $isSuch whether a tick is one of those that may be preferred */
    private function preferred(\Closure $isSuch): float
    {
        $found = $mean = $variance = 0.0;
        foreach ($this->rows as $row) {
            $places = \count($row);
            $struck = array_keys(array_filter($row));
            $share = \count(array_filter(array_keys($row), $isSuch)) / $places;
            $left = ($places - \count($struck)) / max(1, $places - 1);
            $found += \count(array_filter($struck, $isSuch));
            $mean += $share * \count($struck);
            $variance += \count($struck) * $share * (1 - $share) * $left;
        }

        return $variance > 0 ? ($found - $mean) / sqrt($variance) : 0.0;
    }
}
