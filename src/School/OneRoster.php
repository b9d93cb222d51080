<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Zip;

/** Classes, people and enrolments as an open OneRoster 1.2 CSV set (1EdTech, "OneRoster 1.2 CSV Binding"); RosterSet reads one. */
final readonly class OneRoster
{
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

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @param list<string>                                              $courses ids
     * @param array<string, list<array<string, string|int|float|null>>> $more    records of further files, such as results
     */
    public function write(string $school, string $name, array $courses, array $more = []): string
    {
        $in = ['courses' => $courses];
        $types = ['courses' => \Doctrine\DBAL\ArrayParameterType::STRING];
        /** @var list<array{id: string, name: string, year: string}> $classes */
        $classes = $this->connection->fetchAllAssociative(
            'SELECT coalesce(c.source, c.id::text) AS id, c.name, c.year FROM course c WHERE c.id IN (:courses) '
                .'ORDER BY c.name COLLATE counted, c.id',
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
        /** @var list<array{id: string|null, class: string, person: string, role: string, main: bool}> $enrolments */
        $enrolments = $this->connection->fetchAllAssociative(
            "SELECT e.source AS id, coalesce(c.source, c.id::text) AS class, coalesce(a.source, a.id::text) AS person, 'student' AS role, "
                .'false AS main FROM enrolment e JOIN account a ON a.id = e.student_id JOIN course c ON c.id = e.course_id '
                .'WHERE e.course_id IN (:courses) UNION ALL '
                ."SELECT NULL, coalesce(c.source, c.id::text), coalesce(a.source, a.id::text), 'teacher', c.teacher_id = a.id "
                .'FROM teaching t JOIN account a ON a.id = t.account_id JOIN course c ON c.id = t.course_id '
                .'WHERE t.course_id IN (:courses) ORDER BY 2, 4, 3',
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
                'givenName' => self::names($one['name'], $one['family'])[0], 'familyName' => self::names($one['name'], $one['family'])[1],
                'email' => $one['email'], 'preferredGivenName' => $one['given'], 'primaryOrgSourcedId' => $school,
            ], $people),
            'roles' => array_map(static fn (array $one): array => [
                'sourcedId' => "role-{$one['id']}", 'userSourcedId' => $one['id'], 'roleType' => 'primary',
                'role' => 'student' === $one['role'] ? 'student' : 'teacher', 'orgSourcedId' => $school,
            ], $people),
            'enrollments' => array_map(static fn (array $one): array => [
                'sourcedId' => $one['id'] ?? self::placeId($one['class'], $one['person']), 'classSourcedId' => $one['class'],
                'schoolSourcedId' => $school,
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

    /** An id of a place that nobody has named: of two ids, which may be long, one that fits into ours. */
    private static function placeId(string $class, string $person): string
    {
        return 'place-'.substr(hash('sha256', "$class $person"), 0, 32);
    }

    /** The year in which a school year ends, as the standard counts. */
    private static function year(string $year): string
    {
        return 1 === preg_match('/^(20\d\d)\D(\d\d)$/D', $year, $found)
            ? substr($found[1], 0, 2).$found[2]
            : (1 === preg_match('/20\d\d/', $year, $found) ? $found[0] : date('Y'));
    }

    /** @return array{string, string} given and family name; the standard wants both, also of who has one name alone */
    private static function names(string $name, string $family): array
    {
        $words = explode(' ', $name);
        $family = '' === $family ? $words[\count($words) - 1] : $family;
        $given = match (true) {
            str_ends_with($name, $family) => trim(substr($name, 0, -\strlen($family))),
            str_starts_with($name, $family) => trim(substr($name, \strlen($family))),
            default => $name,
        };

        return ['' === $given ? $name : $given, $family];
    }
}
