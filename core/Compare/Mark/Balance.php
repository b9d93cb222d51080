<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/** Two rows that stand the other way round in loudness: the softer one of the target is the louder one of the submission. */
final readonly class Balance
{
    /** Velocity by which one row must be louder than the other, on both sides, to be heard as the louder one. */
    private const HEARD = 15;
    /** From here on, beyond what is heard, nothing of the balance is left. */
    private const LOST = 50;

    /**
     * @param float     $by    velocity times level, by which the first is louder than the second
     * @param list<int> $pairs indices of the first one's matched pairs
     */
    private function __construct(public Instrument $louder, public Instrument $softer, public float $by, public array $pairs)
    {
    }

    /**
     * @param list<Pair> $pairs
     *
     * @return self|null the two rows that are furthest the other way round; null where none are
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, Tolerance $tolerance): ?self
    {
        $levels = [self::levels($target), self::levels($submission)];
        $loudness = $indices = $asked = [];
        foreach ($pairs as $i => $pair) {
            if (null !== $pair->target) {
                $row = $tolerance->sameness($pair->target->instrument);
                $asked[$row] = 1 + ($asked[$row] ?? 0);
            }
            if (Status::Match === $pair->status && null !== $pair->target && null !== $pair->submission) {
                $row = $tolerance->sameness($pair->target->instrument);
                $loudness[$row][0][] = self::loudness($pair->target, $levels[0]);
                $loudness[$row][1][] = self::loudness($pair->submission, $levels[1]);
                $indices[$row][] = $i;
            }
        }
        // Of a row that hardly stands where it is asked, nothing can be said.
        $loudness = array_filter(
            $loudness,
            static fn (array $sides, string $row): bool => 2 * \count($sides[0]) >= $asked[$row],
            \ARRAY_FILTER_USE_BOTH,
        );
        $means = array_map(
            static fn (array $sides): array => array_map(static fn (array $all): float => array_sum($all) / \count($all), $sides),
            $loudness,
        );
        $found = null;
        foreach ($means as $a => [$askedA, $playedA]) {
            foreach ($means as $b => [$askedB, $playedB]) {
                if ($playedA - $playedB > max(self::HEARD, $found->by ?? 0) && $askedB - $askedA > self::HEARD) {
                    [$first, $second] = [$pairs[$indices[$a][0]]->instrument(), $pairs[$indices[$b][0]]->instrument()];
                    $found = new self($first, $second, $playedA - $playedB, $indices[$a]);
                }
            }
        }

        return $found;
    }

    /** @return float 0–1 */
    public function aspect(): float
    {
        return max(0, 1 - ($this->by - self::HEARD) / self::LOST);
    }

    /** @param array<string, array<string, float>> $levels */
    private static function loudness(Stroke $stroke, array $levels): float
    {
        return $stroke->velocity * ($levels[$stroke->section][$stroke->instrument->value] ?? 1);
    }

    /** @return array<string, array<string, float>> section => instrument => level of its row */
    private static function levels(Pattern $pattern): array
    {
        $levels = [];
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                $levels[$section->name][$row->instrument->value] = $row->level;
            }
        }

        return $levels;
    }
}
