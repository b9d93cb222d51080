<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** So many strokes of an instrument, or of all, in every bar or in the whole; each stroke of a roll counts. */
final readonly class HitsBetween implements Requirement
{
    /**
     * @param Instrument|null $instrument null for all
     * @param string          $per        'bar' or 'whole'
     */
    public function __construct(private int $low, private int $high, private ?Instrument $instrument, private string $per)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'hits-between',
            'a number of hits',
            [
                Blank::instrument('instrument', 'the whole beat'),
                'has',
                Blank::whole('low', 'least', 0, 100_000),
                'to',
                Blank::whole('high', 'most', 0, 100_000, 'low'),
                'hits',
                Blank::choice('per', 'in every bar or in all', ['bar' => 'in every bar.', 'whole' => 'in all.']),
            ],
            ['instrument' => 'all', 'low' => 4, 'high' => 16, 'per' => 'bar'],
        );
    }

    public function asks(): string
    {
        $range = $this->low === $this->high ? Submission::plural($this->low, 'hit') : "$this->low to $this->high hits";

        return ($this->instrument?->label() ?? 'In all').": $range".('bar' === $this->per ? ' in every bar.' : '.');
    }

    public function check(Submission $submission): Verdict
    {
        $found = ['low' => $this->low, 'high' => $this->high, 'instrument' => $this->instrument, 'bar' => 0, 'count' => 0];
        if ('whole' === $this->per) {
            $strokes = $submission->on($this->instrument);
            $count = \count($strokes);

            return Verdict::of($count >= $this->low && $count <= $this->high, ['count' => $count, 'everyBar' => false] + $found, $strokes);
        }
        for ($bar = 1; $bar <= $submission->pattern->bars(); ++$bar) {
            $strokes = array_values(
                array_filter(
                    $submission->inBar($bar),
                    fn (Stroke $one): bool => null === $this->instrument || $one->instrument === $this->instrument,
                ),
            );
            $count = \count($strokes);
            if ($count < $this->low || $count > $this->high) {
                return Verdict::of(false, ['bar' => $bar, 'count' => $count, 'everyBar' => true] + $found, $strokes);
            }
        }

        return Verdict::of(true, ['everyBar' => true] + $found);
    }

    public static function says(Verdict $verdict, \Closure $place): string
    {
        $what = $verdict->instrument();
        $bar = (int) $verdict->number('bar');

        return match (true) {
            $verdict->passed && 1.0 === $verdict->number('everyBar') => "$what: {$verdict->range()} hits in every bar.",
            $verdict->passed => "$what: {$verdict->number('count')} hits, correct.",
            0 === $bar => "$what: {$verdict->count('count', 'hit')}; make it {$verdict->range()}.",
            default => "$what: {$verdict->count('count', 'hit')} in bar $bar; make it {$verdict->range()} in every bar.",
        };
    }
}
