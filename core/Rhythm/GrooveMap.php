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
        $bar = (int) floor($tick / $this->barTicks) * $this->barTicks;
        $in = $tick - $bar;
        $i = 1;
        while ($this->points[$i][0] < $in) {
            ++$i;
        }
        [$x0, $y0] = $this->points[$i - 1];
        [$x1, $y1] = $this->points[$i];

        return $bar + $y0 + intdiv(2 * ($in - $x0) * ($y1 - $y0) + ($x1 - $x0), 2 * ($x1 - $x0));
    }
}
