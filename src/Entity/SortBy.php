<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** By which name people stand in lists; the database's function sort_name writes it out. */
enum SortBy: string
{
    case Given = 'given';
    case Family = 'family';
}
