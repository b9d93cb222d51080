<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** One hit in a row. */
final readonly class Hit
{
    /** Ticks by which a hit may be early or late. */
    public const MOST_PUSH = 120;

    private function __construct(
        public int $at,
        public int $velocity,
        public int $push,
        public int $roll,
        public int $odds,
        public bool $silent,
        public float $pan,
        public float $tune,
        public ?Ornament $ornament,
        public ?Hand $hand,
        public ?int $struck,
    ) {
    }

    /**
     * @param int      $at       written tick from the start of its section
     * @param int      $velocity 1–127
     * @param int      $push     ticks early (−) or late (+), −120…120
     * @param int      $roll     strokes within one step of the row, 1–8
     * @param int      $odds     percent of passes in which it sounds, 1–100
     * @param bool     $silent   kept, but gives no stroke
     * @param float    $pan      −1 left … 1 right, added to its row's
     * @param float    $tune     −12…12 semitones, added to its row's
     * @param int|null $struck   ticks early (−) or late (+) at which a hand struck it, whatever was drawn to the grid since; null: clicked
     *
     * @throws InvalidInput
     */
    public static function of(
        int $at,
        int $velocity = 90,
        int $push = 0,
        int $roll = 1,
        int $odds = 100,
        bool $silent = false,
        float $pan = 0,
        float $tune = 0,
        ?Ornament $ornament = null,
        ?Hand $hand = null,
        ?int $struck = null,
    ): self {
        Range::check('at', $at, 0, \PHP_INT_MAX);
        Range::check('velocity', $velocity, 1, 127);
        Range::check('push', $push, -self::MOST_PUSH, self::MOST_PUSH);
        Range::check('roll', $roll, 1, 8);
        Range::check('odds', $odds, 1, 100);
        Range::check('pan', $pan, -1, 1);
        Range::check('tune', $tune, -12, 12);
        Range::check('struck', $struck ?? 0, -self::MOST_PUSH, self::MOST_PUSH);

        return new self($at, $velocity, $push, $roll, $odds, $silent, $pan, $tune, $ornament, $hand, $struck);
    }

    /**
     * The same hit elsewhere.
     *
     * @throws InvalidInput
     */
    public function moved(int $at, int $push): self
    {
        return self::of(
            $at,
            $this->velocity,
            $push,
            $this->roll,
            $this->odds,
            $this->silent,
            $this->pan,
            $this->tune,
            $this->ornament,
            $this->hand,
            null === $this->struck ? null : max(-self::MOST_PUSH, min(self::MOST_PUSH, $this->at + $this->struck - $at)),
        );
    }
}
