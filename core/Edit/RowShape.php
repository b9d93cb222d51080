<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Input\Range;

/** How a row is built: the gaps between its hits, whether they repeat, how even they are, and which bars and halves are alike. */
final readonly class RowShape
{
    /**
     * @param list<int>       $gaps     ticks from each hit to the next, the last one round to the first
     * @param int             $turns    how often the row of gaps goes through the same series; 1 when it does not repeat
     * @param float|null      $evenness 0–1, 1 for perfectly even; null for fewer than two hits
     * @param list<list<int>> $bars     groups of bars (from 1) with the same hits, those of two bars or more
     * @param list<int>       $halves   the bars (from 1) whose halves are the same; none where a bar has no half
     */
    private function __construct(public array $gaps, public int $turns, public ?float $evenness, public array $bars, public array $halves)
    {
    }

    /**
     * @param list<int> $places ticks from the section's start, in any order, each within the section
     *
     * @throws \Pulsanda\Core\Input\InvalidInput
     */
    public static function of(array $places, int $bars, int $barTicks): self
    {
        $length = $bars * $barTicks;
        $places = array_values(array_unique($places));
        sort($places);
        foreach ($places as $i => $place) {
            Range::check("places[$i]", $place, 0, $length - 1);
        }
        $gaps = [];
        foreach ($places as $i => $place) {
            $gaps[] = ($places[$i + 1] ?? $places[0] + $length) - $place;
        }

        return new self(
            $gaps,
            self::turns($gaps),
            self::evenness($places, $length),
            self::alike($places, $bars, $barTicks),
            self::halves($places, $bars, $barTicks),
        );
    }

    /** @return array{gaps: list<int>, turns: int, evenness: float|null, bars: list<list<int>>, halves: list<int>} */
    public function toData(): array
    {
        return [
            'gaps' => $this->gaps,
            'turns' => $this->turns,
            'evenness' => null === $this->evenness ? null : round($this->evenness, 4),
            'bars' => $this->bars,
            'halves' => $this->halves,
        ];
    }

    /** @param list<int> $gaps */
    private static function turns(array $gaps): int
    {
        $count = \count($gaps);
        for ($period = 1; $period < $count; ++$period) {
            if (0 === $count % $period && $gaps === [...\array_slice($gaps, $period), ...\array_slice($gaps, 0, $period)]) {
                return intdiv($count, $period);
            }
        }

        return 1;
    }

    /**
     * The sum of the straight distances between all pairs of hits laid on a circle, as a share of the same sum for perfectly even
     * hits, n · cot(π / 2n) (Block and Douthett, "Vector products and intervallic weighting").
     *
     * @param list<int> $places
     */
    private static function evenness(array $places, int $length): ?float
    {
        $count = \count($places);
        if ($count < 2) {
            return null;
        }
        $sum = 0.0;
        for ($i = 0; $i < $count; ++$i) {
            for ($k = $i + 1; $k < $count; ++$k) {
                $sum += 2 * sin(\M_PI * ($places[$k] - $places[$i]) / $length);
            }
        }

        return min(1, $sum / ($count / tan(\M_PI / (2 * $count))));
    }

    /**
     * @param list<int> $places
     *
     * @return list<list<int>>
     */
    private static function alike(array $places, int $bars, int $barTicks): array
    {
        $groups = [];
        for ($bar = 0; $bar < $bars; ++$bar) {
            $inside = self::inside($places, $bar * $barTicks, $barTicks);
            if ([] !== $inside) {
                $groups[implode(' ', $inside)][] = $bar + 1;
            }
        }

        return array_values(array_filter($groups, static fn (array $group): bool => \count($group) > 1));
    }

    /**
     * @param list<int> $places
     *
     * @return list<int>
     */
    private static function halves(array $places, int $bars, int $barTicks): array
    {
        $half = intdiv($barTicks, 2);
        $alike = [];
        for ($bar = 0; $bar < $bars; ++$bar) {
            $first = self::inside($places, $bar * $barTicks, $half);
            if ([] !== $first && $first === self::inside($places, $bar * $barTicks + $half, $half)) {
                $alike[] = $bar + 1;
            }
        }

        return $alike;
    }

    /**
     * @param list<int> $places
     *
     * @return list<int> those within, from its start
     */
    private static function inside(array $places, int $from, int $length): array
    {
        $inside = array_filter($places, static fn (int $place): bool => $place >= $from && $place < $from + $length);

        return array_values(array_map(static fn (int $place): int => $place - $from, $inside));
    }
}
