<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Mark;

/** How a task of the term stands with a student. */
enum TermState: string
{
    case Marked = 'marked';
    case HandedIn = 'handed-in';
    /** Nothing was handed in, and there is still time. */
    case Open = 'open';
    case Missing = 'missing';
    case Excused = 'excused';
}
