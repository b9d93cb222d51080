<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Pattern;

/** A pattern that came out of a file of another kind, and what that file held and a pattern does not. */
final readonly class Imported
{
    /**
     * @param list<string>    $lost    sentences for a person; empty where nothing is lost
     * @param array<int, int> $unknown how many there are of each MIDI note that is no drum known here
     */
    public function __construct(public Pattern $pattern, public array $lost = [], public array $unknown = [])
    {
    }
}
