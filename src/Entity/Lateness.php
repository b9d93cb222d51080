<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/**
 * By how much a beat is late, for all who read it. What counts is when it arrived; a press that claims an earlier time, made without a
 * connection, counts from then only where the teacher has accepted it, for this attempt or for all of the task.
 */
final readonly class Lateness
{
    /** SQL, over `attempt t` and its `assignment a`: the time that counts. */
    public const COUNTS = 'CASE WHEN coalesce(t.press_accepted, a.trusts_presses) THEN coalesce(t.pressed_at, t.handed_in_at) '
        .'ELSE t.handed_in_at END';

    /**
     * @param \DateTimeImmutable|null $due   until when it is on time, with the grace period
     * @param \DateTimeImmutable|null $since from when lateness is counted: the due date itself
     *
     * @return int minutes, rounded up; 0 where it is on time
     */
    public static function minutes(\DateTimeImmutable $at, ?\DateTimeImmutable $due, ?\DateTimeImmutable $since): int
    {
        return null === $due || $at <= $due ? 0 : (int) ceil(($at->getTimestamp() - ($since ?? $due)->getTimestamp()) / 60);
    }
}
