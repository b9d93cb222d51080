<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

/** One ingredient of a sound. */
interface Layer
{
    /**
     * @param int $length in samples at Wav::RATE
     *
     * @return list<float> exactly $length samples
     */
    public function render(int $length): array;
}
