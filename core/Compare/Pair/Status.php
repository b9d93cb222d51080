<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Pair;

/** What became of a stroke in the pairing. */
enum Status: string
{
    case Match = 'match';
    case Moved = 'moved';
    case OtherDrum = 'other-drum';
    case Missing = 'missing';
    case Extra = 'extra';
}
