<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound;

/** RIFF WAVE, 16-bit PCM. */
final readonly class Wav
{
    /** Samples per second of everything that sounds here. */
    public const RATE = 44100;
    /** Samples packed at once, so that a long sound needs no second copy of itself. */
    private const CHUNK = 8192;

    /**
     * What stands before the numbers.
     *
     * @param int $bytes    that follow
     * @param int $channels 1 or 2
     * @param int $more     bytes of other chunks behind them
     */
    public static function header(int $bytes, int $channels, int $more = 0): string
    {
        $frame = 2 * $channels;
        $format = pack('vvVVvv', 1, $channels, self::RATE, self::RATE * $frame, $frame, 16);

        return 'RIFF'.pack('V', 36 + $bytes + $more).'WAVEfmt '.pack('V', 16).$format.'data'.pack('V', $bytes);
    }

    /**
     * @param list<float> $values from −1 to 1; what is beyond is cut
     *
     * @return string signed 16-bit numbers, the lowest byte first
     */
    public static function numbers(array $values): string
    {
        $data = '';
        for ($from = 0, $count = \count($values); $from < $count; $from += self::CHUNK) {
            $data .= pack(
                'v*',
                ...array_map(
                    static fn (float $value): int => (int) round(max(-1, min(1, $value)) * 32767) & 0xFFFF,
                    \array_slice($values, $from, self::CHUNK),
                ),
            );
        }

        return $data;
    }

    /**
     * @param string $numbers signed 16-bit numbers, the lowest byte first
     *
     * @return list<float> from −1 to 1
     */
    public static function values(string $numbers): array
    {
        /** @var list<int> $values */
        $values = array_values(unpack('v*', $numbers) ?: []);

        return array_map(static fn (int $number): float => ($number >= 0x8000 ? $number - 0x10000 : $number) / 32767, $values);
    }
}
