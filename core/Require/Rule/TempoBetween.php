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

/** The tempo lies in a range, counted in the beat that the meter is usually conducted in: dotted quarters in 6/8. */
final readonly class TempoBetween implements Requirement
{
    /** Of beats without a sign. */
    private const NAMES = ['2' => 'half note', '2.' => 'dotted half note', '16' => 'sixteenth', '16.' => 'dotted sixteenth'];

    public function __construct(private float $low, private float $high)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'tempo-between',
            'a tempo',
            [
                'The tempo lies between',
                Blank::number('low', 'lowest', 1, 1600),
                'and',
                Blank::number('high', 'highest', 1, 1600, 'low'),
                'beats a minute.',
            ],
            ['low' => 60, 'high' => 120],
        );
    }

    public function asks(): string
    {
        return "The tempo lies between $this->low and $this->high beats a minute.";
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

    public static function says(Verdict $verdict, \Closure $place): string
    {
        [$tempo, $low, $high] = [$verdict->number('tempo'), $verdict->number('low'), $verdict->number('high')];

        $sign = Wording::sign($verdict->text('beat', '4')) ?? self::NAMES[$verdict->text('beat', '4')] ?? 'beats';

        return $verdict->passed
            ? "The tempo is $sign = $tempo, between $low and $high."
            : "The tempo is $sign = $tempo; choose one between $low and $high.";
    }
}
