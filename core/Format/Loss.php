<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

/** What of a pattern a kind of file may not be able to hold. */
enum Loss: string
{
    case Velocities = 'velocities';
    case Pushes = 'pushes';
    case Rolls = 'rolls';
    case Odds = 'odds';
    case Ornaments = 'ornaments';
    case Hands = 'hands';
    case OffGrid = 'off-grid';
    case Muted = 'muted';
    case Swing = 'swing';
    case Tempo = 'tempo';
    case Sections = 'sections';
    case Cycles = 'cycles';
    case Sound = 'sound';
}
