<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

use Pulsanda\Core\Sound\Wav;

/** A sine that glides from one pitch to another while it dies away, as a struck skin or a block of wood does. */
final readonly class Tone implements Layer
{
    /**
     * @param float $from  Hz at the stroke
     * @param float $to    Hz after the glide
     * @param float $glide seconds until about two thirds of the glide are done
     * @param float $decay seconds until the level has fallen to 1/e
     */
    public function __construct(private float $from, private float $to, private float $glide, private float $decay, private float $level)
    {
    }

    public function render(int $length): array
    {
        $samples = [];
        // A quarter turn in: the first sample is already at full level.
        $phase = \M_PI_2;
        for ($i = 0; $i < $length; ++$i) {
            $time = $i / Wav::RATE;
            $samples[] = $this->level * exp(-$time / $this->decay) * sin($phase);
            $phase += 2 * \M_PI * ($this->to + ($this->from - $this->to) * exp(-$time / $this->glide)) / Wav::RATE;
        }

        return $samples;
    }
}
