<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

use Pulsanda\Core\Sound\Wav;

/** A second-order filter; coefficients after R. Bristow-Johnson's audio equaliser cookbook, with a Q of 1/√2. */
final class Biquad
{
    private float $x1 = 0;
    private float $x2 = 0;
    private float $y1 = 0;
    private float $y2 = 0;

    private function __construct(
        private readonly float $b0,
        private readonly float $b1,
        private readonly float $b2,
        private readonly float $a1,
        private readonly float $a2,
    ) {
    }

    /** @param float $hertz below half the sample rate */
    public static function lowPass(float $hertz): self
    {
        [$cos, $alpha] = self::at($hertz);

        return new self(
            (1 - $cos) / 2 / (1 + $alpha),
            (1 - $cos) / (1 + $alpha),
            (1 - $cos) / 2 / (1 + $alpha),
            -2 * $cos / (1 + $alpha),
            (1 - $alpha) / (1 + $alpha),
        );
    }

    /** @param float $hertz below half the sample rate */
    public static function highPass(float $hertz): self
    {
        [$cos, $alpha] = self::at($hertz);

        return new self(
            (1 + $cos) / 2 / (1 + $alpha),
            -(1 + $cos) / (1 + $alpha),
            (1 + $cos) / 2 / (1 + $alpha),
            -2 * $cos / (1 + $alpha),
            (1 - $alpha) / (1 + $alpha),
        );
    }

    /** The first filter of BS.1770, what a head does to sound: 4 dB more above 1.7 kHz. From its analogue form, for any rate. */
    public static function headShelf(): self
    {
        $k = tan(\M_PI * 1681.974450955533 / Wav::RATE);
        $q = 0.7071752369554196;
        $high = 10 ** (3.999843853973347 / 20);
        $band = $high ** 0.4996667741545416;
        $a0 = 1 + $k / $q + $k * $k;

        return new self(
            ($high + $band * $k / $q + $k * $k) / $a0,
            2 * ($k * $k - $high) / $a0,
            ($high - $band * $k / $q + $k * $k) / $a0,
            2 * ($k * $k - 1) / $a0,
            (1 - $k / $q + $k * $k) / $a0,
        );
    }

    /** The second filter of BS.1770: without what is below 38 Hz. */
    public static function rumbleCut(): self
    {
        $k = tan(\M_PI * 38.13547087602444 / Wav::RATE);
        $q = 0.5003270373238773;
        $a0 = 1 + $k / $q + $k * $k;

        return new self(1, -2, 1, 2 * ($k * $k - 1) / $a0, (1 - $k / $q + $k * $k) / $a0);
    }

    public function next(float $x): float
    {
        $y = $this->b0 * $x + $this->b1 * $this->x1 + $this->b2 * $this->x2 - $this->a1 * $this->y1 - $this->a2 * $this->y2;
        [$this->x2, $this->x1, $this->y2, $this->y1] = [$this->x1, $x, $this->y1, $y];

        return $y;
    }

    /** @return array{float, float} the cosine and alpha of the cookbook */
    private static function at(float $hertz): array
    {
        $omega = 2 * \M_PI * $hertz / Wav::RATE;

        return [cos($omega), sin($omega) / \M_SQRT2];
    }
}
