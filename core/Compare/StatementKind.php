<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

/** What a statement says. */
enum StatementKind: string
{
    case Meter = 'meter';
    case Tempo = 'tempo';
    case Length = 'length';
    case Swing = 'swing';
    case HitMissing = 'hit-missing';
    case HitExtra = 'hit-extra';
    case HitMoved = 'hit-moved';
    case OtherDrum = 'other-drum';
}
