<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

/**
 * What a kind of requirement says of itself: its name in a file, its words in a menu, its sentence with blanks, and what stands in them
 * at first.
 */
final readonly class Declared
{
    /**
     * @param list<string|Blank>   $sentence
     * @param array<string, mixed> $usual    as in a requirements file; a frame is drawn, so it has none
     */
    public function __construct(public string $kind, public string $menu, public array $sentence, public array $usual = [])
    {
    }

    /** @return list<Blank> */
    public function blanks(): array
    {
        return array_values(array_filter($this->sentence, static fn (string|Blank $piece): bool => $piece instanceof Blank));
    }

    /** @return array{kind: string, menu: string, sentence: list<string|array<string, mixed>>, usual: object} as the catalogue sends it */
    public function toData(): array
    {
        $sentence = array_map(
            static fn (string|Blank $piece): string|array => $piece instanceof Blank ? $piece->toData() : $piece,
            $this->sentence,
        );

        return ['kind' => $this->kind, 'menu' => $this->menu, 'sentence' => $sentence, 'usual' => (object) $this->usual];
    }
}
