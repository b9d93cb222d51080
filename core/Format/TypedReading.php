<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Section;

/** What a typed text was read as. */
final readonly class TypedReading
{
    /**
     * @param Numbers|null $numbers what bare numbers were read as, where they could be either; null where they could not
     * @param list<string> $which   the first of those numbers, for a sentence
     */
    public function __construct(public Section $section, public ?Numbers $numbers, public array $which)
    {
    }
}
