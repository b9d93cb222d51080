<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** One sound of one channel at Wav::RATE; full scale is 1. */
final readonly class Sample
{
    /** The part of its peak at which a sound is heard to begin. */
    private const START = 0.05;
    /** The part of its peak, 60 dB below it, above which a sound still rings; told by this part of its last second. */
    private const RINGS = 0.001;
    private const TAIL = 50;
    /** A value above this is rounded off, so that a short sharp sound can be as loud as a long one. */
    public const PEAK = 0.95;

    /** @param list<float> $values */
    private function __construct(public array $values)
    {
    }

    /** @param list<float> $values */
    public static function of(array $values): self
    {
        return new self($values);
    }

    public function peak(): float
    {
        return [] === $this->values ? 0.0 : max(max($this->values), -min($this->values));
    }

    /** @return float the highest RMS of any tenth of a second, the sound after its end counted as silence */
    public function loudness(): float
    {
        $window = intdiv(Wav::RATE, 10);
        $sum = $most = 0.0;
        foreach ($this->values as $i => $value) {
            $sum += $value * $value - ($i >= $window ? $this->values[$i - $window] ** 2 : 0);
            $most = max($most, $sum);
        }

        return sqrt($most / $window);
    }

    /** @return float Hz around which its first twentieth of a second has its weight, told by how often it crosses zero */
    public function brightness(): float
    {
        $first = \array_slice($this->values, 0, intdiv(Wav::RATE, 20));
        $crossings = 0;
        foreach ($first as $i => $value) {
            $crossings += $i > 0 && ($value < 0) !== ($first[$i - 1] < 0) ? 1 : 0;
        }

        return [] === $first ? 0.0 : $crossings / 2 / \count($first) * Wav::RATE;
    }

    /** Without what comes before the first sample that is heard. */
    public function fromItsStart(): self
    {
        $heard = self::START * $this->peak();
        foreach ($this->values as $i => $value) {
            if (abs($value) >= $heard) {
                return new self(\array_slice($this->values, $i));
            }
        }

        return $this;
    }

    /**
     * Without what is too quiet to be heard at its end. Where it is cut while it still rings, its last third is led to silence, so that no
     * ear calls it a cut; else the last hundredth of a second, so that it does not click.
     *
     * @param float $least   the lowest value that is heard
     * @param float $seconds that it lasts at most
     */
    public function untilItsEnd(float $least, float $seconds): self
    {
        $end = min(\count($this->values), (int) round($seconds * Wav::RATE));
        while ($end > 1 && abs($this->values[$end - 1]) < $least) {
            --$end;
        }
        $values = \array_slice($this->values, 0, $end);
        $tail = self::of(\array_slice($values, -intdiv(Wav::RATE, self::TAIL)))->peak();
        $fade = $tail > self::RINGS * $this->peak() ? intdiv($end, 3) : min($end, intdiv(Wav::RATE, 100));
        for ($i = 0; $i < $fade; ++$i) {
            $values[$end - 1 - $i] *= (1 - cos(\M_PI * $i / $fade)) / 2;
        }

        return new self(array_values($values));
    }

    /**
     * With what is higher than a frequency made quieter: a first-order shelf.
     *
     * @param float $hertz below half the rate
     * @param float $keep  the part of it that stays, 0–1
     */
    public function darker(float $hertz, float $keep): self
    {
        if (1.0 === $keep) {
            return $this;
        }
        $share = 1 - exp(-2 * \M_PI * $hertz / Wav::RATE);
        // It begins at its first sample, not out of silence.
        $low = $this->values[0] ?? 0.0;
        $values = [];
        foreach ($this->values as $value) {
            $low += $share * ($value - $low);
            $values[] = $low + $keep * ($value - $low);
        }

        return new self($values);
    }

    /** With its loudest tenth of a second at this RMS, peaks rounded off. */
    public function asLoudAs(float $rms): self
    {
        $gain = $rms / max($this->loudness(), 1e-9);

        return new self(array_map(static fn (float $value): float => self::PEAK * tanh($value * $gain / self::PEAK), $this->values));
    }

    /**
     * Played faster and higher, or slower and lower: values between two are interpolated linearly, as a browser does.
     *
     * @param float $rate 2 is an octave higher
     */
    public function at(float $rate): self
    {
        $values = [];
        $last = \count($this->values) - 1;
        for ($i = 0; ($place = $i * $rate) <= $last; ++$i) {
            $before = (int) $place;
            $between = $place - $before;
            $values[] = $this->values[$before] + $between * (($this->values[$before + 1] ?? 0.0) - $this->values[$before]);
        }

        return new self($values);
    }
}
