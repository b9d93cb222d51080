<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Explain;

/** How like one another bars are: of the target, of the submission, or one of each. */
final class Likeness
{
    /** @var array<string, array<int, array<int, int>>> side => bar => bar => strokes that stand alone */
    private array $known = [];
    /** @var array<string, array<string, int>> the same for two rows, by what stands in them: rows are alike from bar to bar */
    private array $rows = [];

    /**
     * @param array<int, array<string, list<int>>> $asked  bar => row => ticks from its bar line
     * @param array<int, array<string, list<int>>> $played
     * @param array{
     *     asked: array<int, array<string, list<int>>>,
     *     played: array<int, array<string, list<int>>>,
     * } $louder velocities
     */
    private function __construct(
        private readonly array $asked,
        private readonly array $played,
        private readonly array $louder,
        private readonly int $grace,
    ) {
    }

    public static function of(Remainder $of): self
    {
        $bars = $louder = ['asked' => [], 'played' => []];
        foreach (['asked' => $of->asked, 'played' => $of->played] as $side => $rows) {
            foreach ($rows as $row => $strokes) {
                foreach ($strokes as $one) {
                    $bar = $of->bar($one->written);
                    $bars[$side][$bar][$row][] = $one->tick - ($bar - 1) * $of->barTicks;
                    $louder[$side][$bar][$row][] = $one instanceof Played ? $one->stroke->velocity : $one->velocity;
                }
            }
        }

        return new self($bars['asked'], $bars['played'], $louder, $of->tolerance->grace);
    }

    /** @return int strokes that stand alone when a bar of the target is laid on a bar of the submission */
    public function misfit(int $asked, int $played): int
    {
        return $this->known['both'][$asked][$played] ??= $this->apart($this->asked[$asked] ?? [], $this->played[$played] ?? []);
    }

    /** @return int the same, and among equals how much louder or softer they are */
    public function distance(int $asked, int $played): int
    {
        $louder = 0;
        foreach ($this->asked[$asked] ?? [] as $row => $ticks) {
            $here = $this->louder['played'][$played][$row] ?? [];
            foreach (\count($ticks) === \count($here) ? $this->louder['asked'][$asked][$row] : [] as $i => $velocity) {
                $louder += abs($velocity - $here[$i]);
            }
        }

        return $this->misfit($asked, $played) * 1_000_000 + $louder;
    }

    public function betweenAsked(int $a, int $b): int
    {
        return $this->known['asked'][min($a, $b)][max($a, $b)] ??= $this->apart($this->asked[$a] ?? [], $this->asked[$b] ?? []);
    }

    public function betweenPlayed(int $a, int $b): int
    {
        return $this->known['played'][min($a, $b)][max($a, $b)] ??= $this->apart($this->played[$a] ?? [], $this->played[$b] ?? []);
    }

    public function isAsked(int $bar): bool
    {
        return isset($this->asked[$bar]);
    }

    public function isPlayed(int $bar): bool
    {
        return isset($this->played[$bar]);
    }

    /** @return int strokes in a bar of the submission */
    public function size(int $played): int
    {
        return array_sum(array_map(count(...), $this->played[$played] ?? []));
    }

    /**
     * @param list<int> $a  rising
     * @param list<int> $b
     * @param int       $by how much later than $a the other is
     *
     * @return int how many of both stand together
     */
    public static function common(array $a, array $b, int $grace, int $by = 0): int
    {
        [$i, $j, $common] = [0, 0, 0];
        while (isset($a[$i], $b[$j])) {
            $apart = $b[$j] - $by - $a[$i];
            if ($apart <= $grace && $apart >= -$grace) {
                ++$common;
                ++$i;
                ++$j;
            } elseif ($apart > 0) {
                ++$i;
            } else {
                ++$j;
            }
        }

        return $common;
    }

    /**
     * @param array<string, list<int>> $a
     * @param array<string, list<int>> $b
     */
    private function apart(array $a, array $b): int
    {
        $apart = 0;
        foreach ($a + $b as $row => $_) {
            [$here, $there] = [$a[$row] ?? [], $b[$row] ?? []];
            if ($here !== $there) {
                $apart += $this->rows[implode(' ', $here)][implode(' ', $there)]
                    ??= \count($here) + \count($there) - 2 * self::common($here, $there, $this->grace);
            }
        }

        return $apart;
    }
}
