<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Task\Feasibility;

/** A teacher publishes a plan, withdraws it, closes it and opens it again: each in a transaction, recorded where it changes anything. */
final readonly class Publication
{
    public function __construct(
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Record $record,
        private Planned $planned,
        private Reader $reader,
    ) {
    }

    /**
     * Opens it at once, or at a time to come.
     *
     * @throws InvalidInput when it has no name or no target, cannot be met, or would open when it is over
     */
    public function publish(Assignment $assignment, Account $teacher, ?\DateTimeImmutable $at): void
    {
        $now = $this->now();
        if (null !== $at && $at <= $now) {
            throw InvalidInput::at('at', 'this time is over; take one to come, or open it now.');
        }
        $this->checkReady($assignment);
        $this->step($assignment, $teacher, 'publish', static function () use ($assignment, $now, $at): bool {
            $was = $assignment->publishedAt;
            if (null !== $at && null !== $assignment->dueAt && $at >= $assignment->dueAt) {
                throw InvalidInput::at('at', 'it would open only after it is due; open it earlier, or let it be due later.');
            }
            $assignment->publish($now, $at);

            return $was !== $assignment->publishedAt;
        });
    }

    /**
     * Takes it back from the class; what students have begun is kept.
     *
     * @throws Conflict when somebody has handed in
     */
    public function withdraw(Assignment $assignment, Account $teacher): void
    {
        $this->step($assignment, $teacher, 'withdraw', function () use ($assignment): bool {
            if (0 < array_sum($this->planned->attempts($assignment))) {
                throw new Conflict('Somebody has handed in already, so it stays with the class; you can close it.');
            }
            $was = null !== $assignment->publishedAt;
            $assignment->withdraw();

            return $was;
        });
    }

    /**
     * From now on nothing more is handed in.
     *
     * @throws Conflict when it is not published
     */
    public function close(Assignment $assignment, Account $teacher): void
    {
        $this->step($assignment, $teacher, 'close', function () use ($assignment): bool {
            if (null === $assignment->publishedAt) {
                throw new Conflict('This assignment is not published, so there is nothing to close.');
            }
            $was = null === $assignment->closedAt;
            $assignment->close($this->now());

            return $was;
        });
    }

    public function reopen(Assignment $assignment, Account $teacher): void
    {
        $this->step($assignment, $teacher, 'reopen', static function () use ($assignment): bool {
            $was = null !== $assignment->closedAt;
            $assignment->reopen();

            return $was;
        });
    }

    /** @throws InvalidInput */
    private function checkReady(Assignment $assignment): void
    {
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
            $impossible = Feasibility::of($part->task(), $this->reader->of($part->assignment->course))->impossible;
            if ([] !== $impossible) {
                throw InvalidInput::at(\sprintf('parts[%d].requirements', $part->position - 1), implode(' ', $impossible));
            }
        }
    }

    /** @param \Closure(): bool $take whether anything changed */
    private function step(Assignment $assignment, Account $teacher, string $what, \Closure $take): void
    {
        $this->entities->wrapInTransaction(function () use ($assignment, $teacher, $what, $take): void {
            $this->entities->refresh($assignment, LockMode::PESSIMISTIC_WRITE);
            if ($take()) {
                $this->record->now($what, $teacher, $assignment->id);
            }
        });
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
