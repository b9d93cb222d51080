<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** An instrument is played at so many of the levels ghost, soft, firm and accent. */
final readonly class LevelsAtLeast implements Requirement
{
    public function __construct(private Instrument $instrument, private int $number)
    {
    }

    public function kind(): string
    {
        return 'levels-at-least';
    }

    public function asks(): string
    {
        return $this->instrument->label().': at least '.Submission::plural($this->number, 'level').' of loudness, out of ghost, soft, firm and accent.';
    }

    public function check(Submission $submission): Verdict
    {
        $strokes = $submission->on($this->instrument);
        $levels = array_unique(array_map(static fn (Stroke $stroke): string => Level::of($stroke->velocity)->value, $strokes));
        $count = \count($levels);
        $name = $this->instrument->label();

        return Verdict::of($count >= $this->number, "$name: ".implode(', ', $levels).'.', "$name: ".Submission::plural($count, 'level')." of loudness; use at least $this->number of ghost, soft, firm and accent.", $strokes);
    }
}
