<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** RIFF WAVE, 16-bit PCM, one channel. */
final readonly class Wav
{
    /** Samples per second. */
    public const RATE = 44100;

    private const HEADER = 44;
    /** Samples packed at once, so that a long sound needs no second copy of itself. */
    private const CHUNK = 8192;

    /**
     * @param list<float> $samples from −1 to 1
     * @param int         $rate    samples per second
     */
    public static function write(array $samples, int $rate = self::RATE): string
    {
        $data = '';
        for ($from = 0, $count = \count($samples); $from < $count; $from += self::CHUNK) {
            $data .= pack(
                'v*',
                ...array_map(
                    static fn (float $sample): int => (int) round(max(-1, min(1, $sample)) * 32767) & 0xFFFF,
                    \array_slice($samples, $from, self::CHUNK),
                ),
            );
        }
        $format = pack('vvVVvv', 1, 1, $rate, $rate * 2, 2, 16);

        return 'RIFF'.pack('V', 36 + \strlen($data)).'WAVEfmt '.pack('V', 16).$format.'data'.pack('V', \strlen($data)).$data;
    }

    /**
     * @param string $wav as written here
     *
     * @return list<float> samples from −1 to 1
     */
    public static function samples(string $wav): array
    {
        /** @var list<int> $numbers */
        $numbers = array_values(unpack('v*', substr($wav, self::HEADER)) ?: []);

        return array_map(static fn (int $number): float => ($number >= 0x8000 ? $number - 0x10000 : $number) / 32767, $numbers);
    }
}
