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
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Say\Voice;

/** An instrument is louder at certain places, all the way through. */
final readonly class AccentsOn implements Requirement
{
    /** How much louder than the strokes around it, in velocity: less is not heard as an accent. */
    private const LOUDER = 10;
    private const WHERE = ['bar', 'backbeat', 'offbeats', 'beats'];

    /** @param string $where one of WHERE */
    public function __construct(private Instrument $instrument, private string $where)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'accents-on',
            [
                Blank::instrument(),
                Blank::choice('where', self::WHERE),
            ],
            ['instrument' => 'closed-hat', 'where' => 'beats'],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.accents-on', ['name' => $voice->label($this->instrument), 'where' => $this->where]);
    }

    public function check(Submission $submission): Verdict
    {
        $places = $this->places($submission->pattern->meter);
        $bar = $submission->pattern->meter->barTicks();
        $strokes = $submission->on($this->instrument);
        $found = ['instrument' => $this->instrument, 'where' => $this->where, 'between' => 0];
        // Of each stretch from one place to the next, the stroke at the place is the loudest.
        $stretches = [];
        foreach ($strokes as $stroke) {
            $at = $stroke->written % $bar;
            // What comes before the first place of a bar belongs to the last one of the bar before.
            $number = intdiv($stroke->written, $bar) * \count($places)
                + \count(array_filter($places, static fn (int $place): bool => $place <= $at));
            $stretches[$number] ??= ['on' => null, 'off' => 0, 'first' => $stroke];
            if (\in_array($at, $places, true)) {
                $stretches[$number]['on'] = $stroke;
            } else {
                $stretches[$number]['off'] = max($stretches[$number]['off'], $stroke->velocity);
                ++$found['between'];
            }
        }
        unset($stretches[0]); // before the first place of all
        $wrong = [];
        foreach ($stretches as ['on' => $on, 'off' => $off, 'first' => $first]) {
            if (null === $on || $on->velocity < $off + self::LOUDER) {
                $wrong[] = $first;
            }
        }
        // A bar of one beat has no backbeat, so that one is always missing there.
        $wanted = max(1, \count($places) * $submission->pattern->bars());
        $missing = $wanted - \count(array_filter($stretches, static fn (array $one): bool => null !== $one['on']));

        return Verdict::of(
            [] === $wrong && 0 === $missing && $found['between'] > 0,
            ['missing' => $missing] + $found,
            [] === $wrong ? $strokes : $wrong,
        );
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        $values = [
            'name' => $verdict->label($voice),
            'where' => $verdict->text('where', 'beats'),
            'count' => (int) $verdict->number('missing'),
            'place' => $verdict->first($place, $voice),
        ];

        return $voice->say(match (true) {
            $verdict->passed => 'rule.accents-on.passed',
            $verdict->number('missing') > 0 => 'rule.accents-on.missing',
            0.0 === $verdict->number('between') => 'rule.accents-on.flat',
            default => 'rule.accents-on.softer',
        }, $values);
    }

    /** @return list<int> ticks in a bar */
    private function places(Meter $meter): array
    {
        $starts = $meter->groupStarts();

        return match ($this->where) {
            'bar' => [0],
            'backbeat' => array_values(array_filter($starts, static fn (int $number): bool => 1 === $number % 2, \ARRAY_FILTER_USE_KEY)),
            // Halfway through a beat, or on the last count of a group.
            'offbeats' => array_map(
                static fn (int $at, int $group): int => $at + max(intdiv($meter->unitTicks(), 2), ($group - 1) * $meter->unitTicks()),
                $starts,
                $meter->groups,
            ),
            default => $starts,
        };
    }
}
