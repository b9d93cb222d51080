<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

/** Somebody waits for sound that takes longer than a request. */
final readonly class RenderAudio
{
    public function __construct(public string $rendering)
    {
    }
}
