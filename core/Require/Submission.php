<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;

/** A beat to be checked: its pattern, what is heard of it in one pass, and the student's line about it. */
final readonly class Submission
{
    /** @param list<Stroke> $strokes of one pass, those that do not always sound left out */
    private function __construct(public Pattern $pattern, public array $strokes, public string $note, public Tolerance $tolerance)
    {
    }

    /** @throws \Pulsanda\Core\Input\InvalidInput when the pattern is too long to write out */
    public static function of(Pattern $pattern, string $note, Tolerance $tolerance): self
    {
        $sure = array_values(array_filter(Strokes::written($pattern), static fn (Stroke $stroke): bool => !$stroke->optional));

        return new self($pattern, $sure, $note, $tolerance);
    }

    /** @return list<Stroke> of one instrument, or all */
    public function on(?Instrument $instrument): array
    {
        return null === $instrument ? $this->strokes : array_values(
            array_filter($this->strokes, static fn (Stroke $stroke): bool => $stroke->instrument === $instrument),
        );
    }

    /** @return list<Instrument> that are heard, in the catalogue's order */
    public function instruments(): array
    {
        $heard = [];
        foreach ($this->strokes as $stroke) {
            $heard[$stroke->instrument->order()] = $stroke->instrument;
        }
        ksort($heard);

        return array_values($heard);
    }

    /** @return list<Stroke> that begin in a bar, from 1 */
    public function inBar(int $bar): array
    {
        $ticks = $this->pattern->meter->barTicks();

        return array_values(
            array_filter($this->strokes, static fn (Stroke $stroke): bool => intdiv(max(0, $stroke->written), $ticks) === $bar - 1),
        );
    }
}
