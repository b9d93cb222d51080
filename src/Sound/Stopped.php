<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

/** The person who wanted the sound no longer does. */
final class Stopped extends \RuntimeException
{
}
