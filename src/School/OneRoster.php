<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Input\InvalidInput;

/**
 * The open OneRoster 1.2 CSV set (1EdTech, "OneRoster 1.2 CSV Binding"): classes, users and enrolments in and out. Of what a set may hold,
 * other files are left alone; what is marked as to be deleted is left out.
 *
 * @phpstan-type User array{
 *     id: string,
 *     name: string,
 *     given: string,
 *     family: string,
 *     email: string,
 *     teaches: bool,
 * }
 * @phpstan-type Set array{
 *     users: array<string, User>,
 *     classes: array<string, array{title: string, year: string}>,
 *     enrolments: list<array{class: string, user: string, teaches: bool}>,
 *     faults: list<string>,
 * }
 */
final readonly class OneRoster
{
    private const MOST_BYTES = 16_000_000;
    private const MOST_PEOPLE = 10_000;
    private const MANIFEST = [
        'academicSessions', 'categories', 'classes', 'classResources', 'courses', 'courseResources', 'demographics', 'enrollments',
        'lineItemLearningObjectiveIds', 'lineItems', 'lineItemScoreScales', 'orgs', 'resources', 'resultLearningObjectiveIds', 'results',
        'resultScoreScales', 'roles', 'scoreScales', 'userProfiles', 'userResources', 'users',
    ];
    private const HEADS = [
        'academicSessions' => 'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear',
        'orgs' => 'sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId',
        'courses' => 'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
        'classes' => 'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,'
            .'termSourcedIds,subjects,subjectCodes,periods',
        'users' => 'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,'
            .'phone,agentSourcedIds,grades,password,userMasterIdentifier,preferredGivenName,preferredMiddleName,preferredFamilyName,'
            .'primaryOrgSourcedId,pronouns',
        'roles' => 'sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId',
        'enrollments' => 'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
        'categories' => 'sourcedId,status,dateLastModified,title,weight',
        'lineItems' => 'sourcedId,status,dateLastModified,title,description,assignDate,dueDate,classSourcedId,categorySourcedId,'
            .'gradingPeriodSourcedId,resultValueMin,resultValueMax,schoolSourcedId',
        'results' => 'sourcedId,status,dateLastModified,lineItemSourcedId,studentSourcedId,scoreStatus,score,scoreDate,comment,textScore,'
            .'classSourcedId,inProgress,incomplete,late,missing',
    ];

    private const STAFF = [
        'teacher', 'aide', 'principal', 'siteAdministrator', 'systemAdministrator', 'districtAdministrator', 'administrator',
    ];

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @return Set
     *
     * @throws InvalidInput where it is no such set
     */
    public static function read(string $zip): array
    {
        $files = Zip::read(
            $zip,
            200,
            self::MOST_BYTES,
            static fn (string $name): bool => 1 === preg_match('/^(users|roles|classes|enrollments|academicSessions)\.csv$/D', $name),
            'This is no zip; a OneRoster set is a zip of CSV files.',
        );
        foreach (['users', 'classes', 'enrollments'] as $name) {
            if (!isset($files["$name.csv"])) {
                throw InvalidInput::at("$name.csv", 'this file is missing in the set, or lies in a folder; put it at the top of the zip.');
            }
        }
        $faults = [];
        $sessions = self::records($files['academicSessions.csv'] ?? '', 'academicSessions.csv', ['sourcedId']);
        $years = array_column($sessions, 'schoolYear', 'sourcedId');
        $classes = [];
        foreach (self::records($files['classes.csv'], 'classes.csv', ['sourcedId', 'title']) as $line => $one) {
            $classes[$one['sourcedId']] = [
                'title' => mb_substr($one['title'], 0, 120),
                'year' => mb_substr($years[explode(',', $one['termSourcedIds'] ?? '')[0]] ?? '', 0, 20),
            ];
            '' !== $one['title'] || $faults[] = "classes.csv, line $line: this class has no title.";
        }
        $teaches = [];
        foreach (self::records($files['roles.csv'] ?? '', 'roles.csv', ['userSourcedId', 'role']) as $one) {
            $teaches[$one['userSourcedId']] = self::isStaff($one['role']) || ($teaches[$one['userSourcedId']] ?? false);
        }
        $users = [];
        foreach (self::records($files['users.csv'], 'users.csv', ['sourcedId', 'givenName', 'familyName']) as $line => $one) {
            $name = PersonName::clean($one['givenName'].' '.$one['familyName']);
            $fault = PeopleTable::fault($name, $one['email'] ?? '', $one['sourcedId']);
            if (null !== $fault || '' === $one['sourcedId'] || isset($users[$one['sourcedId']])) {
                $faults[] = "users.csv, line $line: ".($fault ?? 'the sourcedId is missing, or stands here twice.');
                continue;
            }
            $called = ($one['preferredGivenName'] ?? '') ?: $one['givenName'] ?: $name;
            $users[$one['sourcedId']] = [
                'id' => $one['sourcedId'],
                'name' => $name,
                'given' => mb_substr(PersonName::clean($called), 0, PersonName::MOST_PART),
                'family' => mb_substr(PersonName::clean($one['familyName']), 0, PersonName::MOST_PART),
                'email' => $one['email'] ?? '',
                // Version 1.1 had the role here.
                'teaches' => $teaches[$one['sourcedId']] ?? self::isStaff($one['role'] ?? ''),
            ];
        }
        if (\count($users) > self::MOST_PEOPLE) {
            throw InvalidInput::at('users.csv', \sprintf('there are more than %d people; bring them in parts.', self::MOST_PEOPLE));
        }
        $enrolments = [];
        $records = self::records($files['enrollments.csv'], 'enrollments.csv', ['classSourcedId', 'userSourcedId', 'role']);
        foreach ($records as $line => $one) {
            $unknown = !isset($classes[$one['classSourcedId']]) ? 'class' : (!isset($users[$one['userSourcedId']]) ? 'user' : null);
            if (null !== $unknown) {
                $faults[] = "enrollments.csv, line $line: there is no such $unknown in this set.";
                continue;
            }
            if (\in_array($one['role'], ['student', 'teacher'], true)) {
                $teacher = 'teacher' === $one['role'];
                $enrolments[] = ['class' => $one['classSourcedId'], 'user' => $one['userSourcedId'], 'teaches' => $teacher];
            }
        }

        return ['users' => $users, 'classes' => $classes, 'enrolments' => $enrolments, 'faults' => $faults];
    }

    /**
     * @param list<string>                                              $courses ids
     * @param array<string, list<array<string, string|int|float|null>>> $more    records of further files, such as results
     */
    public function write(string $school, string $name, array $courses, array $more = []): string
    {
        $in = ['courses' => $courses];
        $types = ['courses' => \Doctrine\DBAL\ArrayParameterType::STRING];
        /** @var list<array{id: string, name: string, year: string, teacher: string}> $classes */
        $classes = $this->connection->fetchAllAssociative(
            'SELECT c.id, c.name, c.year, coalesce(t.source, t.id::text) AS teacher FROM course c JOIN account t ON t.id = c.teacher_id '
                .'WHERE c.id IN (:courses) ORDER BY c.name COLLATE counted, c.id',
            $in,
            $types,
        );
        /**
         * @var list<array{
         *     id: string,
         *     role: string,
         *     sign_in: string,
         *     name: string,
         *     given: string,
         *     family: string,
         *     email: string,
         *     on: bool,
         * }> $people
         */
        $people = $this->connection->fetchAllAssociative(
            'SELECT coalesce(a.source, a.id::text) AS id, a.role, a.sign_in, a.name, a.given, a.family, a.email, '
                .'a.disabled_at IS NULL AS on '
                .'FROM account a WHERE a.id IN (SELECT student_id FROM enrolment WHERE course_id IN (:courses) '
                .'UNION SELECT account_id FROM teaching WHERE course_id IN (:courses)) ORDER BY a.role, sort_name(a) COLLATE counted, a.id',
            $in,
            $types,
        );
        /** @var list<array{class: string, person: string, role: string, main: bool}> $enrolments */
        $enrolments = $this->connection->fetchAllAssociative(
            "SELECT e.course_id AS class, coalesce(a.source, a.id::text) AS person, 'student' AS role, false AS main FROM enrolment e "
                .'JOIN account a ON a.id = e.student_id WHERE e.course_id IN (:courses) UNION ALL '
                ."SELECT t.course_id, coalesce(a.source, a.id::text), 'teacher', c.teacher_id = a.id FROM teaching t "
                .'JOIN account a ON a.id = t.account_id JOIN course c ON c.id = t.course_id '
                .'WHERE t.course_id IN (:courses) ORDER BY 1, 3, 2',
            $in,
            $types,
        );
        $years = array_values(array_unique(array_map(static fn (array $one): string => self::year($one['year']), $classes)));
        $records = [
            'academicSessions' => array_map(static fn (string $year): array => [
                'sourcedId' => "year-$year", 'title' => $year, 'type' => 'schoolYear', 'startDate' => ((int) $year - 1).'-08-01',
                'endDate' => "$year-07-31", 'schoolYear' => $year,
            ], $years),
            'orgs' => [['sourcedId' => $school, 'name' => $name, 'type' => 'school']],
            'courses' => [['sourcedId' => 'rhythm', 'title' => 'Rhythm', 'orgSourcedId' => $school]],
            'classes' => array_map(static fn (array $one): array => [
                'sourcedId' => $one['id'], 'title' => $one['name'], 'courseSourcedId' => 'rhythm', 'classType' => 'scheduled',
                'schoolSourcedId' => $school, 'termSourcedIds' => 'year-'.self::year($one['year']),
            ], $classes),
            'users' => array_map(static fn (array $one): array => [
                'sourcedId' => $one['id'], 'enabledUser' => $one['on'] ? 'true' : 'false', 'username' => $one['sign_in'],
                'givenName' => self::given($one['name'], $one['family']), 'familyName' => $one['family'], 'email' => $one['email'],
                'preferredGivenName' => $one['given'], 'primaryOrgSourcedId' => $school,
            ], $people),
            'roles' => array_map(static fn (array $one): array => [
                'sourcedId' => "role-{$one['id']}", 'userSourcedId' => $one['id'], 'roleType' => 'primary',
                'role' => 'student' === $one['role'] ? 'student' : 'teacher', 'orgSourcedId' => $school,
            ], $people),
            'enrollments' => array_map(static fn (array $one): array => [
                'sourcedId' => "{$one['class']}-{$one['person']}", 'classSourcedId' => $one['class'], 'schoolSourcedId' => $school,
                'userSourcedId' => $one['person'], 'role' => $one['role'], 'primary' => $one['main'] ? 'true' : 'false',
            ], $enrolments),
        ] + $more;

        return Zip::write(self::files($records, $name));
    }

    /**
     * @param array<string, list<array<string, string|int|float|null>>> $records
     *
     * @return array<string, string>
     */
    private static function files(array $records, string $name): array
    {
        $manifest = [['propertyName', 'value'], ['manifest.version', '1.0'], ['oneroster.version', '1.2']];
        $files = ['manifest.csv' => ''];
        foreach (self::MANIFEST as $one) {
            $manifest[] = ["file.$one", isset($records[$one]) ? 'bulk' : 'absent'];
        }
        foreach ($records as $file => $list) {
            $head = explode(',', self::HEADS[$file]);
            $rows = [$head];
            foreach ($list as $record) {
                $rows[] = array_map(static fn (string $key): string|int|float => $record[$key] ?? '', $head);
            }
            $files["$file.csv"] = Csv::write($rows);
        }
        $files['manifest.csv'] = Csv::write([...$manifest, ['source.systemName', $name], ['source.systemCode', 'pulsanda']]);

        return $files;
    }

    /**
     * @param list<string> $needed columns
     *
     * @return array<int, array<string, string>> by line, without what is to be deleted
     */
    private static function records(string $csv, string $file, array $needed): array
    {
        if ('' === $csv) {
            return [];
        }
        try {
            $table = Csv::read($csv, 20 * Csv::MOST_LINES);
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
            if ('tobedeleted' !== strtolower($record['status'] ?? '')) {
                $records[$line] = $record;
            }
        }

        return $records;
    }

    private static function isStaff(string $role): bool
    {
        return \in_array($role, self::STAFF, true);
    }

    /** The year in which a school year ends, as the standard counts. */
    private static function year(string $year): string
    {
        return 1 === preg_match('/^(20\d\d)\D(\d\d)$/D', $year, $found)
            ? substr($found[1], 0, 2).$found[2]
            : (1 === preg_match('/20\d\d/', $year, $found) ? $found[0] : date('Y'));
    }

    private static function given(string $name, string $family): string
    {
        return '' !== $family && str_ends_with($name, $family) ? trim(substr($name, 0, -\strlen($family))) : $name;
    }
}
