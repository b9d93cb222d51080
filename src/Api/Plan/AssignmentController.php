<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Task\Feasibility;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\TaskPlan;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Planner: a teacher writes, tries and publishes assignments. */
final readonly class AssignmentController
{
    private const ELSEWHERE = 'This plan was changed in another tab or on another device; choose which one to keep.';
    private const KEYS = ['version', 'title', 'brief', 'dueAt', 'late', 'grace', 'parts'];

    /** Minutes. */
    private const MOST_GRACE = 1440;

    public function __construct(
        private Access $access,
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClockInterface $clock,
        private Judging $judging,
        private Effect $effect,
        private Record $record,
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
        $fields = Body::of($request, ['id', 'courseId', 'title', 'brief', 'dueAt', 'late', 'grace', 'parts']);
        $course = $this->access->workedCourse($fields->string('courseId'));
        $id = Body::uuid($fields, 'id');
        $assignment = $this->entities->wrapInTransaction(function () use ($fields, $course, $id): Assignment {
            if (null !== $id) {
                // Of two presses at once, the second waits and finds what the first has made.
                $this->connection->executeStatement('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', [(string) $id]);
                $there = $this->entities->find(Assignment::class, $id);
                if (null !== $there) {
                    return $this->access->workedAssignment((string) $id);
                }
            }
            $now = \DateTimeImmutable::createFromInterface($this->clock->now());
            $assignment = new Assignment($course->school, $course, $now, $id);
            $this->fill($assignment, $fields);
            $this->entities->persist($assignment);

            return $assignment;
        });
        if (!$this->isTheSame($assignment, $fields)) {
            throw new Conflict(self::ELSEWHERE, ['plan' => $this->shape($assignment)]);
        }

        return $this->answer($assignment, 201);
    }

    /** Keeps a plan. The version sent is the one that the changes rest on; if another tab has saved since, nothing is overwritten. */
    #[Route('/api/assignments/{id}', methods: 'PUT')]
    public function change(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $fields = Body::of($request, self::KEYS);
        $version = $fields->int('version');
        $changed = $this->entities->wrapInTransaction(function () use ($assignment, $fields, $version): array {
            $this->entities->refresh($assignment, LockMode::PESSIMISTIC_WRITE);
            if ($assignment->version !== $version) {
                if ($this->isTheSame($assignment, $fields)) {
                    return []; // a request that is sent again is no second hand
                }
                throw new Conflict(self::ELSEWHERE, ['plan' => $this->shape($assignment)]);
            }
            $revisions = array_map(static fn (Part $part): array => [$part, $part->revision], $assignment->parts());
            $this->fill($assignment, $fields);
            $changed = array_filter($revisions, static fn (array $one): bool => $one[0]->revision > $one[1]);
            if (null !== $assignment->publishedAt) {
                foreach ($changed as [$part, $revision]) {
                    $this->record->now(
                        'change-judgement',
                        $this->access->teacher(),
                        $assignment->id,
                        ['part' => $part->position, 'from' => $revision, 'to' => $part->revision],
                    );
                }
            }

            return array_column($changed, 0);
        });
        foreach ($changed as $part) {
            $this->judging->ask($part);
        }

        return $this->answer($assignment);
    }

    /** What a change would mean for whom: nothing is stored. */
    #[Route('/api/assignments/{id}/effect', methods: 'POST')]
    public function effect(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $effects = [];
        foreach ($this->matched($assignment, Body::of($request, self::KEYS)) as $i => [$part, $input]) {
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
            $feasible = Feasibility::of($part->task());
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
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        if (null !== $at && $at <= $now) {
            throw InvalidInput::at('at', 'this time is over; take one to come, or open it now.');
        }
        $assignment = $this->access->workedAssignment($id);
        if ('' === $assignment->title) {
            throw InvalidInput::at('title', 'this task has no name yet. Name it before you publish it.');
        }
        foreach ($assignment->parts() as $part) {
            if (!$part->isDrawn()) {
                throw InvalidInput::at(
                    \sprintf('parts[%d].targets', $part->position - 1),
                    'a target has no hits yet; draw it before you publish.',
                );
            }
            $impossible = Feasibility::of($part->task())->impossible;
            if ([] !== $impossible) {
                throw InvalidInput::at(\sprintf('parts[%d].requirements', $part->position - 1), implode(' ', $impossible));
            }
        }

        return $this->step($id, 'publish', static function (Assignment $assignment) use ($now, $at): bool {
            $was = $assignment->publishedAt;
            if (null !== $at && null !== $assignment->dueAt && $at >= $assignment->dueAt) {
                throw InvalidInput::at('at', 'it would open only after it is due; open it earlier, or let it be due later.');
            }
            $assignment->publish($now, $at);

            return $was !== $assignment->publishedAt;
        });
    }

    /** Takes a published assignment back from the class, while nobody has handed in. What students have begun is kept. */
    #[Route('/api/assignments/{id}/withdraw', methods: 'POST')]
    public function withdraw(string $id): JsonResponse
    {
        return $this->step($id, 'withdraw', function (Assignment $assignment): bool {
            if (0 < array_sum($this->attempts($assignment))) {
                throw new Conflict('Somebody has handed in already, so it stays with the class; you can close it.');
            }
            $was = null !== $assignment->publishedAt;
            $assignment->withdraw();

            return $was;
        });
    }

    /** From now on nothing more is handed in. */
    #[Route('/api/assignments/{id}/close', methods: 'POST')]
    public function close(string $id): JsonResponse
    {
        return $this->step($id, 'close', function (Assignment $assignment): bool {
            if (null === $assignment->publishedAt) {
                throw new Conflict('This assignment is not published, so there is nothing to close.');
            }
            $was = null === $assignment->closedAt;
            $assignment->close(\DateTimeImmutable::createFromInterface($this->clock->now()));

            return $was;
        });
    }

    #[Route('/api/assignments/{id}/reopen', methods: 'POST')]
    public function reopen(string $id): JsonResponse
    {
        return $this->step($id, 'reopen', static function (Assignment $assignment): bool {
            $was = null !== $assignment->closedAt;
            $assignment->reopen();

            return $was;
        });
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
        $style = $part->assignment->course->counting;

        return new JsonResponse([
            'result' => Shapes::result($judgement->results[0] ?? null, $style),
            'checked' => Shapes::checked($judgement->checked, $pattern, $style),
            'suggested' => $judgement->suggested(),
        ]);
    }

    /**
     * Takes an assignment a step further, or back, and records it.
     *
     * @param \Closure(Assignment): bool $take whether anything changed
     */
    private function step(string $id, string $what, \Closure $take): JsonResponse
    {
        $assignment = $this->access->workedAssignment($id);
        $this->entities->wrapInTransaction(function () use ($assignment, $what, $take): void {
            $this->entities->refresh($assignment, LockMode::PESSIMISTIC_WRITE);
            if ($take($assignment)) {
                $this->record->now($what, $this->access->teacher(), $assignment->id);
            }
        });

        return $this->answer($assignment);
    }

    /** Whether what was sent is what is there already. */
    private function isTheSame(Assignment $assignment, Fields $fields): bool
    {
        $parts = $assignment->parts();
        $same = trim($fields->string('title')) === $assignment->title && $fields->text('brief', PlanPart::MOST_BRIEF) === $assignment->brief
            && Body::time($fields, 'dueAt')?->getTimestamp() === $assignment->dueAt?->getTimestamp()
            && self::late($fields, $assignment) === [$assignment->late, $assignment->grace];
        foreach ($same ? $this->matched($assignment, $fields) : [] as $i => [$part, $input]) {
            // What is sent again after it was made knows no id yet.
            $there = $parts[$i] ?? null;
            $task = $there === $part || null === $part ? $there?->task() : null;
            $part = $there;
            $same = $same && null !== $part && null !== $task
                && $input->part->task->hasSheetOf($task) && $input->part->task->judgesAs($task)
                && $input->part->waits === $part->waits && [$input->part->name, $input->part->brief] === [$part->name, $part->brief]
                && json_encode($input->part->task->help->toData()) === json_encode($task->help->toData());
        }

        return $same && \count($parts) === \count($fields->list('parts', 1, TaskPlan::MOST_PARTS));
    }

    /** Writes what was sent into an assignment. */
    private function fill(Assignment $assignment, Fields $fields): void
    {
        $title = trim($fields->string('title'));
        // A plan is kept from the first change; it needs a name when the class sees it.
        if ('' !== $title || null !== $assignment->publishedAt) {
            Range::checkText('title', $title, Pattern::MOST_TITLE);
        }
        $due = Body::time($fields, 'dueAt');
        $brief = $fields->text('brief', PlanPart::MOST_BRIEF);
        $handedIn = $this->attempts($assignment);
        $matched = $this->matched($assignment, $fields);
        $kept = array_column($matched, 0);
        foreach ($assignment->parts() as $part) {
            if (!\in_array($part, $kept, true)) {
                if (0 < ($handedIn[(string) $part->id] ?? 0)) {
                    throw new Conflict(\sprintf('Someone has handed in part %d already, so it stays.', $part->position));
                }
                $assignment->remove($part);
            }
        }
        foreach ($matched as $i => [$part, $input]) {
            if (null === $part) {
                $part = $assignment->add($input->part->task, $input->part->waits, $i + 1);
            } elseif (0 < ($handedIn[(string) $part->id] ?? 0) && !$input->part->task->hasSheetOf($part->task())) {
                throw new Conflict(
                    'Someone has handed in already, so what students begin with and what is open to them stays as it is; targets, '
                        .'requirements, marking and help can change.',
                );
            }
            $part->change($input->part->task, $i + 1, $input->part->waits);
            $part->describe($input->part->name, $input->part->brief);
        }
        $assignment->describe($title, $brief, $due);
        $assignment->takeLate(...self::late($fields, $assignment));
    }

    /** @return array{bool, int} whether late beats are taken, and how many minutes are not late yet; as it is where nothing is said */
    private static function late(Fields $fields, Assignment $assignment): array
    {
        $grace = $fields->has('grace') ? $fields->int('grace') : $assignment->grace;
        Range::check('grace', $grace, 0, self::MOST_GRACE);

        return [$fields->bool('late', $assignment->late), $grace];
    }

    /** @return list<array{Part|null, PartInput}> each part that was sent, with the part that it changes */
    private function matched(Assignment $assignment, Fields $fields): array
    {
        $known = [];
        foreach ($assignment->parts() as $part) {
            $known[(string) $part->id] = $part;
        }
        $matched = [];
        foreach ($fields->list('parts', 1, TaskPlan::MOST_PARTS) as $i => $data) {
            $input = PartInput::of($data, "parts[$i]");
            if (null !== $input->id && !isset($known[$input->id])) {
                throw InvalidInput::at(
                    "parts[$i].id",
                    'there is no such part in this assignment, or it stands here twice; leave the id out for a new one.',
                );
            }
            TaskPlan::checkFirst(0 === $i && $input->part->waits, "parts[$i].waits");
            $matched[] = [null === $input->id ? null : $known[$input->id], $input];
            unset($known[$input->id ?? '']);
        }

        return $matched;
    }

    /** @return array<string, int> how many attempts there are, by part */
    private function attempts(Assignment $assignment): array
    {
        /** @var list<array{part: string, attempts: int}> $counts */
        $counts = $this->entities->createQuery(
            'SELECT IDENTITY(a.part) AS part, COUNT(a.id) AS attempts FROM '.Attempt::class.' a JOIN a.part p WHERE p.assignment = '
                .':assignment GROUP BY a.part',
        )
            ->setParameter('assignment', $assignment->id)->getArrayResult();

        return array_column($counts, 'attempts', 'part');
    }

    private function answer(Assignment $assignment, int $status = 200): JsonResponse
    {
        return new JsonResponse($this->shape($assignment), $status);
    }

    /** @return array<string, mixed> */
    private function shape(Assignment $assignment): array
    {
        $counts = $this->attempts($assignment);
        $parts = $assignment->parts();

        return Shapes::assignment($assignment) + [
            'createdAt' => Shapes::time($assignment->createdAt),
            'version' => $assignment->version,
            'attempts' => array_sum($counts),
            'recomparing' => $this->judging->progress($parts),
            'parts' => array_map(
                static fn (Part $part): array => Shapes::plannedPart($part) + ['attempts' => $counts[(string) $part->id] ?? 0],
                $parts,
            ),
        ];
    }
}
