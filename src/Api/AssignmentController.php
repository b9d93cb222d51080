<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Exception\InvalidInput;
use Pulsanda\Core\Json\Fields;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Range;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Planner: a teacher writes, tries and publishes assignments. */
final readonly class AssignmentController
{
    public const MOST_BRIEF = 2000;

    public function __construct(private Access $access, private EntityManagerInterface $entities, private ClockInterface $clock)
    {
    }

    #[Route('/api/assignments/{id}', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        return $this->answer($this->access->taughtAssignment($id));
    }

    #[Route('/api/assignments', methods: 'POST')]
    public function create(Request $request): JsonResponse
    {
        $fields = Body::of($request, ['courseId', 'title', 'brief', 'dueAt', 'parts']);
        $course = $this->access->taughtCourse($fields->string('courseId'));
        $assignment = new Assignment($course->school, $course, '', '', $this->clock->now());
        $this->fill($assignment, $fields);
        $this->entities->persist($assignment);
        $this->entities->flush();

        return $this->answer($assignment, 201);
    }

    #[Route('/api/assignments/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $this->fill($assignment, Body::of($request, ['title', 'brief', 'dueAt', 'parts']));
        $this->entities->flush();

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}/publish', methods: 'POST')]
    public function publish(string $id): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $part = $assignment->parts->first();
        if (false === $part || 0 === $part->target()?->hitCount()) {
            throw InvalidInput::at('parts[0].target', 'the target has no hits yet; draw it before you publish.');
        }
        $assignment->publishedAt ??= $this->clock->now();
        $this->entities->flush();

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $assignment = $this->access->taughtAssignment($id);
        if (null !== $assignment->publishedAt) {
            throw new Conflict('This assignment is published; your students may be working on it, so it stays.');
        }
        $this->entities->remove($assignment);
        $this->entities->flush();

        return new Response(null, 204);
    }

    /** What a submission would get: nothing is stored. */
    #[Route('/api/parts/{id}/try', methods: 'POST')]
    public function tryOut(string $id, Request $request): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $pattern = self::pattern(Body::of($request, ['pattern']));
        PartInput::checkAgainst($part, $pattern);

        return new JsonResponse(['result' => ($part->compare($pattern)[0] ?? null)?->toData(), 'target' => Shapes::pattern($part->target()), 'pattern' => PatternWriter::toData($pattern)]);
    }

    /** @throws InvalidInput */
    public static function pattern(Fields $fields): Pattern
    {
        try {
            return PatternReader::fromData($fields->value('pattern'));
        } catch (InvalidInput $error) {
            throw $error->under('pattern');
        }
    }

    private function fill(Assignment $assignment, Fields $fields): void
    {
        $title = trim($fields->string('title'));
        Range::checkText('title', $title, Pattern::MOST_TITLE);
        $due = null;
        if (!$fields->isNull('dueAt')) {
            $due = \DateTimeImmutable::createFromFormat(\DATE_ATOM, $fields->string('dueAt'));
            if (false === $due) {
                throw InvalidInput::at('dueAt', 'this must be a date and time such as 2026-12-01T18:00:00+00:00, or null.');
            }
        }
        $input = PartInput::of($fields->list('parts', 1, 1)[0], 'parts[0]');
        $part = $assignment->parts->first();
        if (false === $part) {
            $assignment->parts->add(new Part($assignment->school, $assignment, 1, $input->kind, $input->view, $input->instruments, $input->start(), $input->targets(), $input->policy, $input->freedom));
        } elseif (!$input->describes($part)) {
            if (0 < $this->entities->getRepository(Attempt::class)->count(['part' => $part])) {
                throw new Conflict('Someone has handed in already, so the pattern, what is open and the marking stay as they are; title, brief and due time can change.');
            }
            [$part->kind, $part->view, $part->instruments] = [$input->kind, $input->view, $input->instruments];
            [$part->start, $part->targets, $part->policy, $part->freedom] = [$input->start(), $input->targets(), $input->policy, $input->freedom];
        }
        [$assignment->title, $assignment->brief, $assignment->dueAt] = [$title, Body::text($fields, 'brief', self::MOST_BRIEF), $due];
    }

    private function answer(Assignment $assignment, int $status = 200): JsonResponse
    {
        $parts = $assignment->parts->toArray();
        $attempts = [] === $parts ? 0 : $this->entities->getRepository(Attempt::class)->count(['part' => $parts]);
        $data = Shapes::assignment($assignment) + ['attempts' => $attempts, 'parts' => array_map(Shapes::plannedPart(...), array_values($parts))];

        return new JsonResponse($data, $status);
    }
}
