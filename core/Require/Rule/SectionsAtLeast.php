<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\Blank;
use Pulsanda\Core\Require\Declared;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Say\Voice;

/** So many different sections are played. */
final readonly class SectionsAtLeast implements Requirement
{
    public function __construct(private int $number)
    {
    }

    public static function declares(): Declared
    {
        return new Declared('sections-at-least', [Blank::whole('number', 1, Pattern::MOST_SECTIONS)], ['number' => 2]);
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.sections-at-least', ['count' => $this->number]);
    }

    public function check(Submission $submission): Verdict
    {
        $names = array_map(static fn (Section $section): string => $section->name, $submission->pattern->form());
        $count = \count(array_unique($names, \SORT_STRING));

        return Verdict::of($count >= $this->number, ['count' => $count, 'number' => $this->number]);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say('rule.sections-at-least.'.$verdict->way(), [
            'count' => (int) $verdict->number('count'),
            'least' => (int) $verdict->number('number'),
        ]);
    }
}
