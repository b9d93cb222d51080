<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** The student says so many words about the work. */
final readonly class NoteWords implements Requirement
{
    public function __construct(private int $least)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('note-words', [Blank::whole('least', 1, 200)], ['least' => 5]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.note-words', ['count' => $this->least]);
    }

    public function check(Submission $submission): Verdict
    {
        $count = (int) preg_match_all('/[\p{L}\p{N}]+(?:[\'’-][\p{L}\p{N}]+)*/u', $submission->note);

        return Verdict::of($count >= $this->least, ['count' => $count, 'least' => $this->least]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.note-words.'.$verdict->way(), [
            'count' => (int) $verdict->number('count'),
            'least' => (int) $verdict->number('least'),
        ]);
    }
}
