<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

/** What a part asks for. */
enum Kind: string
{
    case Copy = 'copy';
    case BuildOn = 'build-on';
    case Create = 'create';
}
