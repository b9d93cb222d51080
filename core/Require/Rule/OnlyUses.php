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

/** No other instruments than these are heard. */
final readonly class OnlyUses implements Requirement
{
    /** @param list<Instrument> $instruments  */
    public function __construct(private array $instruments)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('only-uses', [Blank::instruments('instruments')], ['instruments' => ['kick', 'snare']]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.only-uses', ['names' => $voice->names($this->instruments)]);
    }

    public function check(Submission $submission): Verdict
    {
        $others = array_values(
            array_filter($submission->instruments(), fn (Instrument $one): bool => !\in_array($one, $this->instruments, true)),
        );
        $evidence = array_values(
            array_filter($submission->strokes, static fn (Stroke $stroke): bool => \in_array($stroke->instrument, $others, true)),
        );

        return Verdict::of([] === $others, ['asked' => $this->instruments, 'others' => $others], $evidence);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.only-uses.'.$verdict->way(), [
            'names' => $verdict->instruments('asked', $voice),
            'others' => $verdict->instruments('others', $voice),
        ]);
    }
}
