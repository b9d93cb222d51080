<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

/** The hand that plays a hit: sticking, written under the notes. */
enum Hand: string
{
    case Right = 'R';
    case Left = 'L';
}
