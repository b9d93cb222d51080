<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** How one instrument of a kit sounds: layers, rendered together, brought to the common level, starting at their first sample. */
final readonly class Recipe
{
    /** The loudest tenth of a second of every sound has this level (RMS, full scale is 1) … */
    public const LEVEL = 0.16;
    /** … unless its peak would pass this. */
    public const PEAK = 0.95;
    private const START = 0.05;

    /**
     * @param float                 $seconds how long it rings
     * @param non-empty-list<Layer> $layers
     */
    public function __construct(private float $seconds, private array $layers)
    {
    }

    /** @return list<float> samples from −1 to 1 */
    public function render(): array
    {
        $length = (int) round($this->seconds * Wav::RATE);
        $rendered = array_map(static fn (Layer $layer): array => $layer->render($length), $this->layers);
        $mix = array_map(static fn (float ...$samples): float => array_sum($samples), ...$rendered);

        return self::level(self::fadeOut(self::trimStart($mix)));
    }

    /**
     * @param list<float> $samples
     *
     * @return float the highest RMS of any tenth of a second, the sound after its end counted as silence
     */
    public static function loudness(array $samples): float
    {
        $window = intdiv(Wav::RATE, 10);
        $sum = $most = 0.0;
        foreach ($samples as $i => $sample) {
            $sum += $sample ** 2 - ($i >= $window ? $samples[$i - $window] ** 2 : 0);
            $most = max($most, $sum);
        }

        return sqrt($most / $window);
    }

    /**
     * @param list<float> $samples
     *
     * @return list<float> without what comes before the first sample that is heard
     */
    private static function trimStart(array $samples): array
    {
        $heard = self::START * max(0, ...array_map(abs(...), $samples));
        foreach ($samples as $i => $sample) {
            if (abs($sample) >= $heard) {
                return \array_slice($samples, $i);
            }
        }

        return $samples;
    }

    /**
     * @param list<float> $samples
     *
     * @return list<float> the last hundredth of a second led to silence, so that it does not click
     */
    private static function fadeOut(array $samples): array
    {
        $count = \count($samples);
        $fade = min($count, intdiv(Wav::RATE, 100));
        for ($i = 0; $i < $fade; ++$i) {
            $samples[$count - 1 - $i] *= $i / $fade;
        }

        return array_values($samples);
    }

    /**
     * @param list<float> $samples
     *
     * @return list<float>
     */
    private static function level(array $samples): array
    {
        $gain = self::LEVEL / self::loudness($samples);

        // Peaks above the knee are rounded off, so that a short sharp sound can be as loud as a long one.
        return array_map(static function (float $sample) use ($gain): float {
            $value = $sample * $gain;

            return self::PEAK * tanh($value / self::PEAK);
        }, $samples);
    }
}
