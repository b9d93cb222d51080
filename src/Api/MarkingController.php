<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Enrolment;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Exception\InvalidInput;
use Pulsanda\Core\Pattern\Range;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** The Marking table: who has handed in, one attempt beside its target, the teacher's answer. A student reads what was returned. */
final readonly class MarkingController
{
    public function __construct(private Access $access, private EntityManagerInterface $entities, private ClockInterface $clock)
    {
    }

    #[Route('/api/parts/{id}/marking', methods: 'GET')]
    public function list(string $id): JsonResponse
    {
        $part = $this->access->taughtPart($id);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::part($part),
            'students' => $this->students($part),
        ]);
    }

    #[Route('/api/attempts/{id}', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        return Role::Teacher === $this->access->account()->role ? $this->toMark($this->access->taughtAttempt($id)) : $this->returned($this->access->ownAttempt($id));
    }

    /** Keeps what the teacher has typed so far; the student does not see it yet. */
    #[Route('/api/attempts/{id}/feedback', methods: 'PUT')]
    public function save(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $feedback = $this->answer($attempt, $request);
        $this->entities->flush();

        return new JsonResponse(Shapes::feedback($feedback));
    }

    #[Route('/api/attempts/{id}/return', methods: 'POST')]
    public function giveBack(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $feedback = $this->answer($attempt, $request);
        if (null === $feedback->mark) {
            throw InvalidInput::at('mark', 'give a mark before you return this.');
        }
        $feedback->returnedAt = $this->clock->now();
        $this->entities->flush();

        return new JsonResponse(Shapes::feedback($feedback) + ['next' => $this->next($attempt->part, $attempt)]);
    }

    private function answer(Attempt $attempt, Request $request): Feedback
    {
        $fields = Body::of($request, ['mark', 'text']);
        $mark = $fields->isNull('mark') ? null : $fields->number('mark');
        if (null !== $mark) {
            Range::check('mark', $mark, 0, $attempt->part->policy->points);
        }
        $text = Body::text($fields, 'text', Feedback::MOST_TEXT);
        $feedback = $attempt->feedback ?? new Feedback($attempt->school, $attempt);
        [$feedback->mark, $feedback->text] = [$mark, $text];
        $this->entities->persist($feedback);

        return $feedback;
    }

    private function toMark(Attempt $attempt): JsonResponse
    {
        return new JsonResponse([
            'assignment' => Shapes::assignment($attempt->part->assignment),
            'part' => Shapes::plannedPart($attempt->part),
            'music' => Shapes::music($attempt->part, $attempt->pattern),
            'student' => ['id' => (string) $attempt->student->id, 'name' => $attempt->student->name],
            'attempt' => Shapes::attempt($attempt),
            'result' => $attempt->results[0] ?? null,
            'feedback' => Shapes::feedback($attempt->feedback),
            'next' => $this->next($attempt->part, $attempt),
        ]);
    }

    private function returned(Attempt $attempt): JsonResponse
    {
        $back = null !== $attempt->feedback?->returnedAt;
        $seen = $back && TargetView::Seen === $attempt->part->view;

        return new JsonResponse([
            'assignment' => Shapes::assignment($attempt->part->assignment),
            'open' => $attempt->part->assignment->isOpen($this->clock->now()),
            'part' => Shapes::part($attempt->part) + ['target' => $seen ? Shapes::pattern($attempt->part->target()) : null],
            'music' => Shapes::music($attempt->part, $attempt->pattern),
            'attempt' => Shapes::attempt($attempt),
            // A result names the target's places, so it stays here when the target is hidden.
            'result' => $seen ? $attempt->results[0] ?? null : null,
            'feedback' => $back ? Shapes::feedback($attempt->feedback) : null,
        ]);
    }

    /**
     * Every student of the class with their attempts, in a fixed number of queries and without reading patterns or results.
     *
     * @return list<array<string, mixed>>
     */
    private function students(Part $part): array
    {
        /** @var list<array{id: Uuid, name: string}> $students */
        $students = $this->entities->createQuery('SELECT s.id, s.name FROM '.Account::class.' s JOIN '.Enrolment::class.' e WITH e.student = s WHERE e.course = :course ORDER BY s.name')
            ->setParameter('course', $part->assignment->course->id)->getArrayResult();
        /** @var list<array{id: Uuid, student: string, number: int, handedInAt: \DateTimeImmutable, placement: float|null, suggested: float|null, mark: float|null, returnedAt: \DateTimeImmutable|null, begun: string|null}> $attempts */
        $attempts = $this->entities->createQuery('SELECT a.id, IDENTITY(a.student) AS student, a.number, a.handedInAt, a.placement, a.suggested, f.mark, f.returnedAt, f.id AS begun FROM '.Attempt::class.' a LEFT JOIN a.feedback f WHERE a.part = :part ORDER BY a.number DESC')
            ->setParameter('part', $part->id)->getArrayResult();
        $due = $part->assignment->dueAt;
        $byStudent = [];
        foreach ($attempts as $attempt) {
            $byStudent[$attempt['student']][] = [
                'id' => (string) $attempt['id'],
                'number' => $attempt['number'],
                'handedInAt' => Shapes::time($attempt['handedInAt']),
                'placement' => null === $attempt['placement'] ? null : round($attempt['placement'], 4),
                'suggested' => $attempt['suggested'],
                'mark' => $attempt['mark'],
                'state' => null !== $attempt['returnedAt'] ? 'returned' : (null !== $attempt['begun'] ? 'begun' : 'to-mark'),
            ];
        }

        return array_map(static fn (array $student): array => [
            'id' => (string) $student['id'],
            'name' => $student['name'],
            'attempts' => $byStudent[(string) $student['id']] ?? [],
        ], $students);
    }

    /** @return string|null the id of another student's newest attempt that waits for an answer, in the list's order, going round */
    private function next(Part $part, Attempt $current): ?string
    {
        $before = $after = [];
        $passed = false;
        foreach ($this->students($part) as $student) {
            /** @var list<array{id: string, state: string}> $attempts */
            $attempts = $student['attempts'];
            if ($student['id'] === (string) $current->student->id) {
                $passed = true;
            } elseif ([] !== $attempts && 'returned' !== $attempts[0]['state']) {
                $passed ? $after[] = $attempts[0]['id'] : $before[] = $attempts[0]['id'];
            }
        }

        return [...$after, ...$before][0] ?? null;
    }
}
