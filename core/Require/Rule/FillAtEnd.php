<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;
use Pulsanda\Core\Rhythm\Tempo;

/** The last beats are filled on some instruments. A beat is what the meter is usually conducted in. */
final readonly class FillAtEnd implements Requirement
{
    /** @param list<Instrument> $instruments none for all */
    public function __construct(private int $least, private int $beats, private array $instruments)
    {
    }

    public function kind(): string
    {
        return 'fill-at-end';
    }

    public function asks(): string
    {
        $where = 1 === $this->beats ? 'the last beat' : "the last $this->beats beats";
        $on = [] === $this->instruments ? '' : ' on '.Submission::names($this->instruments);

        return 'A fill of at least '.Submission::plural($this->least, 'hit')."$on in $where.";
    }

    public function check(Submission $submission): Verdict
    {
        $from = $submission->pattern->ticks() - $this->beats * Tempo::BEATS[Tempo::usualBeat($submission->pattern->meter)];
        $fill = array_values(array_filter($submission->strokes, fn (Stroke $stroke): bool => $stroke->written >= $from && ([] === $this->instruments || \in_array($stroke->instrument, $this->instruments, true))));
        $count = \count($fill);
        $where = 1 === $this->beats ? 'the last beat' : "the last $this->beats beats";

        return Verdict::of($count >= $this->least, 'The fill has '.Submission::plural($count, 'hit').'.', Submission::plural($count, 'hit')." in $where; make the fill at least $this->least.", $fill);
    }
}
