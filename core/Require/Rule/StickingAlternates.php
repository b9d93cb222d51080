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

/** Every hit of an instrument says its hand, and right and left take turns. */
final readonly class StickingAlternates implements Requirement
{
    private const LEAST = 2;

    public function __construct(private Instrument $instrument)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'sticking-alternates',
            'sticking that alternates',
            [Blank::instrument('instrument'), 'has its sticking, and right and left take turns.'],
            ['instrument' => 'snare'],
        );
    }

    public function asks(): string
    {
        return $this->instrument->label().': write the sticking, right and left in turn.';
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

    public static function says(Verdict $verdict, \Closure $place): string
    {
        $name = $verdict->instrument();

        return match (true) {
            $verdict->passed => "$name: right and left take turns.",
            $verdict->number('count') < self::LEAST => "$name: there are no two hits to alternate yet.",
            $verdict->number('without') > 0 => "$name: {$verdict->count('without', 'hit')} lack R or L, such as {$verdict->first($place)}.",
            default => "$name: twice {$verdict->text('hand', '')} in a row; change {$verdict->first($place)}.",
        };
    }
}
