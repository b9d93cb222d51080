<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** The tempo lies in a range, in quarter notes a minute. */
final readonly class TempoBetween implements Requirement
{
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
                'quarter notes a minute.',
            ],
            ['low' => 60, 'high' => 120],
        );
    }

    public function asks(): string
    {
        return "The tempo lies between ♩ = $this->low and $this->high.";
    }

    public function check(Submission $submission): Verdict
    {
        $quarters = round($submission->pattern->tempo->quarters(), 2);

        return Verdict::of(
            $quarters >= $this->low && $quarters <= $this->high,
            ['tempo' => $quarters, 'low' => $this->low, 'high' => $this->high],
        );
    }

    public static function says(Verdict $verdict, \Closure $place): string
    {
        [$tempo, $low, $high] = [$verdict->number('tempo'), $verdict->number('low'), $verdict->number('high')];

        return $verdict->passed
            ? "The tempo is ♩ = $tempo, between $low and $high."
            : "The tempo is ♩ = $tempo; choose one between $low and $high.";
    }
}
