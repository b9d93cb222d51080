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

/** All strokes of a frame are there. */
final readonly class Contains implements Requirement
{
    public function __construct(private Pattern $frame)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('contains', [Blank::frame()]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.contains');
    }

    public function check(Submission $submission): Verdict
    {
        [$there, $missing] = Frame::over($this->frame, $submission);

        // One hit that is lost is not the whole frame.
        return Verdict::of([] === $missing, [], $missing, \count($there) / max(1, \count($there) + \count($missing)));
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        $values = ['count' => \count($verdict->evidence), 'place' => $verdict->first($place, $voice)];

        return $voice->say('rule.contains.'.$verdict->way(), $values);
    }
}
