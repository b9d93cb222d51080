<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/** A frame pattern laid over a submission, repeated through it when it is shorter. */
final readonly class Frame
{
    /**
     * @return array{
     *     list<Stroke>,
     *     list<Stroke>,
     * } the frame's strokes that have a stroke of the submission within the grace, each its own, and those that have none
     */
    public static function over(Pattern $frame, Submission $submission): array
    {
        $free = [];
        foreach ($submission->strokes as $stroke) {
            $free[$submission->tolerance->sameness($stroke->instrument)][] = $stroke->tick;
        }
        $there = $missing = [];
        foreach (self::repeated($frame, $submission->pattern->ticks()) as $stroke) {
            $row = $submission->tolerance->sameness($stroke->instrument);
            $found = null;
            foreach ($free[$row] ?? [] as $i => $tick) {
                if (abs($tick - $stroke->tick) <= $submission->tolerance->grace) {
                    $found = $i;
                    break;
                }
            }
            if (null === $found) {
                $missing[] = $stroke;
            } else {
                unset($free[$row][$found]);
                $there[] = $stroke;
            }
        }

        return [$there, $missing];
    }

    /** @return list<Stroke> of a frame through so many ticks: once whole, then again as far as it fits; by tick */
    public static function repeated(Pattern $frame, int $ticks): array
    {
        $once = Strokes::written($frame);
        $strokes = [];
        for ($start = 0; $start < max($ticks, $frame->ticks()); $start += $frame->ticks()) {
            foreach ($once as $stroke) {
                if (0 === $start || $start + $stroke->written < $ticks) {
                    $strokes[] = $stroke->later($start);
                }
            }
        }

        return $strokes;
    }
}
