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

/** So much of an instrument, or of all, stands between the beats. */
final readonly class OffTheBeat implements Requirement
{
    /** @param Instrument|null $instrument null for all */
    public function __construct(private ?Instrument $instrument, private int $percent)
    {
    }

    public static function declares(): Declared
    {
        return new Declared(
            'off-the-beat',
            [
                Blank::instrument(true),
                Blank::whole('percent', 1, 100),
            ],
            ['instrument' => 'kick', 'percent' => 50],
        );
    }

    public function asks(Voice $voice): string
    {
        return $voice->say('rule.off-the-beat', [
            'name' => null === $this->instrument ? $voice->say('rule.inAll') : $voice->label($this->instrument),
            'percent' => $this->percent,
        ]);
    }

    public function check(Submission $submission): Verdict
    {
        $meter = $submission->pattern->meter;
        $strokes = $submission->on($this->instrument);
        $off = array_values(array_filter(
            $strokes,
            static fn (Stroke $one): bool => !\in_array($one->written % $meter->barTicks(), $meter->groupStarts(), true),
        ));
        $share = [] === $strokes ? 0 : 100 * \count($off) / \count($strokes);
        $found = ['instrument' => $this->instrument, 'count' => \count($strokes), 'percent' => $this->percent];

        return Verdict::of($share >= $this->percent, ['share' => (int) floor($share)] + $found, $off);
    }

    public static function says(Verdict $verdict, \Closure $place, Voice $voice): string
    {
        return $voice->say(match (true) {
            $verdict->passed => 'rule.off-the-beat.passed',
            0.0 === $verdict->number('count') => 'rule.off-the-beat.nothing',
            default => 'rule.off-the-beat.failed',
        }, ['name' => $verdict->label($voice), 'share' => $verdict->number('share'), 'percent' => $verdict->number('percent')]);
    }
}
