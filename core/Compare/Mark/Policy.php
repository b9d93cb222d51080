<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** How strict a comparison is, and how its mark is made. */
final readonly class Policy
{
    public const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'];
    public const WEIGHTS = ['placement' => 70.0, 'dynamics' => 10.0, 'feel' => 10.0, 'tempo' => 5.0, 'form' => 5.0];
    public const CREDIT = ['match' => 1.0, 'moved' => 0.5, 'other-drum' => 0.5, 'explained' => 0.5];
    /** Smallest and largest value of what a teacher can set. */
    public const LIMITS = [
        'points' => [0.01, 1000],
        'step' => [0.01, 1000],
        'credit' => [0, 1],
        'weights' => [0, 1000],
        'tempo' => [1, 1600],
    ];

    /**
     * @param array<string, float>                $credit
     * @param array<string, float>                $weights
     * @param array{low: float, high: float}|null $tempo
     */
    private function __construct(
        public Tolerance $tolerance,
        public bool $tile,
        public array $credit,
        public array $weights,
        public float $points,
        public float $step,
        public ?array $tempo,
        public bool $guessing,
        public bool $sticking,
        public ?int $played,
    ) {
    }

    /**
     * @param bool                                $tile     whether a shorter target is repeated to the submission's length
     * @param array<string, float>                $credit   0–1 for a target stroke that is match, moved, other-drum or explained
     * @param array<string, float>                $weights  of the five aspects, 0–1000, not all 0
     * @param float                               $points   the highest mark, above 0 to 1000
     * @param float                               $step     the mark is rounded to it
     * @param array{low: float, high: float}|null $tempo    allowed quarter notes per minute; null for the target's own tempo
     * @param bool                                $sticking whether the hands are compared that the target asks for
     * @param bool                                $guessing whether what clicking at random would have matched too is counted
     *
     * @throws InvalidInput
     */
    public static function of(
        ?Tolerance $tolerance = null,
        bool $tile = false,
        array $credit = [],
        array $weights = [],
        float $points = 20,
        float $step = 0.5,
        ?array $tempo = null,
        bool $guessing = false,
        bool $sticking = false,
    ): self {
        Range::check('points', $points, ...self::LIMITS['points']);
        Range::check('step', $step, self::LIMITS['step'][0], $points);
        foreach ($credit as $name => $value) {
            Range::check("credit.$name", $value, ...self::LIMITS['credit']);
        }
        foreach ($weights as $name => $value) {
            Range::check("weights.$name", $value, ...self::LIMITS['weights']);
        }
        $weights += self::WEIGHTS;
        if (array_sum($weights) <= 0) {
            throw InvalidInput::at('weights', 'all weights are 0; give at least one aspect a weight.');
        }
        if (null !== $tempo) {
            [$lowest, $highest] = self::LIMITS['tempo'];
            Range::check('tempo.low', $tempo['low'], $lowest, $highest);
            Range::check('tempo.high', $tempo['high'], $tempo['low'], $highest);
        }

        $tolerance ??= Tolerance::of();

        return new self($tolerance, $tile, $credit + self::CREDIT, $weights, $points, $step, $tempo, $guessing, $sticking, null);
    }

    /**
     * The same for what a task leaves open.
     *
     * @param array{low: float, high: float}|null $tempo  counts where this policy names no tempo of its own
     * @param int|null                            $played milliseconds within which strokes of a beat that is drummed in are in time; null
     *                                                    where it may be clicked
     */
    public function within(?array $tempo, ?int $played): self
    {
        return new self(
            $this->tolerance,
            $this->tile,
            $this->credit,
            $this->weights,
            $this->points,
            $this->step,
            $this->tempo ?? $tempo,
            $this->guessing,
            $this->sticking,
            $played,
        );
    }

    /** @return string the same for policies that pair and state alike, whatever strokes then count */
    public function searchKey(): string
    {
        return json_encode(
            [
                $this->tolerance->grace,
                $this->tolerance->window,
                $this->tolerance->alike,
                $this->tile,
                $this->tempo,
                $this->guessing,
                $this->sticking,
                $this->played,
            ],
            \JSON_THROW_ON_ERROR,
        );
    }
}
