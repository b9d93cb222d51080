<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;

/** What a student has added to the given part: rules say little of a beat that adds nothing, fills everything, or is thrown at random. */
enum Added: string
{
    case Nothing = 'nothing';
    case Something = 'something';
    case Everything = 'everything';
    case Random = 'random';

    /** The part of the places that were free from which everything is filled, and nothing was chosen. Held by RequirementsTest. */
    private const FILLED = 0.75;

    public static function to(Pattern $given, Submission $submission): self
    {
        [$kept] = Frame::over($given, $submission);
        $added = self::beside($kept, $submission);
        $pattern = $submission->pattern;
        $places = 0;
        $steps = [];
        foreach ($pattern->form() as $section) {
            foreach ($section->rows as $row) {
                $step = $row->snap->ticks();
                $places += intdiv($section->bars * $pattern->meter->barTicks(), $step);
                $steps[$row->instrument->value] = min($steps[$row->instrument->value] ?? $step, $step);
            }
        }

        return match (true) {
            [] === $added => self::Nothing,
            \count($added) >= self::FILLED * ($places - \count($kept)) => self::Everything,
            Chance::explains($added, $steps, $pattern->ticks(), $pattern->meter) => self::Random,
            default => self::Something,
        };
    }

    /**
     * @param list<Stroke> $kept of the given part
     *
     * @return list<Stroke> those of the submission that are none of them
     */
    private static function beside(array $kept, Submission $submission): array
    {
        $tolerance = $submission->tolerance;
        $added = $submission->strokes;
        foreach ($kept as $stroke) {
            foreach ($added as $i => $own) {
                $isNear = abs($own->tick - $stroke->tick) <= $tolerance->grace;
                if ($isNear && $tolerance->sameness($own->instrument) === $tolerance->sameness($stroke->instrument)) {
                    unset($added[$i]);
                    break;
                }
            }
        }

        return array_values($added);
    }
}
