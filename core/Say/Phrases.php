<?php

declare(strict_types=1);

namespace Pulsanda\Core\Say;

/** The words of one language, by key. Where they come from is not known here. */
interface Phrases
{
    /**
     * A message in its reader's language.
     *
     * @param array<string, string|int|float> $values that it names
     */
    public function say(string $key, array $values = []): string;
}
