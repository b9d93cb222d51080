<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

use Pulsanda\Core\Exception\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\GrooveMap;

/** A pattern as sound: its strokes, with groove, push and levels, mixed into one channel. */
final readonly class Mixdown
{
    /** Samples per second: half of what the kits have, so that it is quick to fetch. */
    public const RATE = 22050;
    public const MOST_SECONDS = 120;
    /** How long the last strokes may ring on. */
    private const TAIL = 0.4;
    /** How a velocity becomes a gain; the browser's player has the same. */
    private const CURVE = 1.6;

    /**
     * @param \Closure(Instrument): list<float> $sound samples of an instrument at RATE
     * @param int|null                          $bar   from 1; null for the whole pass
     * @param float                             $speed 1 for the pattern's own tempo
     *
     * @return list<float> samples from −1 to 1
     *
     * @throws InvalidInput when there is no such bar, or it lasts too long
     */
    public static function of(Pattern $pattern, \Closure $sound, ?int $bar = null, float $speed = 1): array
    {
        $groove = GrooveMap::of($pattern->meter, $pattern->swing);
        $bars = intdiv($pattern->ticks(), $groove->barTicks);
        if (null !== $bar && ($bar < 1 || $bar > $bars)) {
            throw InvalidInput::at('bar', \sprintf('there is no bar %d; choose one from 1 to %d.', $bar, $bars));
        }
        $from = null === $bar ? 0 : ($bar - 1) * $groove->barTicks;
        $ticks = null === $bar ? $pattern->ticks() : $groove->barTicks;
        $seconds = $pattern->tempo->seconds($ticks) / $speed;
        if ($seconds > self::MOST_SECONDS) {
            throw InvalidInput::at('', \sprintf('This lasts %d seconds; at most %d are played at once, so listen bar by bar.', $seconds, self::MOST_SECONDS));
        }
        $length = (int) ceil(($seconds + self::TAIL) * self::RATE);
        $mix = array_fill(0, $length, 0.0);
        $levels = self::levels($pattern);
        foreach (Strokes::heard($pattern, 1) as $stroke) {
            $played = $groove->played($stroke->written) + $stroke->push;
            $level = $levels[$stroke->instrument->value] ?? 1.0;
            // What a roll carries over the end of the pass still sounds, as far as it rings.
            if (0.0 === $level || (null !== $bar && ($stroke->written < $from || $stroke->written >= $from + $ticks))) {
                continue;
            }
            $start = max(0, (int) round($pattern->tempo->seconds($played - $from) / $speed * self::RATE));
            $gain = $level * ($stroke->velocity / 127) ** self::CURVE;
            foreach ($sound($stroke->instrument) as $i => $sample) {
                if ($start + $i >= $length) {
                    break;
                }
                $mix[$start + $i] += $gain * $sample;
            }
        }

        foreach ($mix as $i => $sample) {
            $mix[$i] = tanh($sample);
        }

        return array_values($mix);
    }

    /**
     * @param list<float> $samples at twice RATE
     *
     * @return list<float> at RATE
     */
    public static function halved(array $samples): array
    {
        $half = [];
        for ($i = 0, $count = \count($samples) - 1; $i < $count; $i += 2) {
            $half[] = ($samples[$i] + $samples[$i + 1]) / 2;
        }

        return $half;
    }

    /** @return array<string, float> how loud each row is; 0 for one that is muted */
    private static function levels(Pattern $pattern): array
    {
        $levels = [];
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                $levels[$row->instrument->value] ??= $row->muted ? 0.0 : $row->level;
            }
        }

        return $levels;
    }
}
