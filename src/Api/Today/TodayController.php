<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Today;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Api\Shape\Waiting;
use Pulsanda\App\Entity\SheetStyle;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Task\View;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** Today: what is waiting for the person who signed in. */
final readonly class TodayController
{
    /** SQL: beats in the classes of a teacher of which a better comparison suggests another mark. */
    private const IMPROVED = 'FROM teaching g JOIN course c ON c.id = g.course_id AND c.archived_at IS NULL '
        .'JOIN assignment a ON a.course_id = c.id JOIN part p ON p.assignment_id = a.id JOIN attempt t ON t.part_id = p.id '
        .'WHERE g.account_id = ? AND t.improved';

    public function __construct(
        private Access $access,
        private Connection $connection,
        private ClockInterface $clock,
        private Waiting $waiting,
    ) {
    }

    #[Route('/api/today', methods: 'GET')]
    public function today(): JsonResponse
    {
        $account = $this->access->account();

        return new JsonResponse(
            $account->teaches() ? $this->teacher((string) $account->id) : $this->student((string) $account->id),
        );
    }

    /** @return array<string, mixed> */
    private function teacher(string $id): array
    {
        $courses = $this->connection->fetchAllAssociative(
            'SELECT c.id, c.name, c.counting, coalesce(c.language, s.language) AS language, c.sheet_like_staff, c.sheet_values, '
                .'c.lesson_day, c.lesson_time, s.points, '
                .'count(e.student_id) AS students '
                .'FROM teaching t JOIN course c ON c.id = t.course_id '
                .'JOIN school s ON s.id = c.school_id '
                .'LEFT JOIN enrolment e ON e.course_id = c.id WHERE t.account_id = ? AND c.archived_at IS NULL '
                .'GROUP BY c.id, s.id ORDER BY c.name COLLATE counted, c.id',
            [$id],
        );
        $parts = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT a.id, a.title, a.created_at, a.course_id, a.due_at, a.published_at, a.closed_at,
                   p.id AS part_id, p.position, p.name, p.kind,
                   coalesce(p.targets -> 0, p.start) AS pattern, c.sheet_like_staff
            FROM teaching t
            JOIN course c ON c.id = t.course_id AND c.archived_at IS NULL
            JOIN assignment a ON a.course_id = c.id
            JOIN part p ON p.assignment_id = a.id
            WHERE t.account_id = ?
            ORDER BY a.due_at NULLS LAST, a.created_at, p.position
            SQL, [$id]);
        $assignments = [];
        $counts = $this->waiting->counts($id);
        foreach ($parts as $row) {
            ['id' => $key, 'part_id' => $part] = $row;
            \assert(\is_string($key) && \is_string($part));
            $assignments[$key] ??= [
                'id' => $key,
                'title' => $row['title'],
                'createdAt' => self::atom($row['created_at']),
                'courseId' => $row['course_id'],
                'dueAt' => self::atom($row['due_at']),
                'publishedAt' => self::atom($row['published_at']),
                'closedAt' => self::atom($row['closed_at']),
                'kind' => $row['kind'],
                'glimpse' => self::glimpse($row['pattern'], $row['sheet_like_staff']),
                'parts' => [],
            ];
            $assignments[$key]['parts'][] = [
                'id' => $part,
                'position' => $row['position'],
                'name' => $row['name'],
            ] + ($counts[$part] ?? ['handedIn' => 0, 'toMark' => 0]);
        }

        return [
            'courses' => array_map(self::course(...), $courses),
            'assignments' => array_values($assignments),
            'improved' => $this->connection->fetchAllAssociative('SELECT p.id AS "partId", a.title, p.position, p.name, '
                .'(SELECT count(*) FROM part o WHERE o.assignment_id = a.id) AS parts, count(*) AS count '
                .self::IMPROVED.' GROUP BY a.id, p.id ORDER BY a.created_at, p.position', [$id]),
        ];
    }

    /** What a better comparison suggests has been told. */
    #[Route('/api/improved', methods: 'DELETE')]
    public function seen(): Response
    {
        $this->connection->executeStatement(
            'UPDATE attempt SET improved = false WHERE id IN (SELECT t.id '.self::IMPROVED.')',
            [(string) $this->access->teacher()->id],
        );

        return new Response(null, 204);
    }

    /**
     * @param array<string, mixed> $row
     *
     * @return array<string, mixed>
     */
    private static function course(array $row): array
    {
        $lesson = null === $row['lesson_day'] ? null : ['day' => $row['lesson_day'], 'time' => $row['lesson_time']];

        $sheet = new SheetStyle(true === $row['sheet_like_staff'], true === $row['sheet_values']);

        return ['lesson' => $lesson, 'sheet' => $sheet->look()]
            + array_diff_key($row, array_flip(['lesson_day', 'lesson_time', 'sheet_like_staff', 'sheet_values']));
    }

    /** @return array<string, mixed> */
    private function student(string $id): array
    {
        // A part that waits is open when there is nothing left to say to the newest attempt at the part before.
        $tasks = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT p.id AS part_id, p.position, p.name, p.kind, p.view, a.title, c.name AS course, c.sheet_like_staff,
                   coalesce(c.language, s.language) AS language, coalesce(l.until, a.due_at) AS due_at,
                   CASE WHEN l.until > :now THEN NULL ELSE a.closed_at END AS closed_at,
                   a.late AND l.until IS NULL AS late, coalesce(l.excused, false) AS excused, d.saved_at,
                   p.start, p.targets -> 0 AS target, d.pattern AS draft,
                   n.id AS attempt_id, n.number, n.handed_in_at, f.returned_at, f.mark, p.points,
                   (SELECT count(*) FROM part o WHERE o.assignment_id = a.id) AS parts,
                   p.waits AND coalesce((SELECT CASE WHEN t.told THEN t.found END FROM part b JOIN attempt t ON t.part_id = b.id
                       WHERE b.assignment_id = a.id AND b.position = p.position - 1 AND t.student_id = e.student_id
                       ORDER BY t.number DESC LIMIT 1), 1) > 0 AS waiting
            FROM enrolment e
            JOIN course c ON c.id = e.course_id AND c.archived_at IS NULL
            JOIN school s ON s.id = c.school_id
            JOIN assignment a ON a.course_id = c.id AND a.published_at <= :now
            LEFT JOIN exemption l ON l.assignment_id = a.id AND l.student_id = e.student_id
            JOIN part p ON p.assignment_id = a.id
            LEFT JOIN draft d ON d.part_id = p.id AND d.student_id = e.student_id
            LEFT JOIN LATERAL (
                SELECT id, number, handed_in_at FROM attempt
                WHERE part_id = p.id AND student_id = e.student_id ORDER BY number DESC LIMIT 1
            ) n ON true
            LEFT JOIN feedback f ON f.attempt_id = n.id AND f.returned_at IS NOT NULL
            WHERE e.student_id = :student
            ORDER BY due_at NULLS LAST, a.created_at, p.position
            SQL, ['student' => $id, 'now' => $this->clock->now()->format(\DATE_ATOM)]);

        return ['tasks' => array_map(static fn (array $row): array => [
            'partId' => $row['part_id'],
            'position' => $row['position'],
            'name' => $row['name'],
            'parts' => $row['parts'],
            'waiting' => $row['waiting'],
            'title' => $row['title'],
            'kind' => $row['kind'],
            'glimpse' => self::glimpse(self::shown($row), $row['sheet_like_staff'], true !== $row['waiting']),
            'course' => $row['course'],
            'language' => $row['language'],
            'dueAt' => self::atom($row['due_at']),
            'closedAt' => self::atom($row['closed_at']),
            'late' => $row['late'],
            'excused' => $row['excused'],
            'savedAt' => self::atom($row['saved_at']),
            'points' => is_numeric($row['points']) ? (float) $row['points'] : null,
            'attempt' => null === $row['attempt_id'] ? null : [
                'id' => $row['attempt_id'],
                'number' => $row['number'],
                'handedInAt' => self::atom($row['handed_in_at']),
                'returnedAt' => self::atom($row['returned_at']),
                'mark' => is_numeric($row['mark']) ? (float) $row['mark'] : null,
            ],
        ], $tasks)];
    }

    /**
     * What a student has begun; before that the target where it is seen, or what there is to begin with.
     *
     * @param array<string, mixed> $row
     */
    private static function shown(array $row): mixed
    {
        $view = View::from(\is_string($row['view']) ? $row['view'] : '');

        return $row['draft'] ?? (Disclosure::showsTarget($view) ? $row['target'] : null) ?? $row['start'];
    }

    /** @return array<string, mixed> */
    private static function glimpse(mixed $json, mixed $likeStaff, bool $drawn = true): array
    {
        return Glimpse::of(PatternReader::read(\is_string($json) ? $json : ''), $drawn, new SheetStyle(true === $likeStaff));
    }

    private static function atom(mixed $time): ?string
    {
        return \is_string($time) ? Shapes::time(new \DateTimeImmutable($time)) : null;
    }
}
