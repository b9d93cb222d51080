<?php

declare(strict_types=1);

namespace Pulsanda\Core\Say;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\CountingStyle;

/** How a person is spoken to: in their language, in the counting of their class. */
final readonly class Voice
{
    public function __construct(public Phrases $phrases, public CountingStyle $counting = CountingStyle::Syllables)
    {
    }

    /** @param array<string, string|int|float> $values */
    public function say(string $key, array $values = []): string
    {
        return $this->phrases->say($key, $values);
    }

    /** The same in another counting. */
    public function counting(CountingStyle $counting): self
    {
        return new self($this->phrases, $counting);
    }

    /** @param list<string> $items "a", "a and b", "a, b and c" */
    public function join(array $items): string
    {
        $last = array_pop($items);
        if ([] === $items) {
            return (string) $last;
        }
        $first = array_shift($items);
        foreach ($items as $item) {
            $first = $this->say('list.more', ['first' => $first, 'next' => $item]);
        }

        return $this->say('list.last', ['first' => $first, 'last' => (string) $last]);
    }

    /** @param list<Instrument> $instruments "kick, snare and ride" */
    public function names(array $instruments): string
    {
        return $this->join(array_map($this->name(...), $instruments));
    }

    /** @param list<Instrument> $instruments "snare, side stick or clap" */
    public function either(array $instruments): string
    {
        $names = array_map($this->name(...), $instruments);
        $last = array_pop($names);

        return [] === $names ? (string) $last : $this->say(
            'list.or',
            ['first' => implode($this->say('list.comma'), $names), 'last' => (string) $last],
        );
    }

    /** An instrument's name as it begins a line. */
    public function label(Instrument $instrument): string
    {
        return $this->capital($this->name($instrument));
    }

    /** An instrument's name inside a sentence. */
    public function name(Instrument $instrument): string
    {
        return $this->say("instrument.$instrument->value");
    }

    public function capital(string $text): string
    {
        return mb_strtoupper(mb_substr($text, 0, 1)).mb_substr($text, 1);
    }
}
