<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Results;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\OwnColumn;
use Pulsanda\App\Entity\OwnMark;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
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

    public function __construct(private Access $access, private EntityManagerInterface $entities)
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
        $this->entities->persist($column);
        $this->entities->flush();

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
        $this->entities->remove($this->column($id));
        $this->entities->flush();

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
        $given = $this->entities->getRepository(OwnMark::class)->findOneBy(['column' => $column, 'student' => $enrolment->student]);
        if ($fields->isNull('mark')) {
            null === $given || $this->entities->remove($given);
        } else {
            $mark = $fields->number('mark');
            Range::check('mark', $mark, 0, $column->points);
            $given ??= new OwnMark($column, $enrolment->student, $column->school, $mark);
            $given->give($mark);
            $this->entities->persist($given);
        }
        $this->entities->flush();

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
