<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

/** What the marks of a term come to: the weighted mean of shares, Σ w·s / Σ w, over what was marked; excused tasks never count. */
final readonly class TermSum
{
    /**
     * @param float|null $share       0 to 1 over what was marked; null where nothing is
     * @param float|null $withMissing the same, where what is missing counts as nothing earned
     */
    private function __construct(
        public ?float $share,
        public ?float $withMissing,
        public int $missing,
        public int $late,
        public int $excused,
    ) {
    }

    /**
     * @param list<array{state: TermState, share: float|null, weight: float, late: bool}> $tasks share from 0 to 1, null without a mark
     */
    public static function of(array $tasks): self
    {
        $sum = $weights = $lost = 0.0;
        $counts = ['missing' => 0, 'late' => 0, 'excused' => 0];
        foreach ($tasks as ['state' => $state, 'share' => $share, 'weight' => $weight, 'late' => $late]) {
            $counts['late'] += (int) $late;
            $counts['missing'] += (int) (TermState::Missing === $state);
            $counts['excused'] += (int) (TermState::Excused === $state);
            if (TermState::Missing === $state) {
                $lost += $weight;
            } elseif (TermState::Excused !== $state && null !== $share) {
                $sum += $weight * $share;
                $weights += $weight;
            }
        }

        return new self(
            $weights > 0.0 ? $sum / $weights : null,
            $weights + $lost > 0.0 ? $sum / ($weights + $lost) : null,
            $counts['missing'],
            $counts['late'],
            $counts['excused'],
        );
    }
}
