<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** No row fills more than so many percent of its sixteenths. */
final readonly class FullnessAtMost implements Requirement
{
    /** @param list<Instrument> $except left out of the rule */
    public function __construct(private float $percent, private array $except)
    {
    }

    public function kind(): string
    {
        return 'fullness-at-most';
    }

    public function asks(): string
    {
        return "No row fills more than $this->percent percent of its sixteenths".([] === $this->except ? '.' : ', except '.Submission::names($this->except).'.');
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
                return Verdict::of(false, '', $instrument->label().' fills '.round(100 * $filled / $sixteenths)." percent of its steps; thin it out to $this->percent.", $strokes);
            }
        }

        return Verdict::of(true, "No row is fuller than $this->percent percent.", '');
    }
}
