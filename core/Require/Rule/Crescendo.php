<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\InBeats;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Voice;

/** An instrument grows louder over the last beats, and does not fall back on the way. */
final readonly class Crescendo implements InBeats
{
    /** From quiet to loud, in velocity: a level and more. */
    private const RISE = 30;
    /** How far a stroke may lie below the loudest before it. */
    private const DIP = 8;
    private const LEAST = 4;

    public function __construct(private Instrument $instrument, private int $beats)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'crescendo',
            [
                Blank::instrument(),
                Blank::whole('beats', 1, 64),
            ],
            ['instrument' => 'snare', 'beats' => 4],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.crescendo', ['name' => $voice->label($this->instrument), 'count' => $this->beats]);
    }

    public function check(Submission $submission): Verdict
    {
        $from = $submission->pattern->ticks() - $this->beats * Tempo::BEATS[Tempo::usualBeat($submission->pattern->meter)];
        $strokes = array_values(array_filter(
            $submission->on($this->instrument),
            static fn (Stroke $one): bool => $one->written >= $from,
        ));
        $found = ['instrument' => $this->instrument, 'count' => \count($strokes), 'rise' => 0, 'falls' => false];
        if (\count($strokes) < self::LEAST) {
            return Verdict::of(false, $found, $strokes);
        }
        $loudest = 0;
        $falls = [];
        foreach ($strokes as $stroke) {
            if ($stroke->velocity < $loudest - self::DIP) {
                $falls[] = $stroke;
            }
            $loudest = max($loudest, $stroke->velocity);
        }
        $found = ['rise' => $loudest - $strokes[0]->velocity, 'falls' => [] !== $falls] + $found;

        return Verdict::of([] === $falls && $found['rise'] >= self::RISE, $found, [] === $falls ? $strokes : $falls);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say(match (true) {
            $verdict->passed => 'rule.crescendo.passed',
            $verdict->number('count') < self::LEAST => 'rule.crescendo.few',
            1.0 === $verdict->number('falls') => 'rule.crescendo.falls',
            default => 'rule.crescendo.flat',
        }, [
            'name' => $verdict->label($voice),
            'count' => (int) $verdict->number('count'),
            'least' => self::LEAST,
            'place' => $verdict->first($place, $voice),
        ]);
    }
}
