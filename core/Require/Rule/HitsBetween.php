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
use Pulsanda\Core\Say\Voice;

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
            [
                Blank::instrument(true),
                Blank::whole('low', 0, 100_000),
                Blank::whole('high', 0, 100_000, 'low'),
                Blank::choice('per', ['bar', 'whole']),
            ],
            ['instrument' => 'all', 'low' => 4, 'high' => 16, 'per' => 'bar'],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.hits-between', [
            'name' => null === $this->instrument ? $voice->say('rule.inAll') : $voice->label($this->instrument),
            'per' => $this->per,
        ] + Verdict::rangeOf($this->low, $this->high));
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

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        $bar = (int) $verdict->number('bar');

        return $voice->say(match (true) {
            $verdict->passed && 1.0 === $verdict->number('everyBar') => 'rule.hits-between.everyBar',
            $verdict->passed => 'rule.hits-between.passed',
            0 === $bar => 'rule.hits-between.failed',
            default => 'rule.hits-between.inBar',
        }, ['name' => $verdict->label($voice), 'bar' => $bar, 'count' => (int) $verdict->number('count')] + $verdict->range());
    }
}
