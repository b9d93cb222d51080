<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Course;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/**
 * A list of names as somebody pastes it, a person a line: "Ines Caldeira", "Caldeira, Ines", or two cells of a spreadsheet, family first;
 * how somebody is called stands in brackets, "Maximiliana (Maxi) Brandt". Sign-in names are made from them, unique on the server.
 *
 * @phpstan-type Person array{name: string, given: string, family: string, signIn: non-empty-string}
 */
final readonly class Roster
{
    public const MOST_LINES = 500;
    public const MOST_NAME = 120;
    public const MOST_GIVEN = 60;

    public function __construct(private SignInNames $signInNames, private Connection $connection)
    {
    }

    /**
     * @param array<string, true> $there names that are in the class already
     *
     * @return list<Person>
     *
     * @throws InvalidInput naming the line
     */
    public function read(string $text, array $there = []): array
    {
        $lines = preg_split('/\R/u', $text);
        if (false === $lines) {
            throw InvalidInput::at('names', 'this is no text in UTF-8; save the list so, or paste it.');
        }
        $people = [];
        $this->signInNames->begin();
        foreach ($lines as $number => $line) {
            if ('' === trim($line)) {
                continue;
            }
            if (\count($people) >= self::MOST_LINES) {
                throw InvalidInput::at('names', \sprintf('there are more than %d names; bring them in parts.', self::MOST_LINES));
            }
            [$name, $given, $family] = self::name($line, 'line '.($number + 1));
            if (isset($there[$name])) {
                $text = "\"$name\" is in this class already; if these are two people, tell them apart.";
                throw InvalidInput::at('line '.($number + 1), $text);
            }
            foreach ($people as $other) {
                if ($other['name'] === $name) {
                    throw InvalidInput::at('line '.($number + 1), "\"$name\" stands here twice; if these are two people, tell them apart.");
                }
            }
            $people[] = ['name' => $name, 'given' => $given, 'family' => $family, 'signIn' => $this->signInNames->next($name, $given)];
        }

        return [] === $people ? throw InvalidInput::at('names', 'write at least one name, a person a line.') : $people;
    }

    /** @return array<string, true> names that are in a class */
    public function namesIn(Course $course): array
    {
        /** @var list<string> $names */
        $names = $this->connection->fetchFirstColumn(
            'SELECT a.name FROM enrolment e JOIN account a ON a.id = e.student_id WHERE e.course_id = ?',
            [(string) $course->id],
        );

        return array_fill_keys($names, true);
    }

    /** @return array{string, string, string} as others read it, as one is called, and the family's name where it is known */
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

        return [$name, mb_substr('' === $given ? $name : $given, 0, self::MOST_GIVEN), mb_substr($family, 0, self::MOST_GIVEN)];
    }
}
