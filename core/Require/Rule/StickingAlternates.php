<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** Every hit of an instrument says its hand, and right and left take turns. */
final readonly class StickingAlternates implements Requirement
{
    private const LEAST = 2;

    public function __construct(private Instrument $instrument)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('sticking-alternates', [Blank::instrument()], ['instrument' => 'snare']);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.sticking-alternates', ['name' => $voice->label($this->instrument)]);
    }

    public function check(Submission $submission): Verdict
    {
        $strokes = $submission->on($this->instrument);
        $without = array_values(array_filter($strokes, static fn (Stroke $one): bool => null === $one->hand));
        $twice = [];
        foreach ($strokes as $i => $stroke) {
            if ($i > 0 && null !== $stroke->hand && $stroke->hand === $strokes[$i - 1]->hand) {
                $twice[] = $stroke;
            }
        }
        $found = [
            'instrument' => $this->instrument, 'count' => \count($strokes), 'without' => \count($without),
            'hand' => Hand::Right === ($twice[0] ?? null)?->hand ? 'right' : 'left',
        ];

        return Verdict::of(
            \count($strokes) >= self::LEAST && [] === $without && [] === $twice,
            $found,
            match (true) {
                [] !== $without => $without, [] !== $twice => $twice, default => $strokes,
            },
        );
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say(match (true) {
            $verdict->passed => 'rule.sticking-alternates.passed',
            $verdict->number('count') < self::LEAST => 'rule.sticking-alternates.few',
            $verdict->number('without') > 0 => 'rule.sticking-alternates.without',
            default => 'rule.sticking-alternates.twice',
        }, [
            'name' => $verdict->label($voice),
            'count' => (int) $verdict->number('without'),
            'hand' => $verdict->text('hand', ''),
            'place' => $verdict->first($place, $voice),
        ]);
    }
}
