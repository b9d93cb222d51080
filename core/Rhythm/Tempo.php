<?php

declare(strict_types=1);

namespace Pulsanda\Core\Rhythm;

use Pulsanda\Core\Input\InvalidInput;

/** Beats per minute of a stated note value. */
final readonly class Tempo
{
    /** Beats a minute. */
    public const LEAST = 20;
    public const MOST = 400;
    /** Note value => ticks. A dot adds half. */
    public const BEATS = [
        '1' => 3840, '1.' => 5760, '2' => 1920, '2.' => 2880, '4' => 960, '4.' => 1440, '8' => 480, '8.' => 720, '16' => 240, '16.' => 360,
    ];

    /**
     * @param int $hundredths of a beat per minute, 2000–40000
     */
    private function __construct(private int $hundredths, public string $beat)
    {
    }

    /**
     * @param float $bpm 20–400, two decimals at most
     *
     * @throws InvalidInput
     */
    public static function of(float $bpm, string $beat): self
    {
        if ($bpm < self::LEAST || $bpm > self::MOST || abs($bpm * 100 - round($bpm * 100)) > 1e-6) {
            throw InvalidInput::at('bpm', json_encode($bpm).' is not a tempo; use 20 to 400 beats per minute, with two decimals at most.');
        }
        if (!isset(self::BEATS[$beat])) {
            throw InvalidInput::at('beat', "\"$beat\" is not a note value for a tempo; use \"2\", \"4\", \"4.\" or \"8\".");
        }

        return new self((int) round($bpm * 100), $beat);
    }

    /** The note value that a meter is usually conducted in: its group where all are equal and longer than one unit, else its unit. */
    public static function usualBeat(Meter $meter): string
    {
        $group = $meter->groups[0];
        if ($group > 1 && [$group] === array_values(array_unique($meter->groups))) {
            $beat = array_search($group * $meter->unitTicks(), self::BEATS, true);
            if (false !== $beat) {
                return (string) $beat;
            }
        }

        return (string) $meter->unit;
    }

    /** The same pace, counted in another note value, as near as two decimals come; where its number would be none, as it is. */
    public function counting(string $beat): self
    {
        $hundredths = isset(self::BEATS[$beat]) ? (int) round($this->hundredths * self::BEATS[$this->beat] / self::BEATS[$beat]) : 0;

        return $hundredths >= 2000 && $hundredths <= 40_000 ? new self($hundredths, $beat) : $this;
    }

    public function bpm(): float
    {
        return $this->hundredths / 100;
    }

    /** @return float quarter notes per minute */
    public function quarters(): float
    {
        return $this->hundredths * self::BEATS[$this->beat] / 96_000;
    }

    /** @return float seconds */
    public function seconds(int $ticks): float
    {
        // One minute holds hundredths/100 beats of BEATS ticks each.
        return $ticks * 6000 / ($this->hundredths * self::BEATS[$this->beat]);
    }
}
