<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Pattern\Pattern;

/** How well a submission meets its target in five respects, each 0–1, and the mark that follows. */
final readonly class Aspects
{
    /** Two tempos this near are heard as one: 2 percent. */
    private const HEARD_TEMPO = 0.02;
    /** Percent of swing: a difference up to this is not heard. */
    private const HEARD_SWING = 1.0;

    /**
     * @param float|null $dynamics null when not assessed
     * @param float      $feel     of its swing setting, and of how near to the beat it was drummed in
     */
    private function __construct(
        public float $placement,
        public ?float $dynamics,
        public float $feel,
        public float $tempo,
        public float $form,
        public float $swing = 1,
        public float $timing = 1,
    ) {
    }

    /**
     * @param list<Pair> $pairs
     * @param int        $targetTicks length of the target, repeated if the policy says so
     */
    public static function of(
        Pattern $target,
        Pattern $submission,
        array $pairs,
        Placement $placement,
        Policy $policy,
        int $targetTicks,
        ?PlayedTiming $played = null,
    ): self {
        $swing = max(0, 1 - self::swingOff($target, $submission) / 12);
        $timing = $played?->aspect($pairs) ?? 1;
        $lengths = [$targetTicks, $submission->ticks()];

        return new self(
            $placement->aspect(),
            self::dynamics($target, $submission, $pairs, $policy),
            $swing * $timing,
            max(0, 1 - self::tempoOff($target, $submission, $policy) / 10),
            $target->meter->hasBarOf($submission->meter) ? min($lengths) / max($lengths) : 0,
            $swing,
            $timing,
        );
    }

    /**
     * Of a beat that is written otherwise and heard the same.
     *
     * @param list<Pair> $pairs as they are heard
     */
    public static function same(Pattern $target, Pattern $submission, array $pairs, Policy $policy): self
    {
        return new self(1, self::dynamics($target, $submission, $pairs, $policy), 1, 1, 1);
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
     * points × placement × (w₀ + Σ w · aspect) / (w₀ + Σ w) over the other assessed aspects, w₀ being the weight of placement; rounded half
     * up to the policy's step. What stands in its place is earned by placement; the others can only take from it.
     *
     * @return float|null null when no assessed aspect has weight
     */
    public function mark(Policy $policy): ?float
    {
        $exact = $this->exact($policy);
        // The small addition keeps an exact half from falling below itself in binary fractions.
        $steps = null === $exact ? 0 : floor($exact / $policy->step + 0.5 + 1e-9);

        return null === $exact ? null : round(min($policy->points, $steps * $policy->step), 4);
    }

    /** @return float|null the mark before it is rounded */
    public function exact(Policy $policy): ?float
    {
        $sum = $weights = 0;
        foreach ($this->all() as $name => $value) {
            if (null !== $value) {
                $sum += $policy->weights[$name] * ('placement' === $name ? 1 : $value);
                $weights += $policy->weights[$name];
            }
        }

        return $weights > 0 ? $policy->points * $this->placement * $sum / $weights : null;
    }

    /** The same with one of them at another value. */
    public function with(string $aspect, float $value): self
    {
        $all = [$aspect => $value] + $this->all();

        return new self(
            (float) $all['placement'],
            $all['dynamics'],
            (float) $all['feel'],
            (float) $all['tempo'],
            (float) $all['form'],
            $this->swing,
            $this->timing,
        );
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

    /** @return float quarters a minute outside of the range; 0 where nobody hears a difference, if the task names no range */
    public static function tempoOff(Pattern $target, Pattern $submission, Policy $policy): float
    {
        [$low, $high] = self::tempoRange($target, $policy);
        $tempo = $submission->tempo->quarters();
        $off = max(0, $low - $tempo, $tempo - $high);

        return $low === $high && $off <= self::HEARD_TEMPO * $low ? 0 : $off;
    }

    /** @return float percent between the swing played and the one asked; 0 where nobody hears a difference */
    public static function swingOff(Pattern $target, Pattern $submission): float
    {
        $off = abs(self::swingPercent($target, $submission) - $target->swing->percent);

        return $off <= self::HEARD_SWING ? 0 : $off;
    }

    /**
     * How loud and soft the strokes of each row are, how the rows stand to each other where two are the other way round, and ornaments.
     *
     * @param list<Pair> $pairs
     *
     * @return float|null the mean of those that are assessed, null when none is
     */
    private static function dynamics(Pattern $target, Pattern $submission, array $pairs, Policy $policy): ?float
    {
        $strokes = Dynamics::of($pairs, $policy->tolerance)?->aspect();
        $rows = Balance::of($target, $submission, $pairs, $policy->tolerance)?->aspect();
        $ornaments = Ornaments::of($pairs, $policy->sticking)?->aspect();
        $assessed = array_filter([$strokes, $rows, $ornaments], \is_float(...));

        return [] === $assessed ? null : array_sum($assessed) / \count($assessed);
    }
}
