<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;

/** Writes a pattern out to what is heard. Comparison, notation, audio and export all start here. */
final readonly class Strokes
{
    /** More strokes than this in one pass are refused: no lesson needs them, and cycles and rolls multiply fast. */
    public const MOST = 100_000;

    /**
     * Every stroke of one pass, those with odds marked as optional.
     *
     * @return list<Stroke> by tick, then in the catalogue's order
     *
     * @throws InvalidInput when the pass has more than MOST strokes
     */
    public static function written(Pattern $pattern): array
    {
        // A target is compared with a whole class of beats: its strokes are kept as long as it is there itself.
        static $known = new \WeakMap();
        \assert($known instanceof \WeakMap);
        /** @var list<Stroke> $strokes */
        $strokes = $known[$pattern] ??= self::writeOut($pattern, null);

        return $strokes;
    }

    /**
     * The strokes that sound in one pass, the odds decided.
     *
     * @param int $pass from 1
     *
     * @return list<Stroke> by tick, then in the catalogue's order; none is optional
     *
     * @throws InvalidInput when the pass has more than MOST strokes
     */
    public static function heard(Pattern $pattern, int $pass): array
    {
        return self::writeOut($pattern, $pass);
    }

    /** @return int no fewer than one pass has, told without writing them out */
    public static function atMost(Pattern $pattern): int
    {
        $most = 0;
        foreach ($pattern->form() as $section) {
            $length = $section->bars * $pattern->meter->barTicks();
            foreach ($section->rows as $row) {
                $most += (int) ceil($length / min($length, $row->cycle ?? $length)) * array_sum(array_column($row->hits, 'roll'));
            }
        }

        return $most;
    }

    /**
     * @return list<Stroke>
     */
    private static function writeOut(Pattern $pattern, ?int $pass): array
    {
        /** @var array<int, array<int, Stroke>> $strokes by tick and the instrument's place in the catalogue */
        $strokes = [];
        $count = $start = 0;
        foreach ($pattern->form() as $s => $section) {
            $length = $section->bars * $pattern->meter->barTicks();
            foreach ($section->rows as $r => $row) {
                $step = $row->snap->ticks();
                $cycle = $row->cycle ?? $length;
                $order = $row->instrument->order();
                foreach ($row->hits as $hit) {
                    if ($hit->silent || $hit->at >= $cycle) {
                        continue;
                    }
                    for ($at = $hit->at; $at < $length; $at += $cycle) {
                        if (null !== $pass && !Odds::sounds($hit->odds, $pattern->seed, $pass, $s, $r, $at)) {
                            continue;
                        }
                        for ($i = 0; $i < $hit->roll; ++$i) {
                            $written = $start + $at + intdiv(2 * $i * $step + $hit->roll, 2 * $hit->roll);
                            $stroke = new Stroke(
                                $row->instrument,
                                $written,
                                $hit->push,
                                $hit->velocity,
                                null === $pass && $hit->odds < 100,
                                $section->name,
                                // Of a roll, the first stroke has them.
                                0 === $i ? $hit->ornament : null,
                                0 === $i ? $hit->hand : null,
                            );
                            $same = $strokes[$stroke->tick][$order] ?? null;
                            $strokes[$stroke->tick][$order] = null === $same ? $stroke : self::merge($same, $stroke);
                            $count += null === $same ? 1 : 0;
                        }
                        if ($count > self::MOST) {
                            throw InvalidInput::at(
                                '',
                                \sprintf(
                                    'One pass of this pattern has more than %d strokes; shorten its order, its rolls or its cycles.',
                                    self::MOST,
                                ),
                            );
                        }
                    }
                }
            }
            $start += $length;
        }
        ksort($strokes);
        $sorted = [];
        foreach ($strokes as $together) {
            \count($together) > 1 && ksort($together);
            foreach ($together as $stroke) {
                $sorted[] = $stroke;
            }
        }

        return $sorted;
    }

    /** Two strokes of one instrument on one tick are heard as the louder; surely, if either is sure. */
    private static function merge(Stroke $a, Stroke $b): Stroke
    {
        $louder = $b->velocity > $a->velocity ? $b : $a;

        return new Stroke(
            $louder->instrument,
            $louder->written,
            $louder->push,
            $louder->velocity,
            $a->optional && $b->optional,
            $louder->section,
            $louder->ornament,
            $louder->hand,
        );
    }
}
