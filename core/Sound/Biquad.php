<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

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
