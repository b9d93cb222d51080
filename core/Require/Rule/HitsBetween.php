<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** So many strokes of an instrument, or of all, in every bar or in the whole; each stroke of a roll counts. */
final readonly class HitsBetween implements Requirement
{
    /** @param Instrument|null $instrument null for all */
    public function __construct(private int $low, private int $high, private ?Instrument $instrument, private bool $perBar)
    {
    }

    public function kind(): string
    {
        return 'hits-between';
    }

    public function asks(): string
    {
        $what = null === $this->instrument ? 'In all' : $this->instrument->label();
        $range = $this->low === $this->high ? Submission::plural($this->low, 'hit') : "$this->low to $this->high hits";

        return "$what: $range".($this->perBar ? ' in every bar.' : '.');
    }

    public function check(Submission $submission): Verdict
    {
        $what = null === $this->instrument ? 'In all' : $this->instrument->label();
        $range = $this->low === $this->high ? "$this->low" : "$this->low to $this->high";
        if (!$this->perBar) {
            $strokes = $submission->on($this->instrument);
            $count = \count($strokes);

            return Verdict::of($count >= $this->low && $count <= $this->high, "$what: $count hits, as asked.", "$what: ".Submission::plural($count, 'hit')."; make it $range.", $strokes);
        }
        for ($bar = 1; $bar <= $submission->pattern->bars(); ++$bar) {
            $strokes = array_values(array_filter($submission->inBar($bar), fn ($stroke): bool => null === $this->instrument || $stroke->instrument === $this->instrument));
            $count = \count($strokes);
            if ($count < $this->low || $count > $this->high) {
                return Verdict::of(false, '', "$what: ".Submission::plural($count, 'hit')." in bar $bar; make it $range in every bar.", $strokes);
            }
        }

        return Verdict::of(true, "$what: $range hits in every bar.", '');
    }
}
