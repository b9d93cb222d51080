<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Format\Table;
use Pulsanda\App\Http\Away;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\School\OneRoster;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The marks of a class over the term: to look at, and to take away. */
final readonly class ResultsController
{
    private const MOST_WEIGHT = 10;

    public function __construct(
        private Access $access,
        private TermTable $table,
        private OneRoster $oneRoster,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClockInterface $clock,
        private Record $record,
        private Reader $reader,
    ) {
    }

    /** ?attempt=best counts each student's best attempt, else the last counts. */
    #[Route('/api/courses/{id}/term', methods: 'GET')]
    public function term(string $id, Request $request): JsonResponse
    {
        $course = $this->access->taughtCourse($id);

        return new JsonResponse([
            'course' => [
                'id' => (string) $course->id, 'name' => $course->name, 'year' => $course->year, 'archived' => null !== $course->archivedAt,
            ],
        ] + $this->table->of($course, 'best' === $request->query->get('attempt')));
    }

    /** As .csv (?mark=1 with a byte-order mark), .xlsx, .ods, or as a OneRoster set with results (.zip). */
    #[Route('/api/courses/{id}/term.{kind}', requirements: ['kind' => 'csv|xlsx|ods|zip'], methods: 'GET')]
    public function away(string $id, string $kind, Request $request): Response
    {
        $course = $this->access->taughtCourse($id);
        $term = $this->table->of($course, 'best' === $request->query->get('attempt'));
        if ('zip' !== $kind) {
            $table = TermFile::table($term, $this->reader->phrases());

            $name = $this->reader->phrases()->say('export.marks', ['class' => $course->name]);

            return Table::response($table, $kind, $name, '1' === $request->query->get('mark'));
        }
        /** @var array<string, string> $people */
        $people = $this->connection->fetchAllKeyValue(
            'SELECT a.id, a.source FROM account a JOIN enrolment e ON e.student_id = a.id '
                .'WHERE e.course_id = ? AND a.source IS NOT NULL',
            [(string) $course->id],
        );
        $zone = ['zone' => $course->school->zone, 'course' => (string) $course->id];
        /** @var array<string, string> $dates when each task was published, and each beat returned, by the school's clock */
        $dates = $this->connection->fetchAllKeyValue(
            "SELECT p.id, to_char(a.published_at AT TIME ZONE :zone, 'YYYY-MM-DD') FROM part p "
                .'JOIN assignment a ON a.id = p.assignment_id WHERE a.course_id = :course AND a.published_at IS NOT NULL UNION ALL '
                ."SELECT t.id, to_char(coalesce(f.returned_at, t.handed_in_at) AT TIME ZONE :zone, 'YYYY-MM-DD') FROM attempt t "
                .'LEFT JOIN feedback f ON f.attempt_id = t.id JOIN part p ON p.id = t.part_id '
                .'JOIN assignment a ON a.id = p.assignment_id WHERE a.course_id = :course',
            $zone,
        );
        $today = $this->clock->now()->setTimezone(new \DateTimeZone($course->school->zone))->format('Y-m-d');
        $more = TermFile::oneRoster($term, $course, $today, $people, $dates);
        $bytes = $this->oneRoster->write((string) $course->school->id, $course->school->name, [(string) $course->id], $more);

        return Away::file($bytes, Away::TYPES['zip'], "$course->name marks.zip");
    }

    /** How much the marks of an assignment count over the term; 0 for not at all. */
    #[Route('/api/assignments/{id}/weight', methods: 'PUT')]
    public function weigh(string $id, Request $request): Response
    {
        $assignment = $this->access->workedAssignment($id);
        $weight = self::weight(Body::of($request, ['weight']));
        $this->entities->wrapInTransaction(function () use ($assignment, $weight): void {
            $assignment->weigh($weight);
            $this->record->now('weigh', $this->access->account(), $assignment->id, ['weight' => $weight]);
        });

        return new Response(null, 204);
    }

    public static function weight(Fields $fields): float
    {
        $weight = $fields->number('weight');

        return $weight >= 0 && $weight <= self::MOST_WEIGHT
            ? $weight : throw InvalidInput::at('weight', \sprintf('take a number from 0, for not at all, to %d.', self::MOST_WEIGHT));
    }
}
