<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

/** How a student meets the target of a part: on the sheet, not at all, or by ear alone. */
enum View: string
{
    case Seen = 'seen';
    case Hidden = 'hidden';
    case Heard = 'heard';
}
