<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Leave;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Disclosure;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Task\View;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/** The Bench: a student reads the task, keeps a draft, and hands in. A teacher opens it to try the task. */
final readonly class BenchController
{
    public const MOST_ATTEMPTS = 50;
    /** What was saved in the moment of a press. */
    private const SAME_MOMENT = '+5 seconds';
    /** What somebody may do between coming back and the arrival of a press that waited. */
    private const LONGEST_RETURN = '2 minutes';
    private const VERSION = ['version' => '[0-9]{1,9}'];

    public function __construct(
        private Access $access,
        private Drafts $drafts,
        private Allowance $allowance,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Judging $judging,
        private Record $record,
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
            'music' => Shapes::openMusic($part, $draft->pattern ?? $part->start),
            'target' => $may->target ? Shapes::pattern($part->target()) : null,
            'others' => $may->target ? array_map(PatternWriter::toData(...), \array_slice($part->targets, 1)) : [],
            'draft' => null === $draft
                ? ['version' => 0, 'pattern' => PatternWriter::toData($part->start), 'note' => '', 'savedAt' => null]
                : Drafts::shape($draft),
            'attempts' => $trying ? [] : $this->attempts($part, $account),
            'parts' => $this->siblings($part),
            'asks' => array_map(
                static fn (array $ask): array => $may->frames ? $ask : array_diff_key($ask, ['frame' => true]),
                $task->requirements->asks(),
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
        $press = Body::uuid($fields, 'press');
        if ($this->isHandedIn($part, $student, $press)) {
            return $this->handedIn($part, $student, $this->drafts->find($id, $student));
        }
        $pressedAt = $this->pressedAt($fields);
        $this->refuseTooLate($part, $pressedAt);
        if (0 === $pattern->hitCount()) {
            throw new Conflict('There is no hit in your beat yet; build something first.');
        }
        $judgement = $part->task()->judge($pattern, $note);
        $store = function () use ($id, $part, $student, $version, $pattern, $note, $judgement, $press, $pressedAt): ?array {
            // Presses of one student at one part come one after another.
            $this->entities->getConnection()->fetchOne('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', ["$id $student->id"]);
            if ($this->isHandedIn($part, $student, $press)) {
                return null;
            }
            // It may have been taken back or closed since: whoever does that waits for this, or this for them.
            $this->entities->refresh($part->assignment, LockMode::PESSIMISTIC_READ);
            if (!$part->assignment->isPublished($this->now())) {
                throw new NotFoundHttpException();
            }
            $this->refuseTooLate($part, $pressedAt);
            $this->refuseTheSame($part, $student, $pattern, $note);
            $draft = null !== $pressedAt && null !== $this->drafts->find($id, $student)
                ? null
                : $this->drafts->keep($id, $student, $version, $pattern, $note);
            $number = 1 + $this->entities->getRepository(Attempt::class)->count(['part' => $part, 'student' => $student]);
            if ($number > self::MOST_ATTEMPTS) {
                throw new Conflict(\sprintf('You have handed in %d times; talk to your teacher before the next one.', self::MOST_ATTEMPTS));
            }
            $told = View::Seen === $part->view || $this->allowance->tells($part, $student);
            $attempt = new Attempt(
                $part->school,
                $part,
                $student,
                $number,
                $pattern,
                $note,
                $this->now(),
                $judgement,
                $part->revision,
                $press,
                $told,
                $pressedAt,
            );
            $this->entities->persist($attempt);
            $this->entities->flush();
            $this->record->now('hand-in', $student, $attempt->id, array_filter([
                'number' => $number,
                'pressedAt' => Shapes::time($pressedAt),
            ]));

            return $draft;
        };
        $draft = $this->entities->wrapInTransaction($store);
        // The task may have changed between reading and storing: then this is judged by the new one.
        if ($part->revision !== $this->entities->getConnection()->fetchOne('SELECT revision FROM part WHERE id = ?', [$id])) {
            $this->judging->ask($part);
        }

        return null === $draft
            ? $this->handedIn($part, $student, $this->drafts->find($id, $student))
            : $this->handedIn($part, $student, null, $draft);
    }

    /** When "Hand in" was pressed, by the clock of the student's device, where that was without a connection. */
    private function pressedAt(Fields $fields): ?\DateTimeImmutable
    {
        $pressed = $fields->has('pressedAt') ? Body::time($fields, 'pressedAt') : null;

        $now = $this->now();

        return null === $pressed || $this->wasHeard($this->access->student(), $pressed, $now) ? null : min($pressed, $now);
    }

    /** Whether the server heard from somebody between a press and now: then there was a connection, and the press is not believed. */
    private function wasHeard(Account $student, \DateTimeImmutable $pressed, \DateTimeImmutable $now): bool
    {
        // What was saved just before the connection was lost may bear the second of the press.
        $since = $pressed->modify(self::SAME_MOMENT);

        return $since < $now && false !== $this->entities->getConnection()->fetchOne(
            'SELECT 1 FROM draft_state s JOIN draft d ON d.id = s.draft_id WHERE d.student_id = :student '
                .'AND s.saved_at BETWEEN :since AND :now '
                .'UNION ALL SELECT 1 FROM draft WHERE student_id = :student AND saved_at BETWEEN :since AND :now '
                ."UNION ALL SELECT 1 FROM deed WHERE who = :student AND what <> 'sign-out' AND at BETWEEN :since AND :now LIMIT 1",
            [
                'student' => (string) $student->id,
                'since' => $since->format(\DATE_ATOM),
                'now' => $now->modify('-'.self::LONGEST_RETURN)->format(\DATE_ATOM),
            ],
        );
    }

    /** @throws Conflict when the time for handing in is over, or was when it was pressed */
    private function refuseTooLate(Part $part, ?\DateTimeImmutable $pressed): void
    {
        [$now, $leave] = [$this->now(), $this->leave($part, $this->access->student())];
        if (!$part->assignment->isOpen($now, $leave) && (null === $pressed || !$part->assignment->wasOpen($pressed, $now, $leave))) {
            throw new Conflict('The time for handing in is over; your beat is kept. Ask your teacher if it should still count.');
        }
    }

    private function leave(Part $part, Account $student): ?Leave
    {
        return $this->entities->getRepository(Leave::class)->findOneBy(['assignment' => $part->assignment, 'student' => $student]);
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }

    /** Whether this press of the button has arrived before. */
    private function isHandedIn(Part $part, Account $student, ?Uuid $press): bool
    {
        return null !== $press && 0 < $this->entities->getRepository(Attempt::class)->count(
            ['part' => $part, 'student' => $student, 'press' => $press],
        );
    }

    /**
     * @param array<string, mixed> $kept what is new about the draft
     */
    private function handedIn(Part $part, Account $student, ?Draft $draft, array $kept = []): JsonResponse
    {
        return new JsonResponse([
            'draft' => null === $draft ? $kept : ['version' => $draft->version, 'savedAt' => Shapes::time($draft->savedAt)],
            'attempts' => $this->attempts($part, $student),
            'parts' => $this->siblings($part),
        ], 201);
    }

    private function refuseTheSame(Part $part, Account $student, Pattern $pattern, string $note): void
    {
        $newest = $this->entities->getRepository(Attempt::class)->findOneBy(['part' => $part, 'student' => $student], ['number' => 'DESC']);
        if (null !== $newest && $newest->note === $note && $newest->pattern->equals($pattern)) {
            throw new Conflict(
                \sprintf(
                    'This is the same as your attempt %d, which is with your teacher already; change something before you hand in again.',
                    $newest->number,
                ),
                ['reason' => 'same'],
            );
        }
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
            $part->assignment->course->counting,
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
