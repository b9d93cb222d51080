<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Recomparer;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** The Planner: a teacher writes, tries and publishes assignments. */
final readonly class AssignmentController
{
    public const MOST_BRIEF = 2000;
    public const MOST_PARTS = 8;
    private const KEYS = ['title', 'brief', 'dueAt', 'parts'];

    public function __construct(private Access $access, private EntityManagerInterface $entities, private ClockInterface $clock, private Recomparer $recomparer)
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
        foreach ($this->fill($assignment, Body::of($request, self::KEYS)) as $part) {
            $this->recomparer->ask($part);
        }
        $this->entities->flush();

        return $this->answer($assignment);
    }

    /** What a change would mean for whom: nothing is stored. */
    #[Route('/api/assignments/{id}/effect', methods: 'POST')]
    public function effect(string $id, Request $request): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        $effects = [];
        foreach ($this->matched($assignment, Body::of($request, self::KEYS)) as $i => [$part, $input]) {
            if (null !== $part && $input->changesTheJudgement($part)) {
                $effects[] = ['position' => $i + 1] + $this->recomparer->effect($part, $input);
            }
        }

        return new JsonResponse(['parts' => $effects]);
    }

    #[Route('/api/assignments/{id}/publish', methods: 'POST')]
    public function publish(string $id): JsonResponse
    {
        $assignment = $this->access->taughtAssignment($id);
        foreach ($assignment->parts as $part) {
            if (!$part->isDrawn()) {
                throw InvalidInput::at(\sprintf('parts[%d].targets', $part->position - 1), 'a target has no hits yet; draw it before you publish.');
            }
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

        $assessment = $part->assess($pattern, '');

        return new JsonResponse(['result' => $assessment->results[0] ?? null, 'checked' => $assessment->checked, 'suggested' => $assessment->suggested()]);
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

    /**
     * Writes what was sent into an assignment.
     *
     * @return list<Part> whose attempts are to be compared again
     */
    private function fill(Assignment $assignment, Fields $fields): array
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
        $brief = Body::text($fields, 'brief', self::MOST_BRIEF);
        $judged = [];
        $kept = [];
        foreach ($this->matched($assignment, $fields) as $i => [$part, $input]) {
            if (null === $part) {
                $part = $input->part($assignment, $i + 1);
                $assignment->parts->add($part);
            } else {
                $handedIn = 0 < $this->entities->getRepository(Attempt::class)->count(['part' => $part]);
                if ($handedIn && $input->changesTheSheet($part)) {
                    throw new Conflict('Someone has handed in already, so what students begin with and what is open to them stays as it is; targets, requirements, marking and help can change.');
                }
                if ($handedIn && $input->changesTheJudgement($part)) {
                    $judged[] = $part;
                }
                $input->writeTo($part);
                $part->position = $i + 1;
            }
            $kept[] = $part;
        }
        foreach ($assignment->parts->toArray() as $part) {
            if (!\in_array($part, $kept, true)) {
                if (0 < $this->entities->getRepository(Attempt::class)->count(['part' => $part])) {
                    throw new Conflict(\sprintf('Someone has handed in part %d already, so it stays.', $part->position));
                }
                foreach ($this->entities->getRepository(Draft::class)->findBy(['part' => $part]) as $draft) {
                    $this->entities->remove($draft);
                }
                $assignment->parts->removeElement($part);
                $this->entities->remove($part);
            }
        }
        [$assignment->title, $assignment->brief, $assignment->dueAt] = [$title, $brief, $due];

        return $judged;
    }

    /** @return list<array{Part|null, PartInput}> each part that was sent, with the part that it changes */
    private function matched(Assignment $assignment, Fields $fields): array
    {
        $known = [];
        foreach ($assignment->parts as $part) {
            $known[(string) $part->id] = $part;
        }
        $matched = [];
        foreach ($fields->list('parts', 1, self::MOST_PARTS) as $i => $data) {
            $input = PartInput::of($data, "parts[$i]");
            if (null !== $input->id && !isset($known[$input->id])) {
                throw InvalidInput::at("parts[$i].id", 'there is no such part in this assignment, or it stands here twice; leave the id out for a new one.');
            }
            if (0 === $i && $input->waits) {
                throw InvalidInput::at("parts[$i].waits", 'the first part has none before it to wait for.');
            }
            $matched[] = [null === $input->id ? null : $known[$input->id], $input];
            unset($known[$input->id ?? '']);
        }

        return $matched;
    }

    private function answer(Assignment $assignment, int $status = 200): JsonResponse
    {
        $parts = array_values($assignment->parts->toArray());
        usort($parts, static fn (Part $a, Part $b): int => $a->position <=> $b->position);
        $counts = [] === $parts ? [] : array_column($this->entities->createQuery('SELECT IDENTITY(a.part) AS part, COUNT(a.id) AS attempts FROM '.Attempt::class.' a WHERE a.part IN (:parts) GROUP BY a.part')
            ->setParameter('parts', array_map(static fn (Part $part): string => (string) $part->id, $parts))->getArrayResult(), 'attempts', 'part');
        $data = Shapes::assignment($assignment) + [
            'attempts' => array_sum($counts),
            'recomparing' => $this->recomparer->progress($parts),
            'parts' => array_map(static fn (Part $part): array => Shapes::plannedPart($part) + ['attempts' => $counts[(string) $part->id] ?? 0], $parts),
        ];

        return new JsonResponse($data, $status);
    }
}
