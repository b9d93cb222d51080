<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Stroke;
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
    /** Samples over which a sound ends that another one silences. */
    private const FADE = 220;
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
        $seconds = self::check($pattern, $bar, $speed);
        $groove = GrooveMap::of($pattern->meter, $pattern->swing);
        $from = null === $bar ? 0 : ($bar - 1) * $groove->barTicks;
        $ticks = null === $bar ? $pattern->ticks() : $groove->barTicks;
        $length = (int) ceil(($seconds + self::TAIL) * self::RATE);
        $mix = array_fill(0, $length, 0.0);
        $levels = self::levels($pattern);
        $strokes = Strokes::heard($pattern, 1);
        $at = static fn (Stroke $stroke): int => (int) round(
            $pattern->tempo->seconds($groove->played($stroke->written) + $stroke->push - $from) / $speed * self::RATE,
        );
        $silenced = self::silenced(
            array_values(
                array_filter(
                    $strokes,
                    static fn (Stroke $stroke): bool => 0.0 !== ($levels[$stroke->section][$stroke->instrument->value] ?? 1.0),
                ),
            ),
            $at,
        );
        foreach ($strokes as $stroke) {
            $level = $levels[$stroke->section][$stroke->instrument->value] ?? 1.0;
            // What a roll carries over the end of the pass still sounds, as far as it rings.
            if (0.0 === $level || (null !== $bar && ($stroke->written < $from || $stroke->written >= $from + $ticks))) {
                continue;
            }
            $start = max(0, $at($stroke));
            $end = min($length, $silenced[$stroke->instrument->choke() ?? ''][$at($stroke)] ?? $length);
            $gain = $level * ($stroke->velocity / 127) ** self::CURVE;
            foreach ($sound($stroke->instrument) as $i => $sample) {
                if ($start + $i >= $end) {
                    break;
                }
                // Cut off, it fades rather than clicks.
                $fade = $end < $length ? min(1, ($end - $start - $i) / self::FADE) : 1;
                $mix[$start + $i] += $gain * $fade * $sample;
            }
        }

        foreach ($mix as $i => $sample) {
            $mix[$i] = tanh($sample);
        }

        return array_values($mix);
    }

    /**
     * Refuses what of() would refuse, without mixing anything.
     *
     * @return float how many seconds it lasts
     *
     * @throws InvalidInput when there is no such bar, or it lasts too long
     */
    public static function check(Pattern $pattern, ?int $bar, float $speed): float
    {
        $barTicks = $pattern->meter->barTicks();
        $bars = intdiv($pattern->ticks(), $barTicks);
        if (null !== $bar && ($bar < 1 || $bar > $bars)) {
            throw InvalidInput::at('bar', \sprintf('there is no bar %d; choose one from 1 to %d.', $bar, $bars));
        }
        $seconds = $pattern->tempo->seconds(null === $bar ? $pattern->ticks() : $barTicks) / $speed;

        return $seconds <= self::MOST_SECONDS ? $seconds
            : throw InvalidInput::at(
                '',
                \sprintf('This lasts %d seconds; at most %d are played at once, so listen bar by bar.', $seconds, self::MOST_SECONDS),
            );
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

    /**
     * When a sound is silenced by the next one of its kind, as a closed hat ends an open one.
     *
     * @param list<Stroke>          $strokes
     * @param \Closure(Stroke): int $at      the sample at which a stroke starts
     *
     * @return array<string, array<int, int>> by kind: the sample at which a sound starts, and the one at which the next does
     */
    private static function silenced(array $strokes, \Closure $at): array
    {
        $starts = [];
        foreach ($strokes as $stroke) {
            if (null !== $stroke->instrument->choke()) {
                $starts[$stroke->instrument->choke()][$at($stroke)] = true;
            }
        }

        return array_map(static function (array $times): array {
            $times = array_keys($times);
            sort($times);

            return array_combine(\array_slice($times, 0, -1), \array_slice($times, 1));
        }, $starts);
    }

    /** @return array<string, array<string, float>> how loud each row is, by section and instrument; 0 for one that is muted */
    private static function levels(Pattern $pattern): array
    {
        $levels = [];
        foreach ($pattern->sections as $section) {
            foreach ($section->rows as $row) {
                $levels[$section->name][$row->instrument->value] ??= $row->muted ? 0.0 : $row->level;
            }
        }

        return $levels;
    }
}
