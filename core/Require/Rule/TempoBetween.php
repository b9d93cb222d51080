<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Compare\Say\Wording;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Voice;

/** The tempo lies in a range, counted in the beat that the meter is usually conducted in: dotted quarters in 6/8. */
final readonly class TempoBetween implements Requirement
{
    public function __construct(private float $low, private float $high)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'tempo-between',
            [
                Blank::number('low', 1, 1600),
                Blank::number('high', 1, 1600, 'low'),
            ],
            ['low' => 60, 'high' => 120],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.tempo-between', ['low' => $this->low, 'high' => $this->high]);
    }

    public function check(Submission $submission): Verdict
    {
        $pattern = $submission->pattern;
        $beat = Tempo::usualBeat($pattern->meter);
        $tempo = round($pattern->tempo->quarters() * Tempo::BEATS['4'] / Tempo::BEATS[$beat], 2);

        return Verdict::of(
            $tempo >= $this->low && $tempo <= $this->high,
            ['tempo' => $tempo, 'low' => $this->low, 'high' => $this->high, 'beat' => $beat],
        );
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.tempo-between.'.$verdict->way(), [
            'beat' => Wording::beat($verdict->text('beat', '4'), $voice),
            'tempo' => $verdict->number('tempo'),
            'low' => $verdict->number('low'),
            'high' => $verdict->number('high'),
        ]);
    }
}
