<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Task\Feasibility;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Planner: a teacher writes, tries and publishes assignments. */
final readonly class AssignmentController
{
    private const KEYS = ['version', ...PlanInput::KEYS];

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Effect $effect,
        private Planned $planned,
        private SavePlan $save,
        private Publication $publication,
        private Reader $reader,
    ) {
    }

    #[Route('/api/assignments/{id}', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        return $this->answer($this->access->taughtAssignment($id));
    }

    #[Route('/api/assignments', methods: 'POST')]
    public function create(Request $request): JsonResponse
    {
        $fields = Body::of($request, ['id', 'courseId', ...PlanInput::KEYS]);
        $course = $this->access->workedCourse($fields->string('courseId'));

        return $this->answer($this->save->begin($course, Body::uuid($fields, 'id'), PlanInput::of($fields)), 201);
    }

    /** Saves a plan. The version sent is the one that the changes rest on. */
    #[Route('/api/assignments/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $fields = Body::of($request, self::KEYS);
        $this->save->change($assignment, $this->access->teacher(), $fields->int('version'), PlanInput::of($fields));

        return $this->answer($assignment);
    }

    /** What a change would mean for whom: nothing is stored. */
    #[Route('/api/assignments/{id}/effect', methods: 'POST')]
    public function effect(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $effects = [];
        foreach (PlanInput::of(Body::of($request, self::KEYS))->matched($assignment) as $i => [$part, $input]) {
            if (null !== $part && !$input->part->task->judgesAs($part->task())) {
                $effects[] = ['position' => $i + 1] + $this->effect->of($part, $input->part->task);
            }
        }

        return new JsonResponse(['parts' => $effects]);
    }

    /** Whether the task can be met: what no beat can meet keeps it from being published, what nobody knows is said. */
    #[Route('/api/assignments/{id}/feasible', methods: 'GET')]
    public function feasible(string $id): JsonResponse
    {
        $impossible = $undecided = [];
        foreach ($this->access->taughtAssignment($id)->parts() as $part) {
            $feasible = Feasibility::of($part->task(), $this->reader->of($part->assignment->course));
            foreach ($feasible->impossible as $text) {
                $impossible[] = ['part' => $part->position, 'text' => $text];
            }
            foreach ($feasible->undecided as $text) {
                $undecided[] = ['part' => $part->position, 'text' => $text];
            }
        }

        return new JsonResponse(['impossible' => $impossible, 'undecided' => $undecided]);
    }

    /** Opens it to the class: at once, or at a time to come. */
    #[Route('/api/assignments/{id}/publish', methods: 'POST')]
    public function publish(string $id, Request $request): JsonResponse
    {
        $fields = '' === $request->getContent() ? null : Body::of($request, ['at']);
        $at = null !== $fields && $fields->has('at') ? Body::time($fields, 'at') : null;
        $assignment = $this->access->workedAssignment($id);
        $this->publication->publish($assignment, $this->access->teacher(), $at);

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}/withdraw', methods: 'POST')]
    public function withdraw(string $id): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $this->publication->withdraw($assignment, $this->access->teacher());

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}/close', methods: 'POST')]
    public function close(string $id): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $this->publication->close($assignment, $this->access->teacher());

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}/reopen', methods: 'POST')]
    public function reopen(string $id): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $this->publication->reopen($assignment, $this->access->teacher());

        return $this->answer($assignment);
    }

    #[Route('/api/assignments/{id}', methods: 'DELETE')]
    public function remove(string $id): Response
    {
        $assignment = $this->access->workedAssignment($id);
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
        $pattern = Body::pattern(Body::of($request, ['pattern']));
        $task = $part->task();
        try {
            $task->check($pattern);
        } catch (InvalidInput $error) {
            throw $error->under('pattern');
        }
        $judgement = $task->judge($pattern, '');
        $voice = $this->reader->of($part->assignment->course);

        return new JsonResponse([
            'result' => Shapes::result($judgement->results[0] ?? null, $voice),
            'checked' => Shapes::checked($judgement->checked, $pattern, $voice),
            'suggested' => $judgement->suggested(),
        ]);
    }

    private function answer(Assignment $assignment, int $status = 200): JsonResponse
    {
        return new JsonResponse($this->planned->shape($assignment), $status);
    }
}
