<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Say\Voice;

/**
 * One thing that a task asks of a beat. It is passed or failed, with nothing between. Each kind is a class in Rule/ that declares,
 * checks and says itself; what it reads is what its blanks allow, and comes to its constructor by name.
 */
interface Requirement
{
    public static function declares(): Declared;

    /** @return string what it asks for, in one sentence for a student */
    public function asks(Voice $voice): string;

    public function check(Submission $submission): Verdict;

    /**
     * What a verdict tells, in one sentence for a student: what there is and, where it is failed, what to do.
     *
     * @param \Closure(int): string $place names a written tick
     */
    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string;
}
