<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\OwnColumn;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** Columns of a teacher's own in the marks over the term. */
final readonly class ColumnController
{
    private const MOST = 20;
    private const MOST_POINTS = 1000;

    private const GIVE = <<<'SQL'
        INSERT INTO own_mark (column_id, student_id, school_id, mark) VALUES (:column_id, :student_id, :school_id, :mark)
        ON CONFLICT (column_id, student_id) DO UPDATE SET mark = excluded.mark
        SQL;

    public function __construct(private Access $access, private EntityManagerInterface $entities, private Record $record)
    {
    }

    #[Route('/api/courses/{id}/columns', methods: 'POST')]
    public function add(string $id, Request $request): JsonResponse
    {
        $course = $this->access->workedCourse($id);
        if ($this->entities->getRepository(OwnColumn::class)->count(['course' => $course]) >= self::MOST) {
            throw new Conflict(\sprintf('A class has room for %d columns of your own; remove one first.', self::MOST));
        }
        [$title, $points] = self::settings(Body::of($request, ['title', 'points']));
        $column = new OwnColumn($course, $course->school, $title, $points);
        $this->entities->wrapInTransaction(function () use ($column): void {
            $this->entities->persist($column);
            $this->record->now('add-column', $this->access->account(), $column->id);
        });

        return new JsonResponse(['id' => (string) $column->id], 201);
    }

    #[Route('/api/columns/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): Response
    {
        $column = $this->column($id);
        $fields = Body::of($request, ['title', 'points', 'weight']);
        [$title, $points] = self::settings($fields);
        $column->settle($title, $points, ResultsController::weight($fields));
        $this->entities->flush();

        return new Response(null, 204);
    }

    #[Route('/api/columns/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $column = $this->column($id);
        $this->entities->wrapInTransaction(function () use ($column): void {
            $this->entities->remove($column);
            $this->record->now('delete-column', $this->access->account(), $column->id);
        });

        return new Response(null, 204);
    }

    /** null takes the mark away. */
    #[Route('/api/columns/{id}/marks/{student}', methods: 'PUT')]
    public function give(string $id, string $student, Request $request): Response
    {
        $column = $this->column($id);
        $place = Uuid::isValid($student) ? ['course' => $column->course, 'student' => $student] : throw new NotFoundHttpException();
        $enrolment = $this->entities->getRepository(Enrolment::class)->findOneBy($place) ?? throw new NotFoundHttpException();
        $fields = Body::of($request, ['mark']);
        $mark = $fields->isNull('mark') ? null : $fields->number('mark');
        null === $mark || Range::check('mark', $mark, 0, $column->points);
        $this->entities->wrapInTransaction(function () use ($column, $enrolment, $mark): void {
            $place = ['column_id' => (string) $column->id, 'student_id' => (string) $enrolment->student->id];
            // In one statement, so that of two who mark at once neither fails.
            null === $mark
                ? $this->entities->getConnection()->delete('own_mark', $place)
                : $this->entities->getConnection()->executeStatement(self::GIVE, $place + [
                    'school_id' => (string) $column->school->id,
                    'mark' => $mark,
                ]);
            $this->record->now('own-mark', $this->access->account(), $column->id, $place + ['mark' => $mark]);
        });

        return new Response(null, 204);
    }

    private function column(string $id): OwnColumn
    {
        $column = Uuid::isValid($id) ? $this->entities->find(OwnColumn::class, Uuid::fromString($id)) : null;
        $this->access->workedCourse((string) ($column->course->id ?? throw new NotFoundHttpException()));

        return $column;
    }

    /** @return array{string, float} */
    private static function settings(Fields $fields): array
    {
        $title = trim($fields->string('title'));
        Range::checkText('title', $title, OwnColumn::MOST_TITLE);
        $points = $fields->number('points');
        if ($points <= 0 || $points > self::MOST_POINTS) {
            throw InvalidInput::at('points', \sprintf('take more than 0 and at most %d.', self::MOST_POINTS));
        }

        return [$title, $points];
    }
}
