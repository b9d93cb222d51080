<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Pattern;

/** A beat to be taken away, and whose it is. */
final readonly class Track
{
    /** @param string|null $owner the account whose own sounds are heard in it; null for the kit alone */
    public function __construct(public Pattern $pattern, public string $person, public ?string $owner = null)
    {
    }

    /** @return string what its file is called, without an ending: title, person and tempo, with nothing that a file name may not hold */
    public function name(): string
    {
        $parts = array_filter([$this->pattern->title, $this->person, $this->pattern->tempo->bpm().' BPM']);

        return self::safe(implode(' - ', $parts));
    }

    public static function safe(string $name): string
    {
        return trim(mb_substr(preg_replace('#[^\p{L}\p{M}\p{N} \'.,()_-]+#u', ' ', $name) ?? '', 0, 120), ' .') ?: 'beat';
    }
}
