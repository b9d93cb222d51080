<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\DraftState;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Symfony\Component\Uid\Uuid;

/** The drafts of students and what they were before. */
final readonly class Drafts
{
    /** The first save: nothing comes back when there is a draft already. */
    private const BEGIN = <<<'SQL'
        WITH saved AS (
            INSERT INTO draft (id, school_id, part_id, student_id, version, pattern, note, saved_at)
            SELECT :id, school_id, id, :student, 1, :pattern, :note, :now FROM part WHERE id = :part
            ON CONFLICT (part_id, student_id) DO NOTHING RETURNING id, school_id
        ), kept AS (
            INSERT INTO draft_state (id, school_id, draft_id, version, pattern, saved_at, kept)
            SELECT :state, school_id, id, 1, :pattern, :now, false FROM saved
        ) SELECT 1 FROM saved
        SQL;
    /**
     * A save that rests on :version: nothing comes back when another one came before it, unless that kept the same: a request that is
     * sent again is no second hand. What did not change counts as no save.
     */
    private const GO_ON = <<<'SQL'
        WITH before AS (
            SELECT id, pattern::text IS DISTINCT FROM :pattern AS other, note IS DISTINCT FROM :note AS noted
            FROM draft WHERE part_id = :part AND student_id = :student
                AND (version = :version OR (pattern::text = :pattern AND note = :note)) FOR UPDATE
        ), saved AS (
            UPDATE draft d SET pattern = :pattern, note = :note, saved_at = CASE WHEN other OR noted THEN :now ELSE saved_at END,
                version = d.version + CASE WHEN other OR noted THEN 1 ELSE 0 END
            FROM before WHERE d.id = before.id RETURNING d.id, d.school_id, d.version, d.saved_at, other
        ), kept AS (
            INSERT INTO draft_state (id, school_id, draft_id, version, pattern, saved_at, kept)
            SELECT :state, school_id, id, version, :pattern, :now, false FROM saved WHERE other
        ), gone AS (
            DELETE FROM draft_state s USING saved WHERE saved.other AND s.draft_id = saved.id AND NOT s.kept AND s.saved_at < :past
        ) SELECT version, saved_at FROM saved
        SQL;

    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private ClockInterface $clock)
    {
    }

    public function find(string $part, Account $student): ?Draft
    {
        return $this->entities->getRepository(Draft::class)->findOneBy(['part' => $part, 'student' => $student]);
    }

    /**
     * Keeps a draft, and what it is now as one of its states, in one statement.
     *
     * @param int $version that the edits rest on, 0 for the first
     *
     * @return array{version: int, savedAt: string|null} what is new about it
     *
     * @throws Conflict when another tab or device has saved since; with the draft as it now is
     */
    public function keep(string $part, Account $student, int $version, Pattern $pattern, string $note): array
    {
        $now = \DateTimeImmutable::createFromInterface($this->clock->now());
        $values = [
            'part' => $part, 'student' => (string) $student->id, 'pattern' => PatternWriter::write($pattern), 'note' => $note,
            'now' => $now->format(\DATE_ATOM), 'state' => (string) Uuid::v7(),
        ];
        $saved = 0 === $version ? $this->connection->fetchAssociative(self::BEGIN, $values + ['id' => (string) Uuid::v7()]) : false;
        if (false === $saved) {
            $past = $now->modify(DraftState::KEPT_FOR)->format(\DATE_ATOM);
            $saved = $this->connection->fetchAssociative(self::GO_ON, $values + ['version' => $version, 'past' => $past]);
        }
        if (false === $saved) {
            $other = $this->find($part, $student);
            throw new Conflict(
                'This beat was changed in another tab or on another device; choose which one to keep.',
                null === $other ? [] : ['draft' => self::shape($other)],
            );
        }
        $savedAt = \is_string($saved['saved_at'] ?? null) ? new \DateTimeImmutable($saved['saved_at']) : $now;

        return ['version' => \is_int($saved['version'] ?? null) ? $saved['version'] : 1, 'savedAt' => Shapes::time($savedAt)];
    }

    /** @return list<array{version: int, savedAt: string|null, kept: bool}> the states of the last hour and those kept, the newest first */
    public function states(Draft $draft): array
    {
        /** @var list<array{version: int, savedAt: \DateTimeImmutable, kept: bool}> $states */
        $states = $this->entities->createQuery(
            'SELECT s.version, s.savedAt, s.kept FROM '.DraftState::class.' s WHERE s.draft = :draft AND (s.kept = true OR s.savedAt '
                .'>= :time) ORDER BY s.version DESC',
        )->setParameters(['draft' => $draft, 'time' => $this->clock->now()->modify(DraftState::KEPT_FOR)])->getArrayResult();

        return array_map(
            static fn (array $state): array => [
                'version' => $state['version'],
                'savedAt' => Shapes::time($state['savedAt']),
                'kept' => $state['kept'],
            ],
            $states,
        );
    }

    public function state(Draft $draft, int $version): ?DraftState
    {
        return $this->entities->getRepository(DraftState::class)->findOneBy(['draft' => $draft, 'version' => $version]);
    }

    /**
     * Keeps what the draft was at a version for longer than an hour.
     *
     * @return bool whether there is such a state
     *
     * @throws Conflict when as many are kept as fit
     */
    public function hold(Draft $draft, int $version): bool
    {
        return $this->entities->wrapInTransaction(function () use ($draft, $version): bool {
            // One at a time for one draft, so that the count holds.
            $this->connection->executeQuery('SELECT 1 FROM draft WHERE id = ? FOR NO KEY UPDATE', [(string) $draft->id]);

            return $this->holdOne($draft, $version);
        });
    }

    private function holdOne(Draft $draft, int $version): bool
    {
        $state = $this->state($draft, $version);
        if (null === $state && $version === $draft->version) {
            // The newest one may be older than an hour, or only its note was changed.
            $state = new DraftState($draft->school, $draft, $version, $draft->pattern, $draft->savedAt);
            $this->entities->persist($state);
        }
        $kept = $this->entities->getRepository(DraftState::class)->count(['draft' => $draft, 'kept' => true]);
        if (null !== $state && !$state->kept && $kept >= DraftState::MOST_KEPT) {
            throw new Conflict(\sprintf('You have kept %d beats of this task already; that is as many as fit.', $kept));
        }
        $state?->keep();
        $this->entities->flush();

        return null !== $state;
    }

    /** @return array<string, mixed> */
    public static function shape(Draft $draft): array
    {
        return [
            'version' => $draft->version,
            'pattern' => PatternWriter::toData($draft->pattern),
            'note' => $draft->note,
            'savedAt' => Shapes::time($draft->savedAt),
        ];
    }
}
