<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** So many different instruments are heard. */
final readonly class InstrumentsAtLeast implements Requirement
{
    public function __construct(private int $number)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('instruments-at-least', [Blank::whole('number', 1, 48)], ['number' => 3]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.instruments-at-least', ['count' => $this->number]);
    }

    public function check(Submission $submission): Verdict
    {
        $heard = $submission->instruments();

        return Verdict::of(\count($heard) >= $this->number, ['count' => \count($heard), 'heard' => $heard, 'number' => $this->number]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.instruments-at-least.'.$verdict->way(), [
            'count' => (int) $verdict->number('count'),
            'names' => $verdict->instruments('heard', $voice),
            'least' => (int) $verdict->number('number'),
        ]);
    }
}
