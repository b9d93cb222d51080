<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\LockMode;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Exemption;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Job\Judging;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Task\View;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Uid\Uuid;

/** A student hands in a beat: judged, stored once a press, and recorded, all in one transaction. */
final readonly class HandIn
{
    public const MOST_ATTEMPTS = 50;
    /** What was saved in the moment of a press. */
    private const SAME_MOMENT = '+5 seconds';
    /** What somebody may do between coming back and the arrival of a press that waited. */
    private const LONGEST_RETURN = '2 minutes';

    public function __construct(
        private Drafts $drafts,
        private Allowance $allowance,
        private EntityManagerInterface $entities,
        private ClockInterface $clock,
        private Judging $judging,
        private Record $record,
    ) {
    }

    /**
     * @param int                     $version   of the draft that the beat rests on
     * @param Uuid|null               $press     the key of this press: arriving twice, it counts once
     * @param \DateTimeImmutable|null $pressedAt by the clock of the student's device, where there was no connection
     *
     * @return array<string, mixed>|null what is new about the draft; null where it stays as it was
     *
     * @throws Conflict when it is too late, empty, the same as before, or once too often
     */
    public function take(
        Part $part,
        Account $student,
        int $version,
        Pattern $pattern,
        string $note,
        ?Uuid $press,
        ?\DateTimeImmutable $pressedAt,
    ): ?array {
        if ($this->isHandedIn($part, $student, $press)) {
            return null;
        }
        $pressedAt = $this->believed($student, $pressedAt);
        $this->refuseTooLate($part, $student, $pressedAt);
        if (0 === $pattern->hitCount()) {
            throw new Conflict('There is no hit in your beat yet; build something first.');
        }
        $judgement = $part->task()->judge($pattern, $note);
        $id = (string) $part->id;
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
            $this->refuseTooLate($part, $student, $pressedAt);
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

        return $draft;
    }

    /** When "Hand in" was pressed without a connection; null where it is not believed. */
    private function believed(Account $student, ?\DateTimeImmutable $pressed): ?\DateTimeImmutable
    {
        $now = $this->now();

        return null === $pressed || $this->wasHeard($student, $pressed, $now) ? null : min($pressed, $now);
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
                ."UNION ALL SELECT 1 FROM audit_entry WHERE who = :student AND what <> 'sign-out' AND at BETWEEN :since AND :now LIMIT 1",
            [
                'student' => (string) $student->id,
                'since' => $since->format(\DATE_ATOM),
                'now' => $now->modify('-'.self::LONGEST_RETURN)->format(\DATE_ATOM),
            ],
        );
    }

    /** @throws Conflict when the time for handing in is over, or was when it was pressed */
    private function refuseTooLate(Part $part, Account $student, ?\DateTimeImmutable $pressed): void
    {
        $leave = $this->entities->getRepository(Exemption::class)->findOneBy(['assignment' => $part->assignment, 'student' => $student]);
        $now = $this->now();
        if (!$part->assignment->isOpen($now, $leave) && (null === $pressed || !$part->assignment->wasOpen($pressed, $now, $leave))) {
            throw new Conflict('The time for handing in is over; your beat is kept. Ask your teacher if it should still count.');
        }
    }

    private function refuseTheSame(Part $part, Account $student, Pattern $pattern, string $note): void
    {
        $newest = $this->entities->getRepository(Attempt::class)->findOneBy(['part' => $part, 'student' => $student], ['number' => 'DESC']);
        if (null !== $newest && $newest->note === $note && $newest->pattern->equals($pattern)) {
            throw new Conflict(
                \sprintf(
                    'This is the same as your attempt %d; change something, then hand in again.',
                    $newest->number,
                ),
                ['reason' => 'same'],
            );
        }
    }

    /** Whether this press of the button has arrived before. */
    private function isHandedIn(Part $part, Account $student, ?Uuid $press): bool
    {
        return null !== $press && 0 < $this->entities->getRepository(Attempt::class)->count(
            ['part' => $part, 'student' => $student, 'press' => $press],
        );
    }

    private function now(): \DateTimeImmutable
    {
        return \DateTimeImmutable::createFromInterface($this->clock->now());
    }
}
