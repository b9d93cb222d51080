<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/**
 * Sounds added up exactly. A stretch of sound is one large whole number with 64 bits a sample, Σ value · 2^(64·place): adding two such
 * numbers adds all their samples at once, multiplying by a gain scales them all, and multiplying by another sound convolves the two (after
 * Kronecker's substitution). Values are signed and stay below 2^62, so that no sample runs into the next.
 */
final readonly class Sum
{
    /** What makes every value positive when it is read out, and what is taken away again. */
    private const LIFT = 2 ** 62;
    private const FLAGS = \GMP_LSW_FIRST | \GMP_LITTLE_ENDIAN;

    /**
     * @param string $pcm signed 16-bit numbers, the lowest byte first
     *
     * @return string the same with 64 bits a number, lifted by 2^15 so that all are positive: of this, stretches can be cut
     */
    public static function fields(string $pcm): string
    {
        $fields = '';
        foreach (str_split($pcm, 16384) as $part) {
            /** @var array<int, int> $numbers */
            $numbers = unpack('v*', $part) ?: [];
            // A signed number as an unsigned one that is 2^15 higher: its highest bit turns over.
            $fields .= pack('P*', ...array_map(static fn (int $number): int => $number ^ 0x8000, $numbers));
        }

        return $fields;
    }

    /** @param string $fields as fields() gives them, all or a stretch */
    public static function of(string $fields): \GMP
    {
        return gmp_import($fields, 8, self::FLAGS) - 0x8000 * self::ones(intdiv(\strlen($fields), 8));
    }

    /** @param list<int> $values */
    public static function ofValues(array $values): \GMP
    {
        $lifted = array_map(static fn (int $value): int => $value + self::LIFT, $values);

        return gmp_import(pack('P*', ...$lifted), 8, self::FLAGS) - self::LIFT * self::ones(\count($values));
    }

    /** Later by so many samples. */
    public static function later(\GMP $sum, int $samples): \GMP
    {
        return 0 === $samples ? $sum : $sum << 64 * $samples;
    }

    /** @return list<int> the first values of a sum, one a sample */
    public static function values(\GMP $sum, int $samples): array
    {
        $lifted = $sum + self::LIFT * self::ones($samples);
        // What comes after the first samples may make the whole negative, and is not exported.
        $bytes = gmp_export(gmp_sign($lifted) < 0 ? gmp_mod($lifted, gmp_init(1) << 64 * $samples) : $lifted, 8, self::FLAGS);
        /** @var list<int> $numbers */
        $numbers = array_values(unpack('P*', str_pad(substr($bytes, 0, 8 * $samples), 8 * $samples, "\0")) ?: []);
        foreach ($numbers as $i => $number) {
            $numbers[$i] = $number - self::LIFT;
        }

        return $numbers;
    }

    /**
     * @param int $all that there are
     *
     * @return array{\GMP, \GMP} the first samples, and what comes after them
     */
    public static function split(\GMP $sum, int $samples, int $all): array
    {
        $bytes = str_pad(gmp_export($sum + self::LIFT * self::ones($all), 8, self::FLAGS), 8 * $all, "\0");
        $part = static fn (string $fields): \GMP => gmp_import($fields, 8, self::FLAGS)
            - self::LIFT * self::ones(intdiv(\strlen($fields), 8));

        return [$part(substr($bytes, 0, 8 * $samples)), $part(substr($bytes, 8 * $samples))];
    }

    /** The number that is 1 at every sample. */
    private static function ones(int $samples): \GMP
    {
        static $known = [];
        \assert(\is_array($known));
        if (!isset($known[$samples])) {
            // A few lengths come again and again: the block, and what is cut off at its end.
            $known = \count($known) > 64 ? [] : $known;
            $known[$samples] = gmp_import(str_repeat("\1\0\0\0\0\0\0\0", $samples), 8, self::FLAGS);
        }
        $ones = $known[$samples];
        \assert($ones instanceof \GMP);

        return $ones;
    }
}
