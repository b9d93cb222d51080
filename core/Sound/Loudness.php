<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

use Pulsanda\Core\Sound\Synth\Biquad;

/** How loud a mix is to people: the integrated loudness of ITU-R BS.1770-4, for two channels at Wav::RATE. */
final readonly class Loudness
{
    /** Blocks of 400 ms that overlap by three quarters. */
    private const STEP = 4410;
    /** Blocks that are quieter than this, or than this below the rest, do not count. */
    private const SILENCE = -70.0;
    private const BELOW = -10.0;

    /**
     * @param iterable<string> $mix signed 16-bit numbers, left and right in turn
     *
     * @return float LUFS; −INF for silence
     */
    public static function of(iterable $mix): float
    {
        $filters = [Biquad::headShelf(), Biquad::rumbleCut(), Biquad::headShelf(), Biquad::rumbleCut()];
        $steps = [0.0];
        $count = 0;
        foreach ($mix as $frames) {
            foreach (array_chunk(Wav::values($frames), 2) as [$left, $right]) {
                $left = $filters[1]->next($filters[0]->next($left));
                $right = $filters[3]->next($filters[2]->next($right));
                if (self::STEP === $count++) {
                    $steps[] = 0.0;
                    $count = 1;
                }
                $steps[\count($steps) - 1] += ($left * $left + $right * $right) / (4 * self::STEP);
            }
        }
        $blocks = [];
        for ($i = 3, $all = \count($steps); $i < $all; ++$i) {
            $blocks[] = $steps[$i] + $steps[$i - 1] + $steps[$i - 2] + $steps[$i - 3];
        }
        $heard = self::louder($blocks, self::SILENCE);

        return self::decibels(self::mean(self::louder($heard, self::decibels(self::mean($heard)) + self::BELOW)));
    }

    /**
     * @param list<float> $blocks
     *
     * @return list<float>
     */
    private static function louder(array $blocks, float $than): array
    {
        return array_values(array_filter($blocks, static fn (float $block): bool => self::decibels($block) > $than));
    }

    /** @param list<float> $blocks */
    private static function mean(array $blocks): float
    {
        return [] === $blocks ? 0.0 : array_sum($blocks) / \count($blocks);
    }

    private static function decibels(float $power): float
    {
        return $power > 0 ? -0.691 + 10 * log10($power) : -\INF;
    }
}
