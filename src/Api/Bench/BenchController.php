<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Plan\AssignmentController;
use Pulsanda\App\Api\Plan\PartInput;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/** The Bench: a student reads the task, keeps a draft, and hands in. A teacher opens it to try the task. */
final readonly class BenchController
{
    public const MOST_ATTEMPTS = 50;

    public function __construct(private Access $access, private Drafts $drafts, private EntityManagerInterface $entities, private Connection $connection, private ClockInterface $clock)
    {
    }

    #[Route('/api/parts/{id}/bench', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        $trying = Role::Teacher === $this->access->account()->role;
        $part = $trying ? $this->access->taughtPart($id) : $this->access->openPart($id);
        $student = $this->access->account();
        $draft = $trying ? null : $this->drafts->find($part, $student);

        return new JsonResponse([
            'trying' => $trying,
            'assignment' => Shapes::assignment($part->assignment),
            'open' => $part->assignment->isOpen($this->clock->now()),
            'part' => Shapes::part($part),
            'music' => Shapes::openMusic($part, $draft->pattern ?? $part->start),
            'target' => TargetView::Seen === $part->view ? Shapes::pattern($part->target()) : null,
            'others' => TargetView::Seen === $part->view ? array_map(PatternWriter::toData(...), \array_slice($part->targets, 1)) : [],
            'draft' => null === $draft
                ? ['version' => 0, 'pattern' => PatternWriter::toData($part->start), 'note' => '', 'savedAt' => null]
                : Drafts::shape($draft),
            'attempts' => $trying ? [] : $this->attempts($part, $student),
            'parts' => $this->siblings($part),
            'asks' => $part->requirements->asks(),
            'checked' => self::checked($part, $draft->pattern ?? $part->start, $draft->note ?? ''),
            'help' => HelpController::left($part, $trying ? null : $student, $this->connection),
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
        [$version, $pattern, $note] = self::work($part, $request);

        return new JsonResponse($this->drafts->keep($part, $this->access->student(), $version, $pattern, $note) + ['checked' => self::checked($part, $pattern, $note)]);
    }

    /** What the draft was at each save of the last hour, and the states that were kept. */
    #[Route('/api/parts/{id}/draft/states', methods: 'GET')]
    public function states(string $id): JsonResponse
    {
        $draft = $this->drafts->find($this->access->studiedPart($id), $this->access->student());

        return new JsonResponse(['states' => null === $draft ? [] : $this->drafts->states($draft)]);
    }

    #[Route('/api/parts/{id}/draft/states/{version}', requirements: ['version' => '\d{1,9}'], methods: 'GET')]
    public function state(string $id, int $version): JsonResponse
    {
        $draft = $this->ownDraft($id);
        $state = $this->drafts->state($draft, $version) ?? throw new NotFoundHttpException();

        return new JsonResponse(['pattern' => PatternWriter::toData($state->pattern)]);
    }

    #[Route('/api/parts/{id}/draft/states/{version}/keep', requirements: ['version' => '\d{1,9}'], methods: 'POST')]
    public function hold(string $id, int $version): Response
    {
        if (!$this->drafts->hold($this->ownDraft($id), $version)) {
            throw new NotFoundHttpException();
        }

        return new Response(null, 204);
    }

    #[Route('/api/parts/{id}/attempts', methods: 'POST')]
    public function handIn(string $id, Request $request): JsonResponse
    {
        $part = $this->access->openPart($id);
        $student = $this->access->student();
        [$version, $pattern, $note] = self::work($part, $request);
        if (!$part->assignment->isOpen($this->clock->now())) {
            throw new Conflict('The time for handing in is over; your beat is kept. Ask your teacher if it should still count.');
        }
        if (0 === $pattern->hitCount()) {
            throw new Conflict('There is no hit in your beat yet; build something first.');
        }
        $assessment = $part->assess($pattern, $note);

        return $this->entities->wrapInTransaction(function () use ($part, $student, $version, $pattern, $note, $assessment): JsonResponse {
            $draft = $this->drafts->keep($part, $student, $version, $pattern, $note);
            $number = 1 + $this->entities->getRepository(Attempt::class)->count(['part' => $part, 'student' => $student]);
            if ($number > self::MOST_ATTEMPTS) {
                throw new Conflict(\sprintf('You have handed in %d times; talk to your teacher before the next one.', self::MOST_ATTEMPTS));
            }
            $attempt = new Attempt($part->school, $part, $student, $number, $pattern, $note, $this->clock->now(), $assessment);
            $this->entities->persist($attempt);
            $this->entities->flush();

            return new JsonResponse(['draft' => $draft, 'attempts' => $this->attempts($part, $student), 'parts' => $this->siblings($part)], 201);
        });
    }

    /** @return array<string, mixed>|null what the requirements say of a beat, where students may see that while they work */
    private static function checked(Part $part, Pattern $pattern, string $note): ?array
    {
        return $part->help->ticks ? $part->assess($pattern, $note, false)->checked : null;
    }

    /** @return list<array<string, mixed>> all parts of the assignment, with where the student is */
    private function siblings(Part $part): array
    {
        $newest = [];
        $student = Role::Student === $this->access->account()->role;
        if ($student) {
            /** @var list<array{part: string, said: list<string>}> $attempts */
            $attempts = $this->entities->createQuery('SELECT IDENTITY(a.part) AS part, a.said FROM '.Attempt::class.' a JOIN a.part p WHERE p.assignment = :assignment AND a.student = :student ORDER BY a.number')
                ->setParameters(['assignment' => $part->assignment->id, 'student' => $this->access->student()->id])->getArrayResult();
            $newest = array_column($attempts, 'said', 'part');
        }
        $parts = [];
        $before = null;
        foreach ($part->assignment->parts as $one) {
            $parts[] = [
                'id' => (string) $one->id,
                'position' => $one->position,
                'handedIn' => isset($newest[(string) $one->id]),
                'waiting' => $student && !$one->isOpenAfter($newest[(string) $before?->id] ?? null),
            ];
            $before = $one;
        }

        return $parts;
    }

    private function ownDraft(string $id): Draft
    {
        return $this->drafts->find($this->access->studiedPart($id), $this->access->student()) ?? throw new NotFoundHttpException();
    }

    /** @return array{int, Pattern, string} version, pattern and note as sent */
    private static function work(Part $part, Request $request): array
    {
        $fields = Body::of($request, ['version', 'pattern', 'note']);
        $pattern = AssignmentController::pattern($fields);
        PartInput::checkAgainst($part, $pattern);

        return [$fields->int('version'), $pattern, Body::text($fields, 'note', Draft::MOST_NOTE)];
    }

    /** @return list<array<string, mixed>> the student's attempts, the newest first; marks only of those returned */
    private function attempts(Part $part, Account $student): array
    {
        /** @var list<array{id: \Symfony\Component\Uid\Uuid, number: int, handedInAt: \DateTimeImmutable, mark: float|null, returnedAt: \DateTimeImmutable|null}> $attempts */
        $attempts = $this->entities->createQuery('SELECT a.id, a.number, a.handedInAt, f.mark, f.returnedAt FROM '.Attempt::class.' a LEFT JOIN a.feedback f WHERE a.part = :part AND a.student = :student ORDER BY a.number DESC')
            ->setParameters(['part' => $part->id, 'student' => $student->id])->getArrayResult();

        return array_map(static fn (array $attempt): array => [
            'id' => (string) $attempt['id'],
            'number' => $attempt['number'],
            'handedInAt' => Shapes::time($attempt['handedInAt']),
            'returnedAt' => Shapes::time($attempt['returnedAt']),
            'mark' => null === $attempt['returnedAt'] ? null : $attempt['mark'],
        ], $attempts);
    }
}
