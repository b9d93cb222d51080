<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

/** What the bare numbers of a typed text count. */
enum Numbers: string
{
    case Beats = 'beats';
    case Steps = 'steps';
}
