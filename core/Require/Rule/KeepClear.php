<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Frame;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** None of the strokes of a frame is there. */
final readonly class KeepClear implements Requirement
{
    public function __construct(private Pattern $frame)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('keep-clear', [Blank::frame()]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.keep-clear');
    }

    public function check(Submission $submission): Verdict
    {
        [$there] = Frame::over($this->frame, $submission);

        return Verdict::of([] === $there, [], $there);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        $values = ['count' => \count($verdict->evidence), 'place' => $verdict->first($place, $voice)];

        return $voice->say('rule.keep-clear.'.$verdict->way(), $values);
    }
}
