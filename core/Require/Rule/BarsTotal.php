<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** One pass has so many bars. */
final readonly class BarsTotal implements Requirement
{
    public function __construct(private int $low, private int $high)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'bars-total',
            [
                Blank::whole('low', 1, 100_000),
                Blank::whole('high', 1, 100_000, 'low'),
            ],
            ['low' => 2, 'high' => 8],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.bars-total', Verdict::rangeOf($this->low, $this->high));
    }

    public function check(Submission $submission): Verdict
    {
        $bars = $submission->pattern->bars();

        return Verdict::of($bars >= $this->low && $bars <= $this->high, ['bars' => $bars, 'low' => $this->low, 'high' => $this->high]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.bars-total.'.$verdict->way(), ['bars' => (int) $verdict->number('bars')] + $verdict->range());
    }
}
