<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Pattern;

/** A pattern that came out of a file of another kind, and what that file held and a pattern does not. */
final readonly class Imported
{
    /** @param list<string> $lost sentences for a person; empty where nothing is lost */
    public function __construct(public Pattern $pattern, public array $lost = [])
    {
    }
}
