<?php

declare(strict_types=1);

namespace Pulsanda\Core\Edit;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** A pattern put into another meter: every hit stays in its bar and at its place in it; those behind the new bar's end do not fit. */
final readonly class Remeter
{
    /**
     * @param list<array{section: int, row: int, at: int}> $lost the hits that do not fit, by index of section and row, and old tick
     */
    private function __construct(public Pattern $pattern, public array $lost)
    {
    }

    /** A tempo in the old meter's usual beat is then in the new one's; the pace stays, and not the number. */
    public static function of(Pattern $pattern, Meter $meter): self
    {
        [$old, $new] = [$pattern->meter->barTicks(), $meter->barTicks()];
        $lost = $sections = [];
        foreach ($pattern->sections as $s => $section) {
            $rows = [];
            foreach ($section->rows as $r => $row) {
                $hits = [];
                foreach ($row->hits as $hit) {
                    if ($hit->at % $old < $new) {
                        $hits[] = $hit->moved(intdiv($hit->at, $old) * $new + $hit->at % $old, $hit->push);
                    } else {
                        $lost[] = ['section' => $s, 'row' => $r, 'at' => $hit->at];
                    }
                }
                $rows[] = $row->withHits($hits);
            }
            $sections[] = Section::of($section->name, $section->bars, $rows, $meter);
        }
        $beat = Tempo::usualBeat($pattern->meter) === $pattern->tempo->beat ? Tempo::usualBeat($meter) : $pattern->tempo->beat;
        $tempo = $pattern->tempo->counting($beat);

        return new self(
            Pattern::of($pattern->title, $meter, $tempo, $sections, $pattern->order, $pattern->swing, $pattern->kit, $pattern->seed),
            $lost,
        );
    }
}
