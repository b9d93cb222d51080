<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Pattern\Pattern;

/** How well a submission meets its target in five respects, each 0–1, and the mark that follows. */
final readonly class Aspects
{
    /**
     * @param float|null $dynamics null when not assessed
     */
    private function __construct(
        public float $placement,
        public ?float $dynamics,
        public float $feel,
        public float $tempo,
        public float $form,
    ) {
    }

    /**
     * @param list<Pair>       $pairs
     * @param list<float|null> $credits     of each pair's target stroke, null where it has none
     * @param int              $targetTicks length of the target, repeated if the policy says so
     */
    public static function of(Pattern $target, Pattern $submission, array $pairs, array $credits, Policy $policy, int $targetTicks): self
    {
        [$low, $high] = self::tempoRange($target, $policy);
        $tempo = $submission->tempo->quarters();
        $lengths = [$targetTicks, $submission->ticks()];
        $placement = self::placement($pairs, $credits);
        $dynamics = Dynamics::of($pairs, $policy->tolerance)?->aspect();
        // The settings count only as far as something is in place.
        $far = min(1, 2 * $placement);

        return new self(
            $placement,
            null === $dynamics ? null : $far * $dynamics,
            $far * max(0, 1 - abs(self::swingPercent($target, $submission) - $target->swing->percent) / 12),
            $far * max(0, 1 - max(0, $low - $tempo, $tempo - $high) / 10),
            $far * ($target->meter->hasBarOf($submission->meter) ? min($lengths) / max($lengths) : 0),
        );
    }

    /** Of a beat of which no more fits than by clicking at random. */
    public static function none(): self
    {
        return new self(0, null, 0, 0, 0);
    }

    /**
     * Of a beat that is written otherwise and heard the same.
     *
     * @param list<Pair> $pairs as they are heard
     */
    public static function same(array $pairs, Policy $policy): self
    {
        return new self(1, Dynamics::of($pairs, $policy->tolerance)?->aspect(), 1, 1, 1);
    }

    /** @return array<string, float|null> */
    public function all(): array
    {
        return [
            'placement' => $this->placement,
            'dynamics' => $this->dynamics,
            'feel' => $this->feel,
            'tempo' => $this->tempo,
            'form' => $this->form,
        ];
    }

    /**
     * points × Σ(weight · aspect) / Σ(weight) over the assessed aspects, rounded half up to the policy's step; null when none has weight.
     */
    public function mark(Policy $policy): ?float
    {
        $sum = $weights = 0;
        foreach ($this->all() as $name => $value) {
            if (null !== $value) {
                $sum += $policy->weights[$name] * $value;
                $weights += $policy->weights[$name];
            }
        }
        if ($weights <= 0) {
            return null;
        }
        // The small addition keeps an exact half from falling below itself in binary fractions.
        $steps = floor($policy->points * $sum / $weights / $policy->step + 0.5 + 1e-9);

        return round(min($policy->points, $steps * $policy->step), 4);
    }

    /** @return array{float, float} lowest and highest quarter notes per minute that count as right */
    public static function tempoRange(Pattern $target, Policy $policy): array
    {
        return [$policy->tempo['low'] ?? $target->tempo->quarters(), $policy->tempo['high'] ?? $target->tempo->quarters()];
    }

    /** The submission's swing as the target counts it: another unit counts as straight. */
    public static function swingPercent(Pattern $target, Pattern $submission): float
    {
        return $submission->swing->unit === $target->swing->unit ? $submission->swing->percent : 50;
    }

    /**
     * @param list<Pair>       $pairs
     * @param list<float|null> $credits
     */
    private static function placement(array $pairs, array $credits): float
    {
        $strokes = 0;
        foreach ($pairs as $pair) {
            // A target stroke counts unless it is optional and left out; a submission stroke always counts.
            $strokes += (
                null === $pair->target || (null === $pair->submission && $pair->target->optional) ? 0 : 1
            ) + (null === $pair->submission ? 0 : 1);
        }

        return 0 === $strokes ? 1 : 2 * array_sum($credits) / $strokes;
    }
}
