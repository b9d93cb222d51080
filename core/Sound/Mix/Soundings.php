<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\Odds;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Strokes;

/**
 * Writes a pattern out to what sounds. Strokes tell what is compared; here rows of one instrument that are set otherwise both sound, and
 * what is muted does not. The browser's player does the same (web/music/schedule.ts), held against this by a test.
 */
final readonly class Soundings
{
    /**
     * @param int $pass from 1
     *
     * @return list<Sounding> by the time they are played, then in the order of sections and rows
     *
     * @throws InvalidInput when the pass has more than Strokes::MOST strokes
     */
    public static function of(Pattern $pattern, int $pass): array
    {
        $groove = $pattern->grooveMap();
        // In a millisecond, at the pattern's own tempo: played slower, grace strokes are slower, too.
        $ticks = 0.001 / $pattern->tempo->seconds(1);
        $apart = KitName::tryFrom($pattern->kit)?->graceDistance() ?? Ornament::APART;
        $found = [];
        $start = $count = 0;
        foreach ($pattern->form() as $s => $section) {
            $length = $section->bars * $pattern->meter->barTicks();
            $lines = [];
            foreach ($section->rows as $r => $row) {
                $line = $lines[$row->instrument->value] = ($lines[$row->instrument->value] ?? -1) + 1;
                if ($row->muted) {
                    continue;
                }
                $cycle = $row->cycle ?? $length;
                $step = $row->snap->ticks();
                foreach ($row->hits as $hit) {
                    for ($at = $hit->at; !$hit->silent && $hit->at < $cycle && $at < $length; $at += $cycle) {
                        if (!Odds::sounds($hit->odds, $pattern->seed, $pass, $s, $r, $at)) {
                            continue;
                        }
                        for ($i = 0; $i < $hit->roll; ++$i) {
                            $written = $start + $at + intdiv(2 * $i * $step + $hit->roll, 2 * $hit->roll);
                            $played = $groove->played($written) + $hit->push;
                            foreach ([...(0 === $i ? $hit->ornament?->before($apart) ?? [] : []), 0] as $before) {
                                $velocity = $before > 0 ? Ornament::velocity($hit->velocity) : $hit->velocity;
                                $tick = $played - (int) floor($before * $ticks + 0.5);
                                $sounding = self::sounding($row, $hit, $velocity, $written, $tick, $i, $line);
                                $key = self::key($sounding, $written + $hit->push, $before);
                                if (!isset($found[$key]) && ++$count > Strokes::MOST) {
                                    throw InvalidInput::at('', 'One pass has too many strokes to be played; shorten its order.');
                                }
                                if (!isset($found[$key]) || $found[$key]->velocity < $sounding->velocity) {
                                    $found[$key] = $sounding;
                                }
                            }
                        }
                    }
                }
            }
            $start += $length;
        }
        $sorted = array_values($found);
        // Sorting is stable: what sounds at once stays in the order of rows.
        usort($sorted, static fn (Sounding $a, Sounding $b): int => $a->played <=> $b->played);

        return $sorted;
    }

    private static function sounding(Row $row, Hit $hit, int $velocity, int $written, int $played, int $stroke, int $line): Sounding
    {
        return new Sounding(
            $row->instrument,
            $written,
            $played,
            $velocity,
            $row->level,
            max(-1, min(1, $row->pan + $hit->pan)),
            max(-12, min(12, $row->tune + $hit->tune)),
            $row->room,
            // Whether the number of ones in the step's binary number is odd (the sequence of Thue and Morse): takes change without a
            // pattern that is heard, in sixteenths as in eighths.
            substr_count(decbin(intdiv($written, $row->snap->ticks())), '1') + $stroke,
            $line,
            $row->sound,
        );
    }

    /** Two strokes of one instrument on one tick that are set alike are one, the louder. Only what stands last may hold a space. */
    private static function key(Sounding $sounding, int $tick, int $before): string
    {
        $set = "$sounding->level $sounding->pan $sounding->tune $sounding->room $sounding->sound";

        return "{$sounding->instrument->value} $tick $before $set";
    }
}
