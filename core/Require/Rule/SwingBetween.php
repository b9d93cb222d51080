<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** The swing lies in a range. */
final readonly class SwingBetween implements Requirement
{
    public function __construct(private float $low, private float $high)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'swing-between',
            [
                Blank::number('low', 50, 75),
                Blank::number('high', 50, 75, 'low'),
            ],
            ['low' => 55, 'high' => 67],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.swing-between', ['low' => $this->low, 'high' => $this->high]);
    }

    public function check(Submission $submission): Verdict
    {
        $swing = $submission->pattern->swing->percent;

        return Verdict::of($swing >= $this->low && $swing <= $this->high, ['swing' => $swing, 'low' => $this->low, 'high' => $this->high]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.swing-between.'.$verdict->way(), [
            'swing' => $verdict->number('swing'),
            'low' => $verdict->number('low'),
            'high' => $verdict->number('high'),
        ]);
    }
}
