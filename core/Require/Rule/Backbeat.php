<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** The backbeat is there: in every bar, each second beat is struck, and no softer than what the same drum plays elsewhere. */
final readonly class Backbeat implements Requirement
{
    /** @param list<Instrument> $instruments any of which may strike it */
    public function __construct(private array $instruments)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'backbeat',
            [
                Blank::instruments('instruments'),
            ],
            ['instruments' => ['snare', 'clap', 'side-stick']],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.backbeat', ['names' => $voice->either($this->instruments)]);
    }

    public function check(Submission $submission): Verdict
    {
        $meter = $submission->pattern->meter;
        $places = array_values(array_filter($meter->groupStarts(), static fn (int $i): bool => 1 === $i % 2, \ARRAY_FILTER_USE_KEY));
        $struck = $loudest = [];
        foreach ($submission->strokes as $one) {
            if (!\in_array($one->instrument, $this->instruments, true)) {
                continue;
            }
            $bar = intdiv($one->written, $meter->barTicks());
            if (\in_array($one->written % $meter->barTicks(), $places, true)) {
                $before = $struck[$one->written] ?? null;
                $struck[$one->written] = null === $before || $one->velocity > $before->velocity ? $one : $before;
            } else {
                $loudest[$bar] = max($loudest[$bar] ?? 0, $one->velocity);
            }
        }
        $missing = 0;
        $soft = [];
        for ($bar = 0; $bar < $submission->pattern->bars(); ++$bar) {
            foreach ($places as $place) {
                $one = $struck[$bar * $meter->barTicks() + $place] ?? null;
                if (null === $one) {
                    ++$missing;
                } elseif ($one->velocity < ($loudest[$bar] ?? 0)) {
                    $soft[] = $one;
                }
            }
        }
        $found = ['instruments' => $this->instruments, 'missing' => $missing, 'soft' => \count($soft), 'places' => \count($places)];

        return Verdict::of([] !== $places && 0 === $missing && [] === $soft, $found, [] === $soft ? array_values($struck) : $soft);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say(match (true) {
            $verdict->passed => 'rule.backbeat.passed',
            0.0 === $verdict->number('places') => 'rule.backbeat.none',
            $verdict->number('missing') > 0 => 'rule.backbeat.missing',
            default => 'rule.backbeat.softer',
        }, ['count' => (int) $verdict->number('missing'), 'place' => $verdict->first($place, $voice)]);
    }
}
