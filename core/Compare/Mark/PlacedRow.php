<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

/**
 * What one row of the target earns: its agreement beyond what clicking at random would match (Cohen 1960, written for strokes). With T
 * strokes asked, S played, C the sum of their credits and E what chance would match: a = 2C − 2E, b = T + S − 2E, and the agreement is
 * max(0, a) / (b + max(0, −a)).
 */
final readonly class PlacedRow
{
    /** Agreement up to this is luck. Held by MarkTest. */
    private const LUCK = 0.1;
    /**
     * Agreement from here on is none. Below, less and less is believed where half or more of what was played is wrong, since random hits
     * reach it in one row of several; what is right with nothing wrong beside it is believed. One of two strokes among sixteen places
     * agrees by 0.636. Held by MarkTest.
     */
    private const SURE = 0.63;
    /**
     * Chance matches at most this share of what was played: in a row that is asked on nearly all of its places, what is right would
     * count nothing otherwise. Held by MarkTest.
     */
    private const MOST_BY_CHANCE = 0.75;

    private function __construct(
        public int $asked,
        public int $played,
        public int $places,
        public float $credits,
        public float $chance,
        public int $explained,
        public float $earned,
    ) {
    }

    /**
     * @param int   $asked   strokes of the target; optional ones only when they were played
     * @param int   $played  strokes of the submission
     * @param int   $places  of the row's grid in the target
     * @param float $credits sum of what the target's strokes count
     * @param bool  $guessed whether what clicking at random would match is taken off
     */
    public static function of(int $asked, int $played, int $places, float $credits, bool $guessed): self
    {
        $chance = $guessed ? min($asked * $played / max(1, $places), self::MOST_BY_CHANCE * $played) : 0.0;
        $beyond = 2 * ($credits - $chance);
        $most = $asked + $played - 2 * $chance + max(0, -$beyond);
        $agreement = $most > 0 ? max(0, $beyond) / $most : 0.0;
        $luck = $guessed ? self::LUCK : 0.0;

        $doubt = $guessed ? 2 * min(1, 2 * (1 - $credits / max(1, $played))) : 0;
        $earned = max(0, ($agreement - $luck) / (1 - $luck)) * min(1, $agreement / self::SURE) ** $doubt;

        return new self($asked, $played, $places, $credits, $chance, 0, $earned);
    }

    /**
     * The same row once wider statements have put strokes of it right: each of those counts only in part.
     *
     * @param int   $explained how many of the strokes asked
     * @param float $credit    0–1 for each
     */
    public function explained(int $explained, float $credit): self
    {
        $earned = $this->earned * (1 - (1 - $credit) * $explained / max(1, $this->asked));

        return new self($this->asked, $this->played, $this->places, $this->credits, $this->chance, $explained, $earned);
    }

    /** @return array{asked: int, played: int, places: int, credits: float, chance: float, explained: int, earned: float} */
    public function toData(): array
    {
        return [
            'asked' => $this->asked,
            'played' => $this->played,
            'places' => $this->places,
            'credits' => round($this->credits, 4),
            'chance' => round($this->chance, 4),
            'explained' => $this->explained,
            'earned' => round($this->earned, 4),
        ];
    }
}
