<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

/** A requirement that speaks of beats. Classes that count eighths are told that these are longer. */
interface InBeats extends Requirement
{
}
