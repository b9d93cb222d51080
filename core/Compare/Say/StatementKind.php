<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

/** What a statement says. */
enum StatementKind: string
{
    case Shifted = 'shifted';
    case SwappedRows = 'swapped-rows';
    case WrongRow = 'wrong-row';
    case Rotated = 'rotated';
    case Subdivision = 'subdivision';
    case SameSound = 'same-sound';
    case AnotherBeat = 'another-beat';
    case DoubleTime = 'double-time';
    case HalfTime = 'half-time';
    case RowMissing = 'row-missing';
    case RowExtra = 'row-extra';
    case BarMissing = 'bar-missing';
    case BarExtra = 'bar-extra';
    case BarsSwapped = 'bars-swapped';
    case NoVariation = 'no-variation';
    case Meter = 'meter';
    case Tempo = 'tempo';
    case Length = 'length';
    case Form = 'form';
    case Sections = 'sections';
    case Swing = 'swing';
    case Ahead = 'ahead';
    case Behind = 'behind';
    case Untimely = 'untimely';
    case HitMissing = 'hit-missing';
    case HitExtra = 'hit-extra';
    case HitMoved = 'hit-moved';
    case OtherDrum = 'other-drum';
    case Accents = 'accents';
    case Flat = 'flat';
    case Uneven = 'uneven';
    case Balance = 'balance';
    case Ornament = 'ornament';
    case Sticking = 'sticking';
}
