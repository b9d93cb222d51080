<?php

declare(strict_types=1);

namespace Pulsanda\Core\Rhythm;

/**
 * The swing of one bar as corner points from written to played ticks, linear in between. The browser plays from these points alone.
 */
final readonly class GrooveMap
{
    /**
     * @param list<array{int, int}> $points written and played tick, rising, from (0, 0) to (bar, bar)
     */
    private function __construct(public int $barTicks, public array $points)
    {
    }

    /**
     * Pairs start at the bar line. Where a bar does not hold a whole number of pairs, what is left at its end stays straight.
     */
    public static function of(Meter $meter, Swing $swing): self
    {
        $bar = $meter->barTicks();
        $pair = 2 * intdiv(Meter::WHOLE, $swing->unit);
        $points = [[0, 0]];
        if ($swing->percent > 50) {
            for ($start = 0; $start + $pair <= $bar; $start += $pair) {
                $points[] = [$start + intdiv($pair, 2), $start + (int) round($pair * $swing->percent / 100)];
                $points[] = [$start + $pair, $start + $pair];
            }
        }
        if ($points[\count($points) - 1][0] < $bar) {
            $points[] = [$bar, $bar];
        }

        return new self($bar, $points);
    }

    /**
     * @param int $tick written, from the start of any bar line, may be negative
     *
     * @return int the tick at which it is played, half rounded up
     */
    public function played(int $tick): int
    {
        return $this->across($tick, 0, 1);
    }

    /**
     * The way back.
     *
     * @param int $tick played, may be negative
     *
     * @return int the written tick that is played there, half rounded up
     */
    public function written(int $tick): int
    {
        return $this->across($tick, 1, 0);
    }

    /**
     * @param 0|1 $from of the points, the side that the tick is on
     * @param 0|1 $to   the other
     */
    private function across(int $tick, int $from, int $to): int
    {
        $bar = (int) floor($tick / $this->barTicks) * $this->barTicks;
        $in = $tick - $bar;
        $i = 1;
        while ($this->points[$i][$from] < $in) {
            ++$i;
        }
        [$before, $after] = [$this->points[$i - 1], $this->points[$i]];
        $length = $after[$from] - $before[$from];

        return $bar + $before[$to] + intdiv(2 * ($in - $before[$from]) * ($after[$to] - $before[$to]) + $length, 2 * $length);
    }
}
