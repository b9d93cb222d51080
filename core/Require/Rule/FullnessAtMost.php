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

/** No row fills more than so many percent of its sixteenths. */
final readonly class FullnessAtMost implements Requirement
{
    /** @param list<Instrument> $except left out of the rule */
    public function __construct(private float $percent, private array $except)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'fullness-at-most',
            [
                Blank::number('percent', 0, 100),
                Blank::instruments('except', true),
            ],
            ['percent' => 50, 'except' => []],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.fullness-at-most', [
            'percent' => $this->percent,
            'but' => [] === $this->except ? 'no' : 'yes',
            'names' => $voice->names($this->except),
        ]);
    }

    public function check(Submission $submission): Verdict
    {
        $sixteenths = intdiv($submission->pattern->ticks(), 240);
        foreach ($submission->instruments() as $instrument) {
            if (\in_array($instrument, $this->except, true)) {
                continue;
            }
            $strokes = $submission->on($instrument);
            $filled = \count(array_unique(array_map(static fn (Stroke $stroke): int => intdiv(max(0, $stroke->written), 240), $strokes)));
            if (100 * $filled > $this->percent * $sixteenths) {
                return Verdict::of(
                    false,
                    ['instrument' => $instrument, 'filled' => round(100 * $filled / $sixteenths), 'percent' => $this->percent],
                    $strokes,
                );
            }
        }

        return Verdict::of(true, ['percent' => $this->percent]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.fullness-at-most.'.$verdict->way(), [
            'percent' => $verdict->number('percent'),
            'name' => $verdict->label($voice),
            'filled' => $verdict->number('filled'),
        ]);
    }
}
