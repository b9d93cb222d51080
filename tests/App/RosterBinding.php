<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Format\Csv;

/** What the tables of the OneRoster 1.2 CSV Binding ask of a bulk set: needed columns, kinds of values, and references that lead somewhere. */
final class RosterBinding
{
    private const BOOLEAN = 'true|false';
    private const DATE = '\d{4}-\d\d-\d\d';
    private const ID = '[A-Za-z0-9.:\/@_-]{1,255}';
    private const TEXT = '[^\r\n]+';
    private const NUMBER = '-?\d+(\.\d+)?';
    private const ROLES = 'aide|counselor|districtAdministrator|guardian|parent|principal|proctor|relative|siteAdministrator|student'
        .'|systemAdministrator|teacher';

    /** Columns that must be filled, and what may stand in them. */
    private const NEEDED = [
        'academicSessions' => [
            'sourcedId' => self::ID, 'title' => self::TEXT, 'type' => 'gradingPeriod|semester|schoolYear|term', 'startDate' => self::DATE,
            'endDate' => self::DATE, 'schoolYear' => '\d{4}',
        ],
        'orgs' => ['sourcedId' => self::ID, 'name' => self::TEXT, 'type' => 'department|school|district|local|state|national'],
        'courses' => ['sourcedId' => self::ID, 'title' => self::TEXT, 'orgSourcedId' => self::ID],
        'classes' => [
            'sourcedId' => self::ID, 'title' => self::TEXT, 'courseSourcedId' => self::ID, 'classType' => 'homeroom|scheduled',
            'schoolSourcedId' => self::ID, 'termSourcedIds' => self::ID,
        ],
        'users' => [
            'sourcedId' => self::ID, 'enabledUser' => self::BOOLEAN, 'username' => self::TEXT, 'givenName' => self::TEXT,
            'familyName' => self::TEXT,
        ],
        'roles' => [
            'sourcedId' => self::ID, 'userSourcedId' => self::ID, 'roleType' => 'primary|secondary', 'role' => self::ROLES,
            'orgSourcedId' => self::ID,
        ],
        'enrollments' => [
            'sourcedId' => self::ID, 'classSourcedId' => self::ID, 'schoolSourcedId' => self::ID, 'userSourcedId' => self::ID,
            'role' => 'administrator|aide|guardian|parent|proctor|relative|student|teacher',
        ],
        'categories' => ['sourcedId' => self::ID, 'title' => self::TEXT],
        'lineItems' => [
            'sourcedId' => self::ID, 'title' => self::TEXT, 'assignDate' => self::DATE, 'dueDate' => self::DATE,
            'classSourcedId' => self::ID, 'categorySourcedId' => self::ID, 'schoolSourcedId' => self::ID,
        ],
        'results' => [
            'sourcedId' => self::ID, 'lineItemSourcedId' => self::ID, 'studentSourcedId' => self::ID,
            'scoreStatus' => 'exempt|fully graded|not submitted|partially graded|submitted', 'scoreDate' => self::DATE,
        ],
    ];
    /** What may be empty. */
    private const OPTIONAL = [
        'primary' => self::BOOLEAN, 'score' => self::NUMBER, 'resultValueMin' => self::NUMBER, 'resultValueMax' => self::NUMBER,
        'late' => self::BOOLEAN, 'missing' => self::BOOLEAN, 'inProgress' => self::BOOLEAN, 'incomplete' => self::BOOLEAN,
        'status' => '', 'dateLastModified' => '', 'email' => '[^@\s]+@[^@\s]+',
    ];
    private const REFERENCES = [
        'orgSourcedId' => 'orgs', 'schoolSourcedId' => 'orgs', 'primaryOrgSourcedId' => 'orgs', 'courseSourcedId' => 'courses',
        'termSourcedIds' => 'academicSessions', 'userSourcedId' => 'users', 'studentSourcedId' => 'users', 'classSourcedId' => 'classes',
        'categorySourcedId' => 'categories', 'lineItemSourcedId' => 'lineItems',
    ];

    /**
     * @param array<string, string> $files by name
     *
     * @return list<string>
     */
    public static function faults(array $files): array
    {
        $faults = $tables = [];
        foreach ($files as $name => $csv) {
            $lines = array_values(Csv::read($csv));
            $head = array_shift($lines) ?? [];
            $tables[substr($name, 0, -4)] = array_map(static fn (array $cells): array => array_combine($head, $cells), $lines);
        }
        $kinds = array_column($tables['manifest'] ?? [], 'value', 'propertyName');
        foreach (array_keys(self::NEEDED) as $table) {
            if (('bulk' === ($kinds["file.$table"] ?? '')) !== isset($tables[$table])) {
                $faults[] = "manifest: $table";
            }
        }
        foreach ($tables as $table => $records) {
            $ids = array_column($records, 'sourcedId');
            if (\count($ids) !== \count(array_unique($ids))) {
                $faults[] = "$table: an id stands there twice";
            }
            foreach ($records as $record) {
                foreach ((self::NEEDED[$table] ?? []) + ('manifest' === $table ? [] : self::OPTIONAL) as $column => $kind) {
                    $value = $record[$column] ?? null;
                    $needed = isset(self::NEEDED[$table][$column]);
                    if (null === $value ? $needed : ('' !== $value || $needed) && 1 !== preg_match("~^($kind)$~Du", $value)) {
                        $faults[] = "$table.$column: ".($value ?? 'no column');
                    }
                }
                foreach (array_intersect_key(self::REFERENCES, $record) as $column => $to) {
                    if ('' !== $record[$column] && !\in_array($record[$column], array_column($tables[$to] ?? [], 'sourcedId'), true)) {
                        $faults[] = "$table.$column: {$record[$column]} leads nowhere";
                    }
                }
            }
        }
        $titles = array_map(
            static fn (array $one): string => $one['classSourcedId']."\n".$one['title'],
            $tables['lineItems'] ?? [],
        );
        if (\count($titles) !== \count(array_unique($titles))) {
            $faults[] = 'lineItems: a title stands there twice';
        }

        return array_values(array_unique($faults));
    }
}
