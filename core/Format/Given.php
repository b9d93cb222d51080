<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Rhythm\CountingStyle;

/** What a person says of a file beside it: what holds where it is silent, and how it is to be read. */
final readonly class Given
{
    /**
     * @param Pattern|null       $like    whose meter, tempo, swing and kit hold where the file has none
     * @param int|null           $channel of the drums in a MIDI file
     * @param array<int, string> $map     instruments of MIDI notes that the catalogue does not know
     * @param CountingStyle      $style   which decides what typed numbers count
     */
    public function __construct(
        public ?Pattern $like = null,
        public ?int $channel = null,
        public array $map = [],
        public CountingStyle $style = CountingStyle::Syllables,
    ) {
    }
}
