<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** An instrument is played at so many of the levels ghost, soft, firm and accent. */
final readonly class LevelsAtLeast implements Requirement
{
    public function __construct(private Instrument $instrument, private int $number)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'levels-at-least',
            [
                Blank::instrument(),
                Blank::whole('number', 1, 4),
            ],
            ['instrument' => 'snare', 'number' => 2],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.levels-at-least', ['name' => $voice->label($this->instrument), 'count' => $this->number]);
    }

    public function check(Submission $submission): Verdict
    {
        $strokes = $submission->on($this->instrument);
        $levels = array_values(
            array_unique(array_map(static fn (Stroke $stroke): string => Level::of($stroke->velocity)->value, $strokes)),
        );
        $found = ['instrument' => $this->instrument, 'levels' => $levels, 'count' => \count($levels), 'number' => $this->number];

        return Verdict::of(\count($levels) >= $this->number, $found, $strokes);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        $levels = array_map(static fn (string $level): string => $voice->say("level.$level"), $verdict->words('levels'));

        return $voice->say('rule.levels-at-least.'.$verdict->way(), [
            'name' => $verdict->label($voice),
            'levels' => implode($voice->say('list.comma'), $levels),
            'count' => (int) $verdict->number('count'),
            'least' => (int) $verdict->number('number'),
        ]);
    }
}
