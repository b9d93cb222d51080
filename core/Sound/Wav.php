<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** RIFF WAVE, 16-bit PCM, one channel. */
final readonly class Wav
{
    /** Samples per second. */
    public const RATE = 44100;

    /** @param list<float> $samples from −1 to 1 */
    public static function write(array $samples): string
    {
        $data = pack('v*', ...array_map(static fn (float $sample): int => (int) round(max(-1, min(1, $sample)) * 32767) & 0xFFFF, $samples));
        $format = pack('vvVVvv', 1, 1, self::RATE, self::RATE * 2, 2, 16);

        return 'RIFF'.pack('V', 36 + \strlen($data)).'WAVEfmt '.pack('V', 16).$format.'data'.pack('V', \strlen($data)).$data;
    }
}
