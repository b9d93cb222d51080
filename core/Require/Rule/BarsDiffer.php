<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Pairing;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** Two bars differ by so many strokes; one that is moved counts once. */
final readonly class BarsDiffer implements Requirement
{
    /** @param int $a bar of one pass, from 1 */
    public function __construct(private int $a, private int $b, private int $low, private int $high)
    {
    }

    public function kind(): string
    {
        return 'bars-differ';
    }

    public function asks(): string
    {
        return "Bars $this->a and $this->b differ by ".($this->low === $this->high ? Submission::plural($this->low, 'hit') : "$this->low to $this->high hits").'.';
    }

    public function check(Submission $submission): Verdict
    {
        $bars = $submission->pattern->bars();
        if (max($this->a, $this->b) > $bars) {
            return Verdict::of(false, '', 'There is no bar '.max($this->a, $this->b).' yet; the beat has '.Submission::plural($bars, 'bar').'.');
        }
        $by = ($this->b - $this->a) * $submission->pattern->meter->barTicks();
        $moved = array_map(static fn (Stroke $stroke): Stroke => new Stroke($stroke->instrument, $stroke->written - $by, $stroke->push, $stroke->velocity, false, $stroke->section), $submission->inBar($this->b));
        $different = array_values(array_filter(Pairing::of($submission->inBar($this->a), $moved, $submission->policy)->pairs, static fn (Pair $pair): bool => $pair->differs()));
        $count = \count($different);

        return Verdict::of(
            $count >= $this->low && $count <= $this->high,
            "Bars $this->a and $this->b differ by ".Submission::plural($count, 'hit').'.',
            "Bars $this->a and $this->b differ by ".Submission::plural($count, 'hit')."; make it $this->low to $this->high.",
            array_map(static fn (Pair $pair): Stroke => $pair->stroke(), $different),
        );
    }
}
