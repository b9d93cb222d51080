<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Wav;

/** What a sound is made of at its start, a little later, and while it rings: power by frequency, by a fast Fourier transform. */
final readonly class Spectrum
{
    /** Samples of a part: 46 ms. */
    private const LENGTH = 2048;
    /** Samples at which the parts begin. */
    private const PARTS = [0, self::LENGTH, 4 * self::LENGTH];
    private const LOWEST = 60;
    private const HIGHEST = 16_000;
    /** Decibels below the strongest band that count as silence. */
    private const FLOOR = 50;

    /** @param non-empty-list<non-empty-list<float>> $parts decibels above silence of the third-octave bands */
    private function __construct(private array $parts)
    {
    }

    public static function of(Sample $sample): self
    {
        return new self(self::bands(array_map(static fn (int $from): array => self::power($sample, $from), self::PARTS)));
    }

    /** @return float Hz, the middle of the power at its start */
    public static function centre(Sample $sample): float
    {
        $powers = self::power($sample, 0);
        $sum = 0.0;
        foreach ($powers as $i => $power) {
            $sum += $i * $power;
        }

        return $sum / array_sum($powers) * Wav::RATE / self::LENGTH;
    }

    /** @return float decibels by which the bands differ on average in the part where they differ most, each sound beside its own strongest */
    public function unlike(self $other): float
    {
        return max(array_map(static function (array $one, array $two): float {
            $differences = array_map(static fn (float $here, float $there): float => abs($here - $there), $one, $two);

            return array_sum($differences) / \count($differences);
        }, $this->parts, $other->parts));
    }

    /**
     * @param non-empty-list<list<float>> $powers
     *
     * @return non-empty-list<non-empty-list<float>>
     */
    private static function bands(array $powers): array
    {
        $parts = [];
        foreach ($powers as $power) {
            $bands = [];
            for ($from = self::LOWEST; $from < self::HIGHEST; $from = $to) {
                $to = $from * 2 ** (1 / 3);
                $first = (int) round($from * self::LENGTH / Wav::RATE);
                $count = max(1, (int) round($to * self::LENGTH / Wav::RATE) - $first);
                $bands[] = 10 * log10(array_sum(\array_slice($power, $first, $count)) / $count + 1e-12);
            }
            $parts[] = $bands;
        }
        $silent = max(array_merge(...$parts)) - self::FLOOR;

        return array_map(static fn (array $bands): array => array_map(static fn (float $band): float => max(0, $band - $silent), $bands), $parts);
    }

    /** @return list<float> of the part that begins there, at every Wav::RATE / LENGTH Hz */
    private static function power(Sample $sample, int $from): array
    {
        // Half of a Hann window: a stroke begins at full strength.
        $values = [];
        for ($i = 0; $i < self::LENGTH; ++$i) {
            $values[] = ($sample->values[$from + $i] ?? 0.0) * (1 + cos(\M_PI * $i / self::LENGTH)) / 2;
        }
        [$real, $imaginary] = self::transformed($values, array_fill(0, self::LENGTH, 0.0));

        return \array_slice(array_map(static fn (float $x, float $y): float => $x ** 2 + $y ** 2, $real, $imaginary), 0, self::LENGTH / 2);
    }

    /**
     * Cooley and Tukey's transform: that of the even values and that of the odd ones, put together.
     *
     * @param non-empty-list<float> $real      as many as a power of two
     * @param non-empty-list<float> $imaginary
     *
     * @return array{non-empty-list<float>, non-empty-list<float>}
     */
    private static function transformed(array $real, array $imaginary): array
    {
        $count = \count($real);
        if (1 === $count) {
            return [$real, $imaginary];
        }
        $parts = [];
        foreach ([0, 1] as $odd) {
            $x = $y = [];
            for ($i = $odd; $i < $count; $i += 2) {
                $x[] = $real[$i];
                $y[] = $imaginary[$i];
            }
            $parts[] = self::transformed($x, $y);
        }
        [[$evenX, $evenY], [$oddX, $oddY]] = $parts;
        $firstX = $firstY = $secondX = $secondY = [];
        foreach ($evenX as $i => $x) {
            [$cos, $sin] = [cos(-2 * \M_PI * $i / $count), sin(-2 * \M_PI * $i / $count)];
            [$turnedX, $turnedY] = [$oddX[$i] * $cos - $oddY[$i] * $sin, $oddX[$i] * $sin + $oddY[$i] * $cos];
            [$firstX[], $firstY[], $secondX[], $secondY[]] = [$x + $turnedX, $evenY[$i] + $turnedY, $x - $turnedX, $evenY[$i] - $turnedY];
        }

        return [[...$firstX, ...$secondX], [...$firstY, ...$secondY]];
    }
}
