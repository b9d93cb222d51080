<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Plan;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Uid\Uuid;

/** A teacher saves a plan: once a press, over no other hand, and recorded where the class sees it already. */
final readonly class SavePlan
{
    private const ELSEWHERE = 'This plan was changed in another tab or on another device; choose which one to keep.';

    public function __construct(
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Judging $judging,
        private Record $record,
        private Planned $planned,
    ) {
    }

    /**
     * @param Uuid|null $id that the plan shall have: arriving twice, it is made once
     *
     * @throws Conflict              when there is another plan by this id
     * @throws NotFoundHttpException when it is another class's
     */
    public function begin(Course $course, ?Uuid $id, PlanInput $input): Assignment
    {
        return $this->entities->wrapInTransaction(function () use ($input, $course, $id): Assignment {
            if (null !== $id) {
                // Of two presses at once, the second waits and finds what the first has made.
                $this->entities->getConnection()->executeStatement('SELECT pg_advisory_xact_lock(hashtextextended(?, 0))', [(string) $id]);
                $there = $this->entities->find(Assignment::class, $id);
                if (null !== $there) {
                    if ($there->course !== $course) {
                        throw new NotFoundHttpException();
                    }
                    if (!$input->isSaved($there)) {
                        throw new Conflict(self::ELSEWHERE, ['plan' => $this->planned->shape($there)]);
                    }

                    return $there;
                }
            }
            $assignment = new Assignment($course->school, $course, \DateTimeImmutable::createFromInterface($this->clock->now()), $id);
            $this->fill($assignment, $input);
            $this->entities->persist($assignment);

            return $assignment;
        });
    }

    /**
     * @param int $version that the changes rest on; if another tab has saved since, nothing is overwritten
     *
     * @throws Conflict     when somebody else has saved since, or the work of students would be lost
     * @throws InvalidInput when it has no name and the class sees it
     */
    public function change(Assignment $assignment, Account $teacher, int $version, PlanInput $input): void
    {
        $changed = $this->entities->wrapInTransaction(function () use ($assignment, $teacher, $input, $version): array {
            $this->entities->refresh($assignment, LockMode::PESSIMISTIC_WRITE);
            if ($assignment->version !== $version) {
                if ($input->isSaved($assignment)) {
                    return []; // a request that is sent again is no second hand
                }
                throw new Conflict(self::ELSEWHERE, ['plan' => $this->planned->shape($assignment)]);
            }
            $revisions = array_map(static fn (Part $part): array => [$part, $part->revision], $assignment->parts());
            $this->fill($assignment, $input);
            $changed = array_filter($revisions, static fn (array $one): bool => $one[0]->revision > $one[1]);
            foreach (null === $assignment->publishedAt ? [] : $changed as [$part, $revision]) {
                $this->record->now(
                    'change-judgement',
                    $teacher,
                    $assignment->id,
                    ['part' => $part->position, 'from' => $revision, 'to' => $part->revision],
                );
            }

            return array_column($changed, 0);
        });
        foreach ($changed as $part) {
            $this->judging->ask($part);
        }
    }

    private function fill(Assignment $assignment, PlanInput $input): void
    {
        if (null !== $assignment->publishedAt) {
            Range::checkText('title', $input->title, Pattern::MOST_TITLE);
        }
        $handedIn = $this->planned->attempts($assignment);
        $matched = $input->matched($assignment);
        $kept = array_column($matched, 0);
        foreach ($assignment->parts() as $part) {
            if (!\in_array($part, $kept, true)) {
                if (0 < ($handedIn[(string) $part->id] ?? 0)) {
                    throw new Conflict(\sprintf('Someone has handed in part %d already, so it stays.', $part->position));
                }
                $assignment->remove($part);
            }
        }
        foreach ($matched as $i => [$part, $one]) {
            if (null === $part) {
                $part = $assignment->add($one->part->task, $one->part->waits, $i + 1);
            } elseif (0 < ($handedIn[(string) $part->id] ?? 0) && !$one->part->task->hasSheetOf($part->task())) {
                throw new Conflict(
                    'Work is handed in, so the starting beat and what students may change stay; all else can change.',
                );
            }
            $part->change($one->part->task, $i + 1, $one->part->waits);
            $part->describe($one->part->name, $one->part->brief);
        }
        $assignment->describe($input->title, $input->brief, $input->dueAt);
        $assignment->takeLate($input->late ?? $assignment->late, $input->grace ?? $assignment->grace);
    }
}
