<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare;

/** What a statement says. */
enum StatementKind: string
{
    case Shifted = 'shifted';
    case SwappedRows = 'swapped-rows';
    case WrongRow = 'wrong-row';
    case RowMissing = 'row-missing';
    case RowExtra = 'row-extra';
    case Meter = 'meter';
    case Tempo = 'tempo';
    case Length = 'length';
    case Swing = 'swing';
    case HitMissing = 'hit-missing';
    case HitExtra = 'hit-extra';
    case HitMoved = 'hit-moved';
    case OtherDrum = 'other-drum';
    case Accents = 'accents';
    case Flat = 'flat';
    case Uneven = 'uneven';
}
