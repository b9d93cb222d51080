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

/** One bar answers another: as long, and at other places. */
final readonly class Answers implements Requirement
{
    private const LEAST = 2;
    /** Share of the answer that the call does not have. */
    private const OTHER = 0.5;

    /**
     * @param list<int>       $bars       the call and its answer, from 1
     * @param Instrument|null $instrument null for all
     */
    public function __construct(private array $bars, private ?Instrument $instrument)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'answers',
            [
                Blank::bars(),
                Blank::instrument(true),
            ],
            ['bars' => [1, 2], 'instrument' => 'all'],
        );
    }

    public function asks(Voice $voice): string
    {
        [$call, $answer] = $this->bars;

        return $voice->say('rule.answers', [
            'a' => $call,
            'b' => $answer,
            'on' => null === $this->instrument ? 'no' : 'yes',
            'name' => null === $this->instrument ? '' : $voice->name($this->instrument),
        ]);
    }

    public function check(Submission $submission): Verdict
    {
        [$a, $b] = $this->bars;
        $bars = $submission->pattern->bars();
        $found = ['a' => $a, 'b' => $b, 'bars' => $bars, 'calls' => 0, 'count' => 0, 'like' => false, 'long' => true];
        if (max($a, $b) > $bars) {
            return Verdict::of(false, $found);
        }
        [$call, $answer] = [$this->bar($submission, $a), $this->bar($submission, $b)];
        $found = ['calls' => \count($call), 'count' => \count($answer)] + $found;
        if (min(\count($call), \count($answer)) < self::LEAST) {
            return Verdict::of(false, $found, $answer);
        }
        $bar = $submission->pattern->meter->barTicks();
        $key = static fn (Stroke $one): string => $one->instrument->value.' '.$one->written % $bar;
        $called = array_fill_keys(array_map($key, $call), true);
        $other = array_values(array_filter($answer, static fn (Stroke $one): bool => !isset($called[$key($one)])));
        // As long: from the first stroke to the last, within two counts.
        $span = static fn (array $strokes): int => end($strokes)->written - reset($strokes)->written;
        $long = abs($span($call) - $span($answer)) <= 2 * $submission->pattern->meter->unitTicks();
        $like = \count($other) < self::OTHER * \count($answer);

        return Verdict::of($long && !$like, ['like' => $like, 'long' => $long] + $found, $other);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        [$a, $b] = [$verdict->number('a'), $verdict->number('b')];

        return $voice->say(match (true) {
            $verdict->passed => 'rule.answers.passed',
            max($a, $b) > $verdict->number('bars') => 'rule.answers.noBar',
            $verdict->number('calls') < self::LEAST => 'rule.answers.call',
            $verdict->number('count') < self::LEAST => 'rule.answers.answer',
            1.0 === $verdict->number('like') => 'rule.answers.like',
            default => 'rule.answers.length',
        }, ['a' => (int) $a, 'b' => (int) $b, 'bar' => (int) max($a, $b), 'least' => self::LEAST]);
    }

    /** @return list<Stroke> */
    private function bar(Submission $submission, int $bar): array
    {
        return array_values(array_filter(
            $submission->inBar($bar),
            fn (Stroke $one): bool => null === $this->instrument || $one->instrument === $this->instrument,
        ));
    }
}
