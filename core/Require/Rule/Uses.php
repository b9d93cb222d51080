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

/** All these instruments are heard. */
final readonly class Uses implements Requirement
{
    /** @param list<Instrument> $instruments  */
    public function __construct(private array $instruments)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('uses', [Blank::instruments('instruments')], ['instruments' => ['kick', 'snare']]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.uses', [
            'names' => $voice->capital($voice->names($this->instruments)),
            'count' => \count($this->instruments),
        ]);
    }

    public function check(Submission $submission): Verdict
    {
        $missing = array_values(array_filter($this->instruments, static fn (Instrument $one): bool => [] === $submission->on($one)));

        return Verdict::of([] === $missing, ['asked' => $this->instruments, 'missing' => $missing]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.uses.'.$verdict->way(), [
            'names' => $voice->capital($verdict->instruments('asked', $voice)),
            'missing' => $verdict->instruments('missing', $voice),
        ]);
    }
}
