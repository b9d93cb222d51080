<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\Exception\UniqueConstraintViolationException;
use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\DraftState;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;

/** The drafts of students and what they were before. */
final readonly class Drafts
{
    public function __construct(private EntityManagerInterface $entities, private ClockInterface $clock)
    {
    }

    public function find(Part $part, Account $student): ?Draft
    {
        return $this->entities->getRepository(Draft::class)->findOneBy(['part' => $part, 'student' => $student]);
    }

    /**
     * Keeps a draft, and what it is now as one of its states.
     *
     * @param int $version that the edits rest on, 0 for the first
     *
     * @return array<string, mixed> the draft as kept
     *
     * @throws Conflict when another tab or device has saved since; with the draft as it now is
     */
    public function keep(Part $part, Account $student, int $version, Pattern $pattern, string $note): array
    {
        return $this->entities->wrapInTransaction(function () use ($part, $student, $version, $pattern, $note): array {
            $draft = $this->find($part, $student);
            if (null !== $draft) {
                $this->entities->lock($draft, LockMode::PESSIMISTIC_WRITE);
                $this->entities->refresh($draft);
            }
            if (($draft->version ?? 0) !== $version) {
                $conflict = null === $draft ? [] : ['draft' => self::shape($draft)];
                throw new Conflict('This beat was changed in another tab or on another device; choose which one to keep.', $conflict);
            }
            $changed = null === $draft || PatternWriter::write($draft->pattern) !== PatternWriter::write($pattern);
            if (null === $draft) {
                $draft = new Draft($part->school, $part, $student, $pattern, $note, $this->clock->now());
                $this->entities->persist($draft);
            } elseif ($changed || $draft->note !== $note) {
                [$draft->pattern, $draft->note, $draft->savedAt] = [$pattern, $note, $this->clock->now()];
            }
            try {
                $this->entities->flush();
            } catch (UniqueConstraintViolationException) {
                throw new Conflict('This beat was begun in another tab at the same moment; load it again.');
            }
            if ($changed) {
                $this->entities->persist(new DraftState($part->school, $draft, $draft->version, $pattern, $this->clock->now()));
                $this->entities->flush();
                $this->entities->createQuery('DELETE FROM '.DraftState::class.' s WHERE s.draft = :draft AND s.kept = false AND s.savedAt < :time')
                    ->setParameters(['draft' => $draft, 'time' => $this->clock->now()->modify(DraftState::KEPT_FOR)])->execute();
            }

            return self::shape($draft);
        });
    }

    /** @return list<array{version: int, savedAt: string|null, kept: bool}> the states of the last hour and those kept, the newest first */
    public function states(Draft $draft): array
    {
        /** @var list<array{version: int, savedAt: \DateTimeImmutable, kept: bool}> $states */
        $states = $this->entities->createQuery('SELECT s.version, s.savedAt, s.kept FROM '.DraftState::class.' s WHERE s.draft = :draft AND (s.kept = true OR s.savedAt >= :time) ORDER BY s.version DESC')
            ->setParameters(['draft' => $draft, 'time' => $this->clock->now()->modify(DraftState::KEPT_FOR)])->getArrayResult();

        return array_map(static fn (array $state): array => ['version' => $state['version'], 'savedAt' => Shapes::time($state['savedAt']), 'kept' => $state['kept']], $states);
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
        if (null !== $state) {
            $state->kept = true;
            $this->entities->flush();
        }

        return null !== $state;
    }

    /** @return array<string, mixed> */
    public static function shape(Draft $draft): array
    {
        return ['version' => $draft->version, 'pattern' => PatternWriter::toData($draft->pattern), 'note' => $draft->note, 'savedAt' => Shapes::time($draft->savedAt)];
    }
}
