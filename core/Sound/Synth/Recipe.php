<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Synth;

use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Wav;

/** How one instrument is made: layers, rendered together. */
final readonly class Recipe
{
    /**
     * @param float                 $seconds how long it rings
     * @param non-empty-list<Layer> $layers
     */
    public function __construct(public float $seconds, private array $layers)
    {
    }

    public function render(): Sample
    {
        $length = (int) round($this->seconds * Wav::RATE);
        $rendered = array_map(static fn (Layer $layer): array => $layer->render($length), $this->layers);

        return Sample::of(array_map(static fn (float ...$samples): float => array_sum($samples), ...$rendered));
    }
}
