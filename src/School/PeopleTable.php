<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Pulsanda\App\Entity\PersonName;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/**
 * A table of people with any columns: which column is what is guessed from its head and may be said otherwise. What cannot be taken is told
 * by line, all of it at once.
 *
 * @phpstan-type Listed array{
 *     line: int,
 *     name: string,
 *     given: string,
 *     family: string,
 *     email: string,
 *     source: string|null,
 * }
 * @phpstan-type Fault array{line: int, text: string}
 */
final class PeopleTable
{
    /** What a column may hold, and how its head may read, in small letters. */
    private const COLUMNS = [
        'name' => ['name', 'student', 'full name', 'pupil', 'schüler', 'élève', 'alumno', 'aluno'],
        'given' => ['given', 'given name', 'givenname', 'first name', 'firstname', 'first', 'vorname', 'prénom', 'nombre'],
        'family' => ['family', 'family name', 'familyname', 'last name', 'lastname', 'last', 'surname', 'nachname', 'nom', 'apellido'],
        'called' => ['called', 'preferred', 'preferred name', 'preferredgivenname', 'known as', 'nickname', 'rufname'],
        'email' => ['email', 'e-mail', 'mail', 'email address'],
        'id' => ['id', 'number', 'student id', 'sourcedid', 'identifier', 'student number'],
    ];

    /**
     * @param list<string> $head the first line
     *
     * @return array{list<string>, bool} what each column holds, empty where that is not known; and whether the line is a head at all
     */
    public static function guess(array $head): array
    {
        $columns = [];
        foreach ($head as $cell) {
            $found = '';
            foreach (self::COLUMNS as $name => $words) {
                if (\in_array(mb_strtolower(str_replace('_', ' ', $cell)), $words, true) && !\in_array($name, $columns, true)) {
                    $found = $name;
                }
            }
            $columns[] = $found;
        }
        if ([] !== array_filter($columns)) {
            return [$columns, true];
        }

        return [\count($head) > 1 ? ['family', 'given', ...array_fill(0, \count($head) - 2, '')] : ['name'], false];
    }

    /** @return list<string> */
    public static function kinds(): array
    {
        return array_keys(self::COLUMNS);
    }

    /**
     * @param array<int, list<string>> $table   cells by line, without the head
     * @param list<string>             $columns what each holds
     * @param array<string, true>      $there   names that are in the class already
     *
     * @return array{list<Listed>, list<Fault>, int} who can be taken, what is wrong, and how many are in the class already
     *
     * @throws InvalidInput where no column holds a name, or two hold the same
     */
    public static function read(array $table, array $columns, array $there = []): array
    {
        $said = array_filter($columns);
        if (\count($said) !== \count(array_unique($said)) || [] !== array_diff($said, self::kinds())) {
            throw InvalidInput::at('columns', 'two columns cannot hold the same; choose another for one, or skip it.');
        }
        if (!\in_array('name', $said, true) && !\in_array('given', $said, true)) {
            throw InvalidInput::at('columns', 'no column has a name; choose which one does.');
        }
        $people = $faults = $lines = $sources = [];
        $already = 0;
        foreach ($table as $line => $cells) {
            $of = static fn (string $kind): string => PersonName::clean(
                false === ($at = array_search($kind, $columns, true)) ? '' : ($cells[$at] ?? ''),
            );
            $name = '' !== $of('name') ? $of('name') : trim($of('given').' '.$of('family'));
            $given = '' !== $of('called') ? $of('called') : ('' !== $of('given') ? $of('given') : explode(' ', $name)[0]);
            $fault = self::fault($name, $of('email'), $of('id'));
            $fault ??= isset($lines[$name])
                ? "\"$name\" stands in line {$lines[$name]} already; if these are two people, tell them apart."
                : null;
            $fault ??= isset($sources[$of('id')]) ? "the id \"{$of('id')}\" stands in line {$sources[$of('id')]} already." : null;
            if (null !== $fault) {
                $faults[] = ['line' => $line, 'text' => $fault];
                continue;
            }
            $lines[$name] = $line;
            if (isset($there[$name])) {
                ++$already;
                continue;
            }
            if ('' !== $of('id')) {
                $sources[$of('id')] = $line;
            }
            $people[] = [
                'line' => $line,
                'name' => $name,
                'given' => mb_substr($given, 0, PersonName::MOST_PART),
                'family' => mb_substr($of('family'), 0, PersonName::MOST_PART),
                'email' => $of('email'),
                'source' => '' === $of('id') ? null : $of('id'),
            ];
        }

        return [$people, $faults, $already];
    }

    /** @return string|null what is wrong with one person */
    public static function fault(string $name, string $email, string $source): ?string
    {
        if ('' === $name) {
            return 'there is no name in this line.';
        }
        try {
            Range::checkText('', $name, PersonName::MOST);
        } catch (InvalidInput $error) {
            return $error->reason;
        }

        $known = '' === $email || false !== filter_var($email, \FILTER_VALIDATE_EMAIL, \FILTER_FLAG_EMAIL_UNICODE);

        return match (true) {
            !$known || \strlen($email) > 200 => 'this is no address for mail: "'.mb_substr($email, 0, 60).'".',
            mb_strlen($source) > 60 => 'the id is longer than 60 signs.',
            default => null,
        };
    }
}
