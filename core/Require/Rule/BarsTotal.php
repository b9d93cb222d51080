<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

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
            'a length',
            ['One pass lasts', Blank::whole('low', 'fewest', 1, 100_000), 'to', Blank::whole('high', 'most', 1, 100_000, 'low'), 'bars.'],
            ['low' => 2, 'high' => 8],
        );
    }

    public function asks(): string
    {
        return 'One pass lasts '.(
            $this->low === $this->high ? Submission::plural($this->low, 'bar') : "$this->low to $this->high bars"
        ).'.';
    }

    public function check(Submission $submission): Verdict
    {
        $bars = $submission->pattern->bars();

        return Verdict::of($bars >= $this->low && $bars <= $this->high, ['bars' => $bars, 'low' => $this->low, 'high' => $this->high]);
    }

    public static function says(Verdict $verdict, \Closure $place): string
    {
        $bars = $verdict->count('bars', 'bar');

        return $verdict->passed ? "$bars in all." : "$bars in all; make it {$verdict->range()}.";
    }
}
