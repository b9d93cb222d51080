<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\Core\Compare\Mark\TermState;
use Pulsanda\Core\Compare\Mark\TermSum;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Say\Voice;
use Pulsanda\Core\Task\Findings;
use Pulsanda\Core\Task\View;

/**
 * One student over the term: each task of their classes, the sum, what their beats are like, and what comes again and again. To students
 * themselves it tells what was returned, and of hidden targets nothing that would give them away.
 *
 * @phpstan-import-type FindingsData from Findings
 */
final readonly class StudentTerm
{
    public function __construct(
        private TermTable $table,
        private Connection $connection,
        private EntityManagerInterface $entities,
        private Reader $reader,
    ) {
    }

    /**
     * @param Account|null $teacher who asks; null for the student
     *
     * @return array<string, mixed>
     */
    public function of(Account $student, ?Account $teacher): array
    {
        $tasks = $sums = $aspects = [];
        foreach ($this->courses($student, $teacher) as $course) {
            $term = $this->table->of($course, false, (string) $student->id);
            $columns = array_column($term['parts'], null, 'id');
            foreach ($term['students'][0]['cells'] ?? [] as $cell) {
                $tasks[$cell['partId']] = ['cell' => $cell, 'column' => $columns[$cell['partId']], 'course' => $course];
            }
        }
        $details = $this->details(array_filter(array_column(array_column($tasks, 'cell'), 'attemptId')));
        $habits = [];
        $lines = [];
        foreach ($tasks as ['cell' => $cell, 'column' => $column, 'course' => $course]) {
            $detail = $details[$cell['attemptId'] ?? ''] ?? null;
            // A mark that is not of a beat is known as soon as it is given.
            $known = null !== $teacher || $column['own'] || null !== ($detail['returned_at'] ?? null);
            $told = $known && (null !== $teacher || Disclosure::showsTarget(View::from($detail['view'] ?? 'hidden')));
            $mark = $known ? $cell['mark'] : null;
            $state = TermState::from(!$known && 'marked' === $cell['state'] ? 'handed-in' : $cell['state']);
            if ($told && null !== $detail) {
                self::count($habits, $detail['findings'], $this->reader->of($course), $column['title']);
            }
            foreach ($known ? (array) $cell['aspects'] : [] as $name => $value) {
                if (is_numeric($value)) {
                    $aspects[$name][] = (float) $value;
                }
            }
            $lines[] = [
                'partId' => $column['id'], 'own' => $column['own'], 'title' => $column['title'],
                'position' => $column['position'], 'name' => $column['name'],
                'parts' => $column['parts'], 'points' => $column['points'], 'dueAt' => $column['dueAt'],
                'course' => $course->name, 'year' => $course->year, 'state' => $state->value, 'late' => $cell['late'], 'mark' => $mark,
                'attemptId' => $cell['attemptId'], 'number' => $cell['number'], 'returned' => null !== ($detail['returned_at'] ?? null),
                'glimpse' => null === $detail ? null : Glimpse::of(PatternReader::read($detail['pattern']), sheet: $course->sheet),
                'said' => $told && null !== $detail ? self::sentences($detail['findings'], $this->reader->of($course)) : [],
            ];
            if (null === $course->archivedAt) {
                $sums[] = [
                    'state' => $state, 'share' => null === $mark || $column['points'] <= 0 ? null : $mark / $column['points'],
                    'weight' => $column['weight'], 'late' => $cell['late'] > 0,
                ];
            }
        }
        $sum = TermSum::of($sums);
        uasort($habits, static fn (array $a, array $b): int => \count($b['tasks']) <=> \count($a['tasks']));

        return [
            'student' => ['id' => (string) $student->id, 'name' => $student->name, 'given' => $student->given],
            'school' => $student->school->name,
            'tasks' => $lines,
            'share' => $sum->share, 'missing' => $sum->missing, 'late' => $sum->late, 'excused' => $sum->excused,
            'aspects' => (object) array_map(static fn (array $some): float => array_sum($some) / \count($some), $aspects),
            'habits' => array_values(array_filter($habits, static fn (array $one): bool => 1 < \count($one['tasks']))),
        ];
    }

    /** @return list<Course> those of the student that whoever asks may see, the newest first */
    private function courses(Account $student, ?Account $teacher): array
    {
        // Also those that they have left, where they handed something in.
        $ids = $this->connection->fetchFirstColumn(
            'SELECT course_id FROM enrolment WHERE student_id = :student UNION SELECT a.course_id FROM attempt t '
                .'JOIN part p ON p.id = t.part_id JOIN assignment a ON a.id = p.assignment_id WHERE t.student_id = :student',
            ['student' => (string) $student->id],
        );
        /** @var list<Course> $courses */
        $courses = $this->entities->createQuery(
            'SELECT c FROM '.Course::class.' c WHERE c.id IN (:ids) ORDER BY c.archivedAt DESC, c.id DESC',
        )->setParameter('ids', $ids)->getResult();
        if (null === $teacher || Role::Administrator === $teacher->role) {
            return $courses;
        }
        $taught = $this->connection->fetchFirstColumn('SELECT course_id FROM teaching WHERE account_id = ?', [(string) $teacher->id]);

        return array_values(array_filter($courses, static fn ($one): bool => \in_array((string) $one->id, $taught, true)));
    }

    /**
     * @param array<string> $attempts ids
     *
     * @return array<string, array{id: string, findings: string, pattern: string, returned_at: string|null, view: string}>
     */
    private function details(array $attempts): array
    {
        /** @var list<array{id: string, findings: string, pattern: string, returned_at: string|null, view: string}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            'SELECT t.id, t.findings, t.pattern, f.returned_at, p.view FROM attempt t JOIN part p ON p.id = t.part_id '
                .'LEFT JOIN feedback f ON f.attempt_id = t.id WHERE t.id IN (:ids)',
            ['ids' => array_values($attempts)],
            ['ids' => ArrayParameterType::STRING],
        );

        return array_column($rows, null, 'id');
    }

    /** @return list<string> */
    private static function sentences(string $findings, Voice $voice): array
    {
        return self::findings($findings)->sentences($voice);
    }

    /**
     * @param array<string, array{text: string, tasks: list<string>}> $habits
     */
    private static function count(array &$habits, string $data, Voice $voice, string $title): void
    {
        $findings = self::findings($data);
        $sentences = $findings->sentences($voice);
        foreach ($findings->habits() as $i => $key) {
            if ('' !== $key) {
                $habits[$key] ??= ['text' => $sentences[$i], 'tasks' => []];
                \in_array($title, $habits[$key]['tasks'], true) || $habits[$key]['tasks'][] = $title;
            }
        }
    }

    private static function findings(string $json): Findings
    {
        /** @var FindingsData $data */
        $data = json_decode($json, true, 16, \JSON_THROW_ON_ERROR);

        return new Findings($data);
    }
}
