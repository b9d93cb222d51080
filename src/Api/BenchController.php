<?php

declare(strict_types=1);

namespace Pulsanda\App\Api;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** The Bench: a student reads the task, keeps a draft, and hands in. A teacher opens it to try the task. */
final readonly class BenchController
{
    public const MOST_ATTEMPTS = 50;

    public function __construct(private Access $access, private EntityManagerInterface $entities, private ClockInterface $clock)
    {
    }

    #[Route('/api/parts/{id}/bench', methods: 'GET')]
    public function show(string $id): JsonResponse
    {
        $trying = Role::Teacher === $this->access->account()->role;
        $part = $trying ? $this->access->taughtPart($id) : $this->access->studiedPart($id);
        $student = $this->access->account();
        $draft = $trying ? null : $this->draft($part, $student);

        return new JsonResponse([
            'trying' => $trying,
            'assignment' => Shapes::assignment($part->assignment),
            'open' => $part->assignment->isOpen($this->clock->now()),
            'part' => Shapes::part($part),
            'music' => Shapes::music($part),
            'target' => TargetView::Seen === $part->view ? PatternWriter::toData($part->target()) : null,
            'draft' => null === $draft
                ? ['version' => 0, 'pattern' => PatternWriter::toData($part->start), 'note' => '', 'savedAt' => null]
                : self::draftShape($draft),
            'attempts' => $trying ? [] : $this->attempts($part, $student),
        ]);
    }

    /**
     * Keeps a draft. The version sent is the one that the edits rest on (0 for the first); if another tab or device has saved
     * since, nothing is overwritten and the answer is 409 with the draft as it now is.
     */
    #[Route('/api/parts/{id}/draft', methods: 'PUT')]
    public function save(string $id, Request $request): JsonResponse
    {
        $part = $this->access->studiedPart($id);
        [$version, $pattern, $note] = self::work($part, $request);

        return new JsonResponse($this->keep($part, $version, $pattern, $note));
    }

    #[Route('/api/parts/{id}/attempts', methods: 'POST')]
    public function handIn(string $id, Request $request): JsonResponse
    {
        $part = $this->access->studiedPart($id);
        $student = $this->access->student();
        [$version, $pattern, $note] = self::work($part, $request);
        if (!$part->assignment->isOpen($this->clock->now())) {
            throw new Conflict('The time for handing in is over; your beat is kept. Ask your teacher if it should still count.');
        }
        if (0 === array_sum(array_map(static fn (Row $row): int => \count($row->hits), $pattern->sections[0]->rows))) {
            throw new Conflict('There is no hit in your beat yet; build something first.');
        }
        $comparisons = $part->compare($pattern);

        return $this->entities->wrapInTransaction(function () use ($part, $student, $version, $pattern, $note, $comparisons): JsonResponse {
            $draft = $this->keep($part, $version, $pattern, $note);
            $number = 1 + $this->entities->getRepository(Attempt::class)->count(['part' => $part, 'student' => $student]);
            if ($number > self::MOST_ATTEMPTS) {
                throw new Conflict(\sprintf('You have handed in %d times; talk to your teacher before the next one.', self::MOST_ATTEMPTS));
            }
            $results = array_map(static fn ($comparison): array => $comparison->toData(), $comparisons);
            $attempt = new Attempt($part->school, $part, $student, $number, $pattern, $note, $this->clock->now(), $results, $comparisons[0]->aspects->placement, $comparisons[0]->mark());
            $this->entities->persist($attempt);
            $this->entities->flush();

            return new JsonResponse(['draft' => $draft, 'attempts' => $this->attempts($part, $student)], 201);
        });
    }

    /**
     * @return array<string, mixed> the draft as kept
     *
     * @throws Conflict
     */
    private function keep(Part $part, int $version, Pattern $pattern, string $note): array
    {
        $student = $this->access->student();

        return $this->entities->wrapInTransaction(function () use ($part, $student, $version, $pattern, $note): array {
            $draft = $this->draft($part, $student);
            if (null !== $draft) {
                $this->entities->lock($draft, LockMode::PESSIMISTIC_WRITE);
                $this->entities->refresh($draft);
            }
            if (($draft->version ?? 0) !== $version) {
                $conflict = null === $draft ? [] : ['draft' => self::draftShape($draft)];
                throw new Conflict('This beat was changed in another tab or on another device; choose which one to keep.', $conflict);
            }
            if (null === $draft) {
                $draft = new Draft($part->school, $part, $student, $pattern, $note, $this->clock->now());
                $this->entities->persist($draft);
            } elseif (PatternWriter::write($draft->pattern) !== PatternWriter::write($pattern) || $draft->note !== $note) {
                [$draft->pattern, $draft->note, $draft->savedAt] = [$pattern, $note, $this->clock->now()];
            }
            try {
                $this->entities->flush();
            } catch (UniqueConstraintViolationException) {
                throw new Conflict('This beat was begun in another tab at the same moment; load it again.');
            }

            return self::draftShape($draft);
        });
    }

    /** @return array{int, Pattern, string} version, pattern and note as sent */
    private static function work(Part $part, Request $request): array
    {
        $fields = Body::of($request, ['version', 'pattern', 'note']);
        $pattern = AssignmentController::pattern($fields);
        PartInput::checkAgainst($part, $pattern);

        return [$fields->int('version'), $pattern, Body::text($fields, 'note', Draft::MOST_NOTE)];
    }

    private function draft(Part $part, Account $student): ?Draft
    {
        return $this->entities->getRepository(Draft::class)->findOneBy(['part' => $part, 'student' => $student]);
    }

    /** @return array<string, mixed> */
    private static function draftShape(Draft $draft): array
    {
        return ['version' => $draft->version, 'pattern' => PatternWriter::toData($draft->pattern), 'note' => $draft->note, 'savedAt' => Shapes::time($draft->savedAt)];
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
