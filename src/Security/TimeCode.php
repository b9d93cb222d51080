<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

/** Codes of six digits from a shared key and the time (RFC 6238 over RFC 4226: HMAC-SHA-1, steps of 30 seconds). */
final readonly class TimeCode
{
    private const STEP = 30;
    private const DIGITS = 6;
    private const BASE32 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567';

    /** @return non-empty-string a new key of 160 bits, as RFC 4648 writes it in base 32 */
    public static function key(): string
    {
        $key = '';
        for ($i = 0; $i < 32; ++$i) {
            $key .= self::BASE32[random_int(0, 31)];
        }

        return $key;
    }

    /** @param string $key in base 32 */
    public static function at(string $key, int $step): string
    {
        $hash = hash_hmac('sha1', pack('J', $step), self::decode($key), true);
        $offset = \ord($hash[19]) & 15;
        /** @var array{1: int} $number */
        $number = unpack('N', substr($hash, $offset, 4));

        return str_pad((string) (($number[1] & 0x7FFFFFFF) % 10 ** self::DIGITS), self::DIGITS, '0', \STR_PAD_LEFT);
    }

    /**
     * @param int $time second since 1970
     *
     * @return int|null the step of which this is the code: of now, the one before or the one after, since clocks differ; null for none
     */
    public static function step(string $key, string $code, int $time): ?int
    {
        $now = intdiv($time, self::STEP);
        $found = null;
        foreach ([$now - 1, $now, $now + 1] as $step) {
            if (hash_equals(self::at($key, $step), $code)) {
                $found = $step;
            }
        }

        return $found;
    }

    /** What a program for codes reads from a picture. */
    public static function address(string $key, string $who): string
    {
        return \sprintf('otpauth://totp/%s?secret=%s&issuer=Pulsanda', rawurlencode("Pulsanda:$who"), $key);
    }

    private static function decode(string $key): string
    {
        $bits = '';
        foreach (str_split($key) as $letter) {
            $bits .= str_pad(decbin((int) strpos(self::BASE32, $letter)), 5, '0', \STR_PAD_LEFT);
        }

        $bytes = str_split(substr($bits, 0, intdiv(\strlen($bits), 8) * 8), 8);

        return implode('', array_map(static fn (string $byte): string => \chr((int) bindec($byte)), $bytes));
    }
}
