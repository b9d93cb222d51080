<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

use Pulsanda\Core\Sound\Wav;

/** Inharmonic partials that beat against one another, as a cymbal's do, with the low ones cut. */
final readonly class Metal implements Layer
{
    /** Ratios of a thin round plate's higher modes, spread unevenly so that no pitch is heard. */
    private const RATIOS = [1.0, 1.483, 1.932, 2.546, 2.631, 3.897, 4.713, 5.441, 6.793, 7.381, 8.927, 10.113];

    /**
     * @param float $base  Hz of the lowest partial
     * @param float $low   Hz below which it is cut
     * @param float $decay seconds until the level has fallen to 1/e; higher partials die sooner
     */
    public function __construct(private float $base, private float $low, private float $decay, private float $level)
    {
    }

    public function render(int $length): array
    {
        $filter = Biquad::highPass($this->low);
        $samples = [];
        for ($i = 0; $i < $length; ++$i) {
            $time = $i / Wav::RATE;
            $sum = 0.0;
            foreach (self::RATIOS as $k => $ratio) {
                $turn = $this->base * $ratio * $time + $k * 0.29;
                $sum += ($turn - floor($turn) < 0.5 ? 1 : -1) * exp(-$time * (1 + 0.09 * $k) / $this->decay);
            }
            $samples[] = $filter->next($sum / \count(self::RATIOS)) * $this->level;
        }

        return $samples;
    }
}
