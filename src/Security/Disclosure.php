<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Part;
use Pulsanda\Core\Task\View;

/** What of a part may be disclosed to whom. Every answer that could hold a target, or what follows from one, asks here. */
final readonly class Disclosure
{
    /**
     * @param bool $target   the targets, and where a beat differs from them
     * @param bool $frames   the frames of requirements: where a target is to be found by ear, they tell too much of it
     * @param bool $verdicts what the requirements say of a beat
     * @param bool $answer   what the teacher has written
     * @param bool $mark     the suggested mark, and what it was reckoned from
     */
    private function __construct(
        public bool $target,
        public bool $frames,
        public bool $verdicts,
        public bool $answer,
        public bool $mark,
    ) {
    }

    /** @return bool whether whoever works on a part may see its targets */
    public static function showsTarget(View $view): bool
    {
        return View::Seen === $view;
    }

    /** @param Attempt|null $attempt that is looked at; null while the part is worked on, which a teacher tries as a student finds it */
    public static function of(Part $part, Account $to, ?Attempt $attempt = null): self
    {
        $seen = self::showsTarget($part->view);
        if ($to->teaches()) {
            return null === $attempt
                ? new self($seen, $seen, $part->task()->help->ticks, false, false)
                : new self(true, true, true, true, true);
        }
        $back = null !== $attempt?->feedback?->returnedAt;

        return null === $attempt
            ? new self($seen, $seen, $part->task()->help->ticks, false, false)
            : new self($back && $seen, $seen, $back, $back, $back && $part->task()->help->suggested);
    }
}
