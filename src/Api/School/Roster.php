<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\SignInName;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/**
 * A list of names as somebody pastes it, a person a line: "Ines Caldeira", "Caldeira, Ines", or two cells of a spreadsheet, family first;
 * how somebody is called stands in brackets, "Maximiliana (Maxi) Brandt". Sign-in names are made from them, unique on the server.
 *
 * @phpstan-type Person array{name: string, given: string, signIn: non-empty-string}
 */
final readonly class Roster
{
    public const MOST_LINES = 500;
    public const MOST_NAME = 120;
    private const MOST_GIVEN = 60;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @return list<Person>
     *
     * @throws InvalidInput naming the line
     */
    public function read(string $text): array
    {
        $lines = preg_split('/\R/u', $text);
        if (false === $lines) {
            throw InvalidInput::at('names', 'this is no text in UTF-8; save the list so, or paste it.');
        }
        $people = [];
        $taken = $this->taken();
        foreach ($lines as $number => $line) {
            if ('' === trim($line)) {
                continue;
            }
            if (\count($people) >= self::MOST_LINES) {
                throw InvalidInput::at('names', \sprintf('there are more than %d names; bring them in parts.', self::MOST_LINES));
            }
            [$name, $given] = self::name($line, 'line '.($number + 1));
            foreach ($people as $other) {
                if ($other['name'] === $name) {
                    throw InvalidInput::at('line '.($number + 1), "\"$name\" stands here twice; if these are two people, tell them apart.");
                }
            }
            $signIn = self::free(self::signIn($name, $given), $taken);
            $taken[$signIn] = true;
            $people[] = ['name' => $name, 'given' => $given, 'signIn' => $signIn];
        }

        return [] === $people ? throw InvalidInput::at('names', 'write at least one name, a person a line.') : $people;
    }

    /** @return array{string, string} as others read it, and as one is called */
    private static function name(string $line, string $place): array
    {
        $called = 1 === preg_match('/[("„“«]([^()"„“”«»]+)[)"”»“]/u', $line, $match) ? trim($match[1]) : null;
        $plain = trim((string) preg_replace(['/\([^()]*\)/u', '/[ \x{a0}]+/u'], ' ', $line));
        $parts = array_map(trim(...), explode(str_contains($plain, "\t") ? "\t" : ',', $plain, 2));
        [$family, $first] = isset($parts[1]) ? $parts : ['', $plain];
        $name = trim((string) preg_replace('/\s+/u', ' ', "$first $family"));
        try {
            Range::checkText('', $name, self::MOST_NAME);
        } catch (InvalidInput $error) {
            throw InvalidInput::at($place, $error->reason);
        }
        $given = $called ?? (preg_split('/\s+/u', '' === $family ? $name : $first) ?: [''])[0];

        return [$name, mb_substr('' === $given ? $name : $given, 0, self::MOST_GIVEN)];
    }

    /** "ines", "ines-c" where that is taken, "ines-c-2" … in Latin letters, whatever the script. */
    private static function signIn(string $name, string $given): string
    {
        $latin = static fn (string $text): string => trim((string) preg_replace(
            '/[^a-z0-9]+/',
            '-',
            (string) transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $text),
        ), '-');
        $words = preg_split('/\s+/u', $name) ?: [];
        $base = mb_substr($latin($given), 0, 30);
        $last = $latin((string) end($words));

        return '' === $base ? 'player' : (\count($words) > 1 && '' !== $last ? "$base-$last[0]" : $base);
    }

    /**
     * @param array<string, true> $taken
     *
     * @return non-empty-string
     */
    private static function free(string $base, array $taken): string
    {
        $free = $short = strstr($base, '-', true) ?: $base;
        for ($number = 1; isset($taken[$free]); ++$number) {
            $free = 1 === $number ? $base : "$base-$number";
        }

        return '' === $free ? 'player' : mb_substr($free, 0, SignInName::MOST);
    }

    /** @return array<string, true> */
    private function taken(): array
    {
        /** @var list<string> $names */
        $names = $this->connection->fetchFirstColumn('SELECT sign_in FROM account');

        return array_fill_keys($names, true);
    }
}
