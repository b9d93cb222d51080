<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Exemption;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Require\Submission;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** The Bench: a student reads the task, keeps a draft, and hands in. A teacher opens it to try the task. */
final readonly class BenchController
{
    private const VERSION = ['version' => '[0-9]{1,9}'];

    public function __construct(
        private Access $access,
        private Drafts $drafts,
        private Allowance $allowance,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private HandIn $handIn,
        private Reader $reader,
    ) {
    }

    #[Route('/api/parts/{id}/bench', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        $part = $this->access->workedPart($id);
        $account = $this->access->account();
        $trying = $this->access->teaches();
        $draft = $trying ? null : $this->drafts->find($id, $account);
        $leave = $trying ? null : $this->leave($part, $account);
        $may = Disclosure::of($part, $account);
        $task = $part->task();

        return new JsonResponse([
            'trying' => $trying,
            'assignment' => ['dueAt' => Shapes::time($leave->until ?? $part->assignment->dueAt)] + Shapes::assignment($part->assignment),
            'open' => $part->assignment->isOpen($this->now(), $leave),
            'part' => Shapes::part($part),
            'given' => null === $task->freedom->played ? null : PatternWriter::toData($task->start),
            'music' => Shapes::openMusic($this->reader->of($part->assignment->course), $part, $draft->pattern ?? $part->start),
            'target' => $may->target ? Shapes::pattern($part->target()) : null,
            'others' => $may->target ? array_map(PatternWriter::toData(...), \array_slice($part->targets, 1)) : [],
            'draft' => null === $draft
                ? ['version' => 0, 'pattern' => PatternWriter::toData($part->start), 'note' => '', 'savedAt' => null]
                : Drafts::shape($draft),
            'attempts' => $trying ? [] : $this->attempts($part, $account),
            'parts' => $this->siblings($part),
            'asks' => array_map(
                static fn (array $ask): array => $may->frames ? $ask : array_diff_key($ask, ['frame' => true]),
                $task->requirements->asks($this->reader->of($part->assignment->course), $task->start->meter),
            ),
            'checked' => $this->checked($part, $draft->pattern ?? $part->start, $draft->note ?? ''),
            'help' => $this->allowance->left($part, $trying ? null : $account),
        ]);
    }

    /**
     * Keeps a draft. The version sent is the one that the edits rest on (0 for the first); if another tab or device has saved
     * since, nothing is overwritten and the answer is 409 with the draft as it now is.
     */
    #[Route('/api/parts/{id}/draft', methods: 'PUT')]
    public function save(string $id, Request $request): JsonResponse
    {
        $part = $this->access->openPart($id);
        if (null !== $part->assignment->course->archivedAt) {
            throw new Conflict('This class is archived, so nothing in it changes any more. Your beat stays as it was.');
        }
        [$version, $pattern, $note] = self::work($part, Body::of($request, ['version', 'pattern', 'note'], Body::MOST_BEAT));

        return new JsonResponse(
            $this->drafts->keep(
                $id,
                $this->access->student(),
                $version,
                $pattern,
                $note,
            ) + ['checked' => $this->checked($part, $pattern, $note)],
        );
    }

    /** What the draft was at each save of the last hour, and the states that were kept. */
    #[Route('/api/parts/{id}/draft/states', methods: 'GET')]
    public function states(string $id): JsonResponse
    {
        $this->access->studiedPart($id);
        $draft = $this->drafts->find($id, $this->access->student());

        return new JsonResponse(['states' => null === $draft ? [] : $this->drafts->states($draft)]);
    }

    #[Route('/api/parts/{id}/draft/states/{version}', requirements: self::VERSION, methods: 'GET')]
    public function state(string $id, int $version): JsonResponse
    {
        $state = $this->drafts->state($this->ownDraft($id), $version) ?? throw new NotFoundHttpException();

        return new JsonResponse(['pattern' => PatternWriter::toData($state->pattern)]);
    }

    #[Route('/api/parts/{id}/draft/states/{version}/keep', requirements: self::VERSION, methods: 'POST')]
    public function hold(string $id, int $version): Response
    {
        if (!$this->drafts->hold($this->ownDraft($id), $version)) {
            throw new NotFoundHttpException();
        }

        return new Response(null, 204);
    }

    /**
     * Hands in. A press has a key of its own: sent twice, it hands in once. The same unchanged beat again is told, not stored. What was
     * pressed without a connection says when: it counts where that was in time, its teacher reads both times, and the draft, which may
     * have gone on since, stays.
     */
    #[Route('/api/parts/{id}/attempts', methods: 'POST')]
    public function handIn(string $id, Request $request): JsonResponse
    {
        $part = $this->access->openPart($id);
        $student = $this->access->student();
        $fields = Body::of($request, ['version', 'pattern', 'note', 'press', 'pressedAt'], Body::MOST_BEAT);
        [$version, $pattern, $note] = self::work($part, $fields);
        $pressed = $fields->has('pressedAt') ? Body::time($fields, 'pressedAt') : null;
        $kept = $this->handIn->take($part, $student, $version, $pattern, $note, Body::uuid($fields, 'press'), $pressed);
        $draft = null === $kept ? $this->drafts->find($id, $student) : null;

        return new JsonResponse([
            'draft' => null === $draft ? $kept ?? [] : ['version' => $draft->version, 'savedAt' => Shapes::time($draft->savedAt)],
            'attempts' => $this->attempts($part, $student),
            'parts' => $this->siblings($part),
        ], 201);
    }

    private function leave(Part $part, Account $student): ?Exemption
    {
        return $this->entities->getRepository(Exemption::class)->findOneBy(['assignment' => $part->assignment, 'student' => $student]);
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }

    /** @return array<string, mixed>|null what the requirements say of a beat, where the student may see that while working */
    private function checked(Part $part, Pattern $pattern, string $note): ?array
    {
        $task = $part->task();
        $may = Disclosure::of($part, $this->access->account());
        if (!$may->verdicts || $task->requirements->isEmpty()) {
            return null;
        }

        return Shapes::checked(
            $task->requirements->check(Submission::of($pattern, $note, $task->policy->tolerance)),
            $pattern,
            $this->reader->of($part->assignment->course),
            $may->frames,
        );
    }

    /** @return list<array<string, mixed>> all parts of the assignment, with where the student is */
    private function siblings(Part $part): array
    {
        $newest = [];
        $student = !$this->access->teaches();
        if ($student) {
            /** @var list<array{part: string, found: int, told: bool}> $attempts */
            $attempts = $this->entities->createQuery(
                'SELECT IDENTITY(a.part) AS part, a.found, a.told FROM '.Attempt::class.' a JOIN a.part p WHERE p.assignment = '
                    .':assignment AND a.student = :student ORDER BY a.number',
            )->setParameters(['assignment' => $part->assignment->id, 'student' => $this->access->student()->id])->getArrayResult();
            $newest = array_column($attempts, null, 'part');
        }
        $parts = [];
        $before = null;
        foreach ($part->assignment->parts() as $one) {
            $last = $newest[(string) $before?->id] ?? null;
            $parts[] = [
                'id' => (string) $one->id,
                'position' => $one->position,
                'name' => $one->name,
                'handedIn' => isset($newest[(string) $one->id]),
                'waiting' => $student && !$one->isOpenAfter(($last['told'] ?? false) ? $last['found'] : null),
            ];
            $before = $one;
        }

        return $parts;
    }

    private function ownDraft(string $id): Draft
    {
        $this->access->studiedPart($id);

        return $this->drafts->find($id, $this->access->student()) ?? throw new NotFoundHttpException();
    }

    /** @return array{int, Pattern, string} version, pattern and note as sent */
    private static function work(Part $part, Fields $fields): array
    {
        $pattern = Body::pattern($fields);
        self::check($part, $pattern);

        return [$fields->int('version'), $pattern, $fields->text('note', Draft::MOST_NOTE)];
    }

    /** @throws InvalidInput when the pattern changes what the part fixes */
    public static function check(Part $part, Pattern $pattern): void
    {
        try {
            $part->task()->check($pattern);
        } catch (InvalidInput $error) {
            throw $error->under('pattern');
        }
    }

    /** @return list<array<string, mixed>> the student's attempts, the newest first; marks only of those returned */
    private function attempts(Part $part, Account $student): array
    {
        /**
         * @var list<array{
         *     id: Uuid,
         *     number: int,
         *     handedInAt: \DateTimeImmutable,
         *     mark: float|null,
         *     returnedAt: \DateTimeImmutable|null,
         * }> $attempts
         */
        $attempts = $this->entities->createQuery(
            'SELECT a.id, a.number, a.handedInAt, f.mark, f.returnedAt FROM '.Attempt::class.' a LEFT JOIN a.feedback f WHERE a.part '
                .'= :part AND a.student = :student ORDER BY a.number DESC',
        )->setParameters(['part' => $part->id, 'student' => $student->id])->getArrayResult();

        return array_map(static fn (array $attempt): array => [
            'id' => (string) $attempt['id'],
            'number' => $attempt['number'],
            'handedInAt' => Shapes::time($attempt['handedInAt']),
            'returnedAt' => Shapes::time($attempt['returnedAt']),
            'mark' => null === $attempt['returnedAt'] ? null : $attempt['mark'],
        ], $attempts);
    }
}
