<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Record;
use Symfony\Component\Uid\Uuid;

/**
 * Stores what teachers answer: never over what another tab has stored since, and with an entry in the record where it reaches a student.
 */
final readonly class Answers
{
    private const RETURN = <<<'SQL'
        INSERT INTO feedback (id, school_id, attempt_id, version, mark, text, pins, returned_at)
        SELECT r.id, r.school, r.attempt, 1, r.mark, r.text, '[]', :now
        FROM json_to_recordset(:rows) AS r(id uuid, school uuid, attempt uuid, mark float, text text)
        ON CONFLICT (attempt_id) DO UPDATE
        SET mark = excluded.mark, text = excluded.text, returned_at = excluded.returned_at, opened_at = NULL, version = feedback.version + 1
        WHERE feedback.returned_at IS NULL
        SQL;
    /** What is there already is not said twice; what would be longer than an answer may be stays as it was, and is not counted. */
    private const ADD = <<<'SQL'
        INSERT INTO feedback (id, school_id, attempt_id, version, text, pins)
        SELECT r.id, r.school, r.attempt, 1, r.text, '[]'
        FROM json_to_recordset(:rows) AS r(id uuid, school uuid, attempt uuid, text text)
        ON CONFLICT (attempt_id) DO UPDATE
        SET text = CASE
                WHEN position(chr(10) || excluded.text || chr(10) IN chr(10) || feedback.text || chr(10)) > 0 THEN feedback.text
                WHEN feedback.text = '' THEN excluded.text
                ELSE feedback.text || chr(10) || excluded.text
            END,
            version = feedback.version + 1
        WHERE feedback.returned_at IS NULL AND char_length(feedback.text) + char_length(excluded.text) < :most
        SQL;
    private const RECORD = <<<'SQL'
        INSERT INTO audit_entry (id, school_id, what, who, subject, details, at)
        SELECT r.id, :school, :what, :who, r.attempt, r.details, :now
        FROM json_to_recordset(:rows) AS r(id uuid, attempt uuid, details json)
        SQL;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClockInterface $clock,
        private Record $record,
    ) {
    }

    /**
     * @param int                      $version that it rests on, 0 for the first
     * @param \Closure(Feedback): void $write
     * @param Account|null             $by      who returns it with this; null while it is only kept
     *
     * @throws Conflict when another tab has stored one since; with the answer as it now is
     */
    public function store(Attempt $attempt, int $version, \Closure $write, ?Account $by = null): Feedback
    {
        return $this->entities->wrapInTransaction(function () use ($attempt, $version, $write, $by): Feedback {
            // Answers to one attempt come one after another.
            $this->entities->lock($attempt, LockMode::PESSIMISTIC_WRITE);
            $feedback = $this->entities->getRepository(Feedback::class)->findOneBy(['attempt' => $attempt]);
            if (null !== $feedback) {
                $this->entities->refresh($feedback);
            }
            $same = self::writesTheSame($feedback, $write);
            if (($feedback->version ?? 0) !== $version && !$same) {
                throw self::changed($feedback);
            }
            $before = null === $feedback?->returnedAt ? null : $feedback->mark;
            if (null !== $by && null !== $feedback?->returnedAt && $same) {
                return $feedback;
            }
            $feedback ??= new Feedback($attempt->school, $attempt);
            $write($feedback);
            if (null !== $by) {
                $feedback->giveBack($this->now());
                $attempt->tell();
                $attempt->settle();
                $this->record->now('return', $by, $attempt->id, ['from' => $before, 'to' => $feedback->mark]);
            }
            $this->entities->persist($feedback);

            return $feedback;
        });
    }

    /**
     * One answer to several attempts: all are returned, or none, in a fixed number of statements.
     *
     * @param non-empty-list<array{Attempt, float, string}> $answers attempt, mark and text
     *
     * @throws Conflict when one of them has been answered since
     */
    public function giveBackAll(Part $part, array $answers, Account $by): void
    {
        $now = $this->now()->format(\DATE_ATOM);
        $rows = array_map(static fn (array $one): array => [
            'id' => (string) Uuid::v7(),
            'school' => (string) $part->school->id,
            'attempt' => (string) $one[0]->id,
            'mark' => $one[1],
            'text' => $one[2],
        ], $answers);
        $entries = array_map(
            static fn (array $one): array => [
                'id' => (string) Uuid::v7(),
                'attempt' => (string) $one[0]->id,
                'details' => ['from' => null, 'to' => $one[1]],
            ],
            $answers,
        );
        $this->connection->transactional(function () use ($now, $rows, $entries, $by, $part): void {
            $given = $this->connection->executeStatement(self::RETURN, ['now' => $now, 'rows' => json_encode($rows, \JSON_THROW_ON_ERROR)]);
            if (\count($rows) !== $given) {
                throw new Conflict('One of them has feedback already; load the class again.');
            }
            $this->connection->executeStatement(
                'UPDATE attempt SET told = true, suggested_before = NULL WHERE id IN (?)',
                [array_column($rows, 'attempt')],
                [ArrayParameterType::STRING],
            );
            $this->record('return', $by, $part, $entries, $now);
        });
    }

    /**
     * Adds one text to what is kept for several attempts, which stay to be marked: for all, or for none.
     *
     * @param non-empty-list<array{Attempt, string}> $texts
     *
     * @throws Conflict when one has been returned since, or has no room for it
     */
    public function addToAll(array $texts): void
    {
        $rows = array_map(static fn (array $one): array => [
            'id' => (string) Uuid::v7(),
            'school' => (string) $one[0]->school->id,
            'attempt' => (string) $one[0]->id,
            'text' => $one[1],
        ], $texts);
        $this->connection->transactional(function () use ($rows): void {
            $added = $this->connection->executeStatement(
                self::ADD,
                ['rows' => json_encode($rows, \JSON_THROW_ON_ERROR), 'most' => Feedback::MOST_TEXT],
            );
            if (\count($rows) !== $added) {
                throw new Conflict('One of them is returned already, or its text is full; load the class again.');
            }
        });
    }

    /**
     * @param non-empty-list<Attempt> $attempts all of $part
     *
     * @throws Conflict when one of the students has opened it
     */
    public function takeBack(Part $part, array $attempts, Account $by): void
    {
        $this->entities->wrapInTransaction(function () use ($part, $attempts, $by): void {
            foreach ($attempts as $attempt) {
                $feedback = $attempt->feedback;
                // A student who opens it at this moment comes before, or finds nothing.
                null === $feedback || $this->entities->refresh($feedback, LockMode::PESSIMISTIC_WRITE);
                if (true !== $feedback?->canBeTakenBack()) {
                    throw new Conflict("{$attempt->student->name} has opened it. Change the feedback and return it again.");
                }
                $feedback->takeBack();
            }
            $entries = array_map(
                static fn (Attempt $one): array => [
                    'id' => (string) Uuid::v7(),
                    'attempt' => (string) $one->id,
                    'details' => ['from' => $one->feedback?->mark, 'to' => null],
                ],
                $attempts,
            );
            $this->record('take-back', $by, $part, $entries, $this->now()->format(\DATE_ATOM));
        });
    }

    /** A student opens what was returned to them: from now on it cannot be taken back. */
    public function open(string $attempt, Account $student): void
    {
        $this->connection->executeStatement(
            'UPDATE feedback f SET opened_at = :now FROM attempt a WHERE a.id = f.attempt_id AND a.id = :attempt '
                .'AND a.student_id = :student AND f.returned_at IS NOT NULL AND f.opened_at IS NULL',
            ['now' => $this->now()->format(\DATE_ATOM), 'attempt' => $attempt, 'student' => (string) $student->id],
        );
    }

    /** @param list<array{id: string, attempt: string, details: array<string, mixed>}> $entries */
    private function record(string $what, Account $by, Part $part, array $entries, string $now): void
    {
        $this->connection->executeStatement(self::RECORD, [
            'school' => (string) $part->school->id, 'what' => $what, 'who' => (string) $by->id, 'now' => $now, 'rows' => json_encode(
                $entries,
                \JSON_THROW_ON_ERROR,
            ),
        ]);
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }

    /**
     * Whether what is there already is what is written: a request that is sent again is no second hand.
     *
     * @param \Closure(Feedback): void $write
     */
    private static function writesTheSame(?Feedback $feedback, \Closure $write): bool
    {
        if (null === $feedback) {
            return false;
        }
        $written = clone $feedback;
        $write($written);
        $shape = static fn (Feedback $one): string => json_encode(
            [$one->mark, $one->text, $one->pins, Shapes::pattern($one->correction)],
            \JSON_THROW_ON_ERROR,
        );

        return $shape($written) === $shape($feedback);
    }

    private static function changed(?Feedback $feedback): Conflict
    {
        return new Conflict(
            'This feedback was changed in another tab or on another device; choose which one to keep.',
            null === $feedback ? [] : ['feedback' => Shapes::feedback($feedback)],
        );
    }
}
