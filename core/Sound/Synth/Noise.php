<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

use Pulsanda\Core\Sound\Wav;

/** Filtered noise that dies away: snare wires, brushes, beads, and the many small strokes of a clap. */
final readonly class Noise implements Layer
{
    /**
     * @param float       $low    Hz below which it is cut
     * @param float       $high   Hz above which it is cut
     * @param float       $decay  seconds until the level has fallen to 1/e
     * @param list<float> $bursts seconds at which the noise starts over, the first at 0
     */
    public function __construct(
        private float $low,
        private float $high,
        private float $decay,
        private float $level,
        private int $seed = 1,
        private array $bursts = [0.0],
    ) {
    }

    public function render(int $length): array
    {
        $random = $this->seed;
        $lowCut = Biquad::highPass($this->low);
        $highCut = Biquad::lowPass($this->high);
        $samples = [];
        for ($i = 0; $i < $length; ++$i) {
            // The minimal standard generator of Park and Miller: the same noise on every machine.
            $random = $random * 48271 % 2147483647;
            $time = $i / Wav::RATE;
            $since = $time;
            foreach ($this->bursts as $burst) {
                if ($time >= $burst) {
                    $since = $time - $burst;
                }
            }
            $samples[] = $highCut->next($lowCut->next($random / 1073741823.5 - 1)) * $this->level * exp(-$since / $this->decay);
        }

        return $samples;
    }
}
