<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** What a part asks for. */
enum PartKind: string
{
    case Copy = 'copy';
    case BuildOn = 'build-on';
    case Create = 'create';
}
