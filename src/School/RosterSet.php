<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Input\InvalidInput;

/**
 * A OneRoster 1.2 CSV set as it was read (1EdTech, "OneRoster 1.2 CSV Binding"): people, classes and enrolments by their sourcedId, each
 * with what its status and its dates say about it today. What the set says about courses, results, resources and other matters is left
 * alone.
 *
 * @phpstan-type User array{
 *     line: int, id: string, name: string, given: string, family: string, email: string, role: Role|null, on: bool,
 * }
 * @phpstan-type RosterClass array{line: int, title: string, year: string, school: string, on: bool}
 * @phpstan-type Place array{line: int, class: string, user: string, role: Role, first: bool, on: bool}
 */
final readonly class RosterSet
{
    private const MOST_BYTES = 16_000_000;
    private const MOST_PEOPLE = 10_000;
    private const FILES = ['users', 'roles', 'classes', 'enrollments', 'academicSessions', 'orgs', 'manifest'];
    private const MOST_ID = 60;

    /**
     * @param array<string, User>        $users   "on" is false where they were disabled or deleted; no role: neither student nor teacher
     * @param array<string, RosterClass> $classes "on" is false where it was deleted or all of its sessions are over
     * @param array<string, Place>       $places  "on" is false where it was deleted, has ended or has not begun
     * @param array<string, string>      $schools names of the schools that have classes in it
     * @param bool                       $delta   whether it tells only what has changed: who is not in it stays
     * @param list<string>               $faults
     */
    private function __construct(
        public array $users,
        public array $classes,
        public array $places,
        public array $schools,
        public bool $delta,
        public array $faults,
    ) {
    }

    /**
     * @param string $today  such as "2026-12-01", by the school's clock
     * @param string $school sourcedId of the school whose classes and people are wanted; "" for all
     *
     * @throws InvalidInput where it is no such set
     */
    public static function read(string $zip, string $today, string $school = ''): self
    {
        $pattern = '/^('.implode('|', self::FILES).')\.csv$/D';
        $files = Zip::read(
            $zip,
            200,
            self::MOST_BYTES,
            static fn (string $name): bool => 1 === preg_match($pattern, $name),
            'This is no zip; a OneRoster set is a zip of CSV files.',
        );
        $faults = [];
        $kinds = self::kinds($files, $faults);
        foreach (['users', 'classes', 'enrollments'] as $name) {
            if (!isset($files["$name.csv"])) {
                throw InvalidInput::at("$name.csv", 'this file is missing in the set, or lies in a folder; put it at the top of the zip.');
            }
        }
        $delta = 'delta' === ($kinds['enrollments'] ?? 'bulk');
        $sessions = self::records($files, 'academicSessions', ['sourcedId'], $faults);
        $orgs = self::records($files, 'orgs', ['sourcedId', 'name'], $faults);
        $classes = self::classes(self::records($files, 'classes', ['sourcedId', 'title'], $faults), $sessions, $today, $faults);
        $places = self::places(
            self::records($files, 'enrollments', ['sourcedId', 'classSourcedId', 'userSourcedId', 'role'], $faults),
            $today,
            $faults,
        );
        $roles = self::roles(self::records($files, 'roles', ['sourcedId', 'userSourcedId', 'role'], $faults), $today, $faults);
        $users = self::users(
            self::records($files, 'users', ['sourcedId', 'givenName', 'familyName'], $faults),
            isset($files['roles.csv']) ? $roles : null,
            $places,
            $faults,
        );
        $schools = [];
        foreach ($classes as $one) {
            if ($one['on'] && '' !== $one['school']) {
                $schools[$one['school']] = mb_substr($orgs[$one['school']]['name'] ?? $one['school'], 0, 120);
            }
        }
        if ('' !== $school) {
            isset($schools[$school]) || throw InvalidInput::at('school', 'there is no such school with classes in this set.');
            $classes = array_filter($classes, static fn (array $one): bool => $one['school'] === $school);
            $places = array_filter($places, static fn (array $one): bool => isset($classes[$one['class']]) || $delta);
            $wanted = array_fill_keys(array_column($places, 'user'), true);
            $users = array_intersect_key($users, $wanted);
        }

        return new self($users, $classes, $places, $schools, $delta, $faults);
    }

    /**
     * What the manifest says of each file. A set of before 1.2, or made by hand, has none: then it is all there is.
     *
     * @param array<string, string> $files  loses those that the manifest calls absent
     * @param list<string>          $faults
     *
     * @return array<string, string> bulk, delta or absent
     */
    private static function kinds(array &$files, array &$faults): array
    {
        $kinds = [];
        $values = self::records($files, 'manifest', ['propertyName', 'value'], $faults, 'propertyName');
        foreach (self::FILES as $name) {
            $kind = $values["file.$name"]['value'] ?? null;
            if (null === $kind) {
                continue;
            }
            if (!\in_array($kind, ['bulk', 'delta', 'absent'], true)) {
                $faults[] = "manifest.csv: file.$name is \"".mb_substr($kind, 0, 20).'"; it must be bulk, delta or absent.';
            } elseif ('absent' !== $kind && !isset($files["$name.csv"])) {
                $faults[] = "manifest.csv: $name.csv should be here ($kind), and is not.";
            }
            if ('absent' === $kind) {
                unset($files["$name.csv"]);
            }
            $kinds[$name] = $kind;
        }

        return $kinds;
    }

    /**
     * @param array<string, array<string, string>> $records
     * @param array<string, array<string, string>> $sessions
     * @param list<string>                         $faults
     *
     * @return array<string, RosterClass>
     */
    private static function classes(array $records, array $sessions, string $today, array &$faults): array
    {
        $classes = [];
        foreach ($records as $id => $one) {
            $terms = array_intersect_key($sessions, array_flip(array_map(trim(...), explode(',', $one['termSourcedIds'] ?? ''))));
            $ends = array_filter(array_column($terms, 'endDate'), static fn (string $date): bool => '' !== $date);
            $over = [] !== $ends && \count($ends) === \count($terms) && max($ends) < $today;
            $classes[$id] = [
                'line' => (int) $one['line'],
                'title' => mb_substr($one['title'], 0, 120),
                'year' => mb_substr(reset($terms)['schoolYear'] ?? '', 0, 20),
                'school' => $one['schoolSourcedId'] ?? '',
                'on' => 'tobedeleted' !== $one['status'] && !$over,
            ];
            '' !== $one['title'] || $faults[] = "classes.csv, line {$one['line']}: this class has no title.";
        }

        return $classes;
    }

    /**
     * @param array<string, array<string, string>> $records
     * @param list<string>                         $faults
     *
     * @return array<string, Place> of students and teachers
     */
    private static function places(array $records, string $today, array &$faults): array
    {
        $places = [];
        foreach ($records as $id => $one) {
            $role = self::role($one['role']);
            $now = self::isNow($one, $today, 'enrollments.csv', $faults);
            if (null !== $role) {
                $places[$id] = [
                    'line' => (int) $one['line'],
                    'class' => $one['classSourcedId'],
                    'user' => $one['userSourcedId'],
                    'role' => $role,
                    'first' => 'true' === strtolower($one['primary'] ?? ''),
                    'on' => $now && 'tobedeleted' !== $one['status'],
                ];
            }
        }

        return $places;
    }

    /**
     * @param array<string, array<string, string>> $records
     * @param list<string>                         $faults
     *
     * @return array<string, Role|null> by user; whoever teaches anywhere is a teacher
     */
    private static function roles(array $records, string $today, array &$faults): array
    {
        $roles = [];
        foreach ($records as $one) {
            if (self::isNow($one, $today, 'roles.csv', $faults) && 'tobedeleted' !== $one['status']) {
                $role = self::role($one['role']);
                $before = $roles[$one['userSourcedId']] ?? null;
                $roles[$one['userSourcedId']] = Role::Teacher === $before ? $before : ($role ?? $before);
            }
        }

        return $roles;
    }

    /**
     * @param array<string, array<string, string>> $records
     * @param array<string, Role|null>|null        $roles   who is not in it, or all without roles.csv, has the role of their enrolments
     * @param array<string, Place>                 $places
     * @param list<string>                         $faults
     *
     * @return array<string, User>
     */
    private static function users(array $records, ?array $roles, array $places, array &$faults): array
    {
        if (\count($records) > self::MOST_PEOPLE) {
            throw InvalidInput::at('users.csv', \sprintf('there are more than %d people; bring them in parts.', self::MOST_PEOPLE));
        }
        $enrolled = [];
        foreach ($places as $one) {
            $enrolled[$one['user']] = Role::Teacher === ($enrolled[$one['user']] ?? null) ? Role::Teacher : $one['role'];
        }
        $users = [];
        foreach ($records as $id => $one) {
            $name = PersonName::clean($one['givenName'].' '.$one['familyName']);
            $enabled = strtolower($one['enabledUser'] ?? '');
            $fault = PeopleTable::fault($name, $one['email'] ?? '', $id)
                ?? (\in_array($enabled, ['', 'true', 'false'], true) ? null : 'enabledUser must be true or false.');
            if (null !== $fault) {
                $faults[] = "users.csv, line {$one['line']}: $fault";
            }
            $called = ($one['preferredGivenName'] ?? '') ?: $one['givenName'] ?: $name;
            $said = null !== $roles && \array_key_exists($id, $roles);
            $users[$id] = [
                'line' => (int) $one['line'],
                'id' => $id,
                'name' => $name,
                'given' => mb_substr(PersonName::clean($called), 0, PersonName::MOST_PART),
                'family' => mb_substr(PersonName::clean($one['familyName']), 0, PersonName::MOST_PART),
                'email' => $one['email'] ?? '',
                // Version 1.1 had the role here.
                'role' => $said ? $roles[$id] : $enrolled[$id] ?? self::role($one['role'] ?? ''),
                'on' => 'false' !== $enabled && 'tobedeleted' !== $one['status'],
            ];
        }

        return $users;
    }

    /** Of the standard's roles, these two do something here: aides, guardians, parents, principals and others do not. */
    private static function role(string $role): ?Role
    {
        return match (strtolower(trim($role))) {
            'student' => Role::Student,
            'teacher' => Role::Teacher,
            default => null,
        };
    }

    /**
     * @param array<string, string> $record
     * @param list<string>          $faults
     */
    private static function isNow(array $record, string $today, string $file, array &$faults): bool
    {
        [$begin, $end] = [$record['beginDate'] ?? '', $record['endDate'] ?? ''];
        foreach (['beginDate' => $begin, 'endDate' => $end] as $column => $date) {
            if ('' !== $date && 1 !== preg_match('/^\d{4}-\d\d-\d\d$/D', $date)) {
                $faults[] = "$file, line {$record['line']}: $column must be like 2026-09-01.";

                return true;
            }
        }

        return ('' === $begin || $begin <= $today) && ('' === $end || $end >= $today);
    }

    /**
     * @param array<string, string> $files
     * @param list<string>          $needed columns
     * @param list<string>          $faults
     *
     * @return array<string, array<string, string>> by id, with "line" and "status"; a second one of the same id is a fault
     */
    private static function records(array $files, string $name, array $needed, array &$faults, string $key = 'sourcedId'): array
    {
        $file = "$name.csv";
        if ('' === ($files[$file] ?? '')) {
            return [];
        }
        try {
            $table = Csv::read($files[$file], 20 * Csv::MOST_LINES);
        } catch (InvalidInput $error) {
            throw InvalidInput::at(trim("$file $error->path"), $error->reason);
        }
        $first = array_key_first($table);
        $head = $table[$first] ?? [];
        unset($table[$first]);
        foreach (array_diff($needed, $head) as $missing) {
            throw InvalidInput::at($file, "the column \"$missing\" is missing.");
        }
        $records = [];
        foreach ($table as $line => $cells) {
            $record = array_combine($head, \array_slice(array_pad($cells, \count($head), ''), 0, \count($head)));
            $record = ['line' => (string) $line, 'status' => strtolower($record['status'] ?? '')] + $record;
            $id = $record[$key];
            $fault = match (true) {
                '' === $id => "there is no $key.",
                mb_strlen($id) > self::MOST_ID => "the $key is longer than ".self::MOST_ID.' signs.',
                isset($records[$id]) => "the $key \"$id\" stands in line {$records[$id]['line']} already.",
                !\in_array($record['status'], ['', 'active', 'tobedeleted'], true) => 'status must be active or tobedeleted.',
                default => null,
            };
            if (null === $fault) {
                $records[$id] = $record;
            } else {
                $faults[] = "$file, line $line: $fault";
            }
        }

        return $records;
    }
}
