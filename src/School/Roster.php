<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Pulsanda\App\Entity\PersonName;
use Pulsanda\Core\Input\InvalidInput;

/**
 * A list of names as somebody pastes it, a person a line: "Ines Caldeira", "Caldeira, Ines", or two cells of a spreadsheet, family first;
 * how somebody is called stands in brackets, "Maximiliana (Maxi) Brandt".
 *
 * @phpstan-type Person array{name: string, given: string, family: string}
 */
final class Roster
{
    public const MOST_LINES = 500;

    /**
     * @return list<Person>
     *
     * @throws InvalidInput naming the line
     */
    public static function read(string $text): array
    {
        $lines = preg_split('/\R/u', $text);
        if (false === $lines) {
            throw InvalidInput::at('names', 'this is no text in UTF-8; save the list so, or paste it.');
        }
        $people = [];
        foreach ($lines as $number => $line) {
            if ('' === trim($line)) {
                continue;
            }
            if (\count($people) >= self::MOST_LINES) {
                throw InvalidInput::at('names', \sprintf('there are more than %d names; bring them in parts.', self::MOST_LINES));
            }
            [$name, $given, $family] = self::name($line, 'line '.($number + 1));
            foreach ($people as $other) {
                if ($other['name'] === $name) {
                    throw InvalidInput::at('line '.($number + 1), "\"$name\" stands here twice; if these are two people, tell them apart.");
                }
            }
            $people[] = ['name' => $name, 'given' => $given, 'family' => $family];
        }

        return [] === $people ? throw InvalidInput::at('names', 'write at least one name, a person a line.') : $people;
    }

    /** @return array{string, string, string} as others read it, as one is called, and the family's name where it is known */
    private static function name(string $line, string $place): array
    {
        $called = 1 === preg_match('/[("„“«]([^()"„“”«»]+)[)"”»“]/u', $line, $match) ? PersonName::clean($match[1]) : null;
        $plain = trim((string) preg_replace('/\([^()]*\)/u', ' ', $line));
        $parts = array_map(PersonName::clean(...), explode(str_contains($plain, "\t") ? "\t" : ',', $plain, 2));
        [$family, $first] = isset($parts[1]) ? $parts : ['', $plain];
        $name = PersonName::read($place, "$first $family");
        $given = $called ?? (preg_split('/\s+/u', '' === $family ? $name : $first) ?: [''])[0];

        return [$name, mb_substr('' === $given ? $name : $given, 0, PersonName::MOST_PART), mb_substr($family, 0, PersonName::MOST_PART)];
    }
}
