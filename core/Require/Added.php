<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Pattern;

/** What a student has added to the part that was given: rules say little of a beat that adds nothing, or fills everything. */
enum Added: string
{
    case Nothing = 'nothing';
    case Something = 'something';
    case Everything = 'everything';

    /** The part of the places that were free from which everything is filled, and nothing was chosen. Held by RequirementsTest. */
    private const FILLED = 0.75;

    public static function to(Pattern $given, Submission $submission): self
    {
        [$kept] = Frame::over($given, $submission);
        $added = \count($submission->strokes) - \count($kept);
        $places = 0;
        foreach ($submission->pattern->form() as $section) {
            foreach ($section->rows as $row) {
                $places += intdiv($section->bars * $submission->pattern->meter->barTicks(), $row->snap->ticks());
            }
        }

        return match (true) {
            $added <= 0 => self::Nothing,
            $added >= self::FILLED * ($places - \count($kept)) => self::Everything,
            default => self::Something,
        };
    }
}
