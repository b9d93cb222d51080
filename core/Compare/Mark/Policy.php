<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\CountingStyle;

/** How strict a comparison is, and how its mark is made. The window is never narrower than the grace. */
final readonly class Policy
{
    public const ASPECTS = ['placement', 'dynamics', 'feel', 'tempo', 'form'];
    public const WEIGHTS = ['placement' => 70.0, 'dynamics' => 10.0, 'feel' => 10.0, 'tempo' => 5.0, 'form' => 5.0];
    public const CREDIT = ['match' => 1.0, 'moved' => 0.5, 'other-drum' => 0.5, 'explained' => 0.5];
    private const MOST_WINDOW = 3840;

    /**
     * @param list<list<Instrument>>              $alike
     * @param array<string, float>                $credit
     * @param array<string, float>                $weights
     * @param array{low: float, high: float}|null $tempo
     */
    private function __construct(
        public int $grace,
        public int $window,
        public array $alike,
        public bool $tile,
        public array $credit,
        public array $weights,
        public float $points,
        public float $step,
        public ?array $tempo,
        public CountingStyle $counting,
    ) {
    }

    /**
     * @param int                                 $grace   ticks within which a stroke is in its place
     * @param int                                 $window  ticks within which a stroke is moved rather than missing
     * @param list<list<Instrument>>              $alike   instruments that count as the same, group by group
     * @param bool                                $tile    whether a shorter target is repeated to the submission's length
     * @param array<string, float>                $credit  0–1 for a target stroke that is match, moved, other-drum or explained
     * @param array<string, float>                $weights of the five aspects, 0–1000, not all 0
     * @param float                               $points  the highest mark, above 0 to 1000
     * @param float                               $step    the mark is rounded to it
     * @param array{low: float, high: float}|null $tempo   allowed quarter notes per minute; null for the target's own tempo
     *
     * @throws InvalidInput
     */
    public static function of(
        int $grace = 30,
        int $window = 240,
        array $alike = [],
        bool $tile = false,
        array $credit = [],
        array $weights = [],
        float $points = 20,
        float $step = 0.5,
        ?array $tempo = null,
        CountingStyle $counting = CountingStyle::Syllables,
    ): self {
        Range::check('grace', $grace, 0, self::MOST_WINDOW);
        Range::check('window', $window, $grace, self::MOST_WINDOW);
        Range::check('points', $points, 0.01, 1000);
        Range::check('step', $step, 0.01, $points);
        foreach ($credit as $name => $value) {
            Range::check("credit.$name", $value, 0, 1);
        }
        foreach ($weights as $name => $value) {
            Range::check("weights.$name", $value, 0, 1000);
        }
        $weights += self::WEIGHTS;
        if (array_sum($weights) <= 0) {
            throw InvalidInput::at('weights', 'all weights are 0; give at least one aspect a weight.');
        }
        $seen = [];
        foreach ($alike as $i => $group) {
            foreach ($group as $instrument) {
                if (isset($seen[$instrument->value])) {
                    throw InvalidInput::at("alike[$i]", "$instrument->value stands in two groups; put it in one.");
                }
                $seen[$instrument->value] = true;
            }
        }
        if (null !== $tempo) {
            Range::check('tempo.low', $tempo['low'], 1, 1600);
            Range::check('tempo.high', $tempo['high'], $tempo['low'], 1600);
        }

        return new self($grace, $window, $alike, $tile, $credit + self::CREDIT, $weights, $points, $step, $tempo, $counting);
    }

    /** @param array{low: float, high: float}|null $tempo of the task; it counts where this policy names no tempo of its own */
    public function within(?array $tempo): self
    {
        return null === $tempo || null !== $this->tempo ? $this
            : new self($this->grace, $this->window, $this->alike, $this->tile, $this->credit, $this->weights, $this->points, $this->step, $tempo, $this->counting);
    }

    /** @return string instruments that count as the same have the same key */
    public function sameness(Instrument $instrument): string
    {
        foreach ($this->alike as $group) {
            if (\in_array($instrument, $group, true)) {
                return $group[0]->value;
            }
        }

        return $instrument->value;
    }
}
