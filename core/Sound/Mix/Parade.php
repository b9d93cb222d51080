<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/** Mixes one after another without a gap: what of a beat rings on after its end is heard in the beats that follow. */
final readonly class Parade
{
    /** Bytes of a frame: 16 bits left, 16 bits right. */
    private const FRAME = 4;

    /**
     * @param iterable<array{iterable<string>, int, bool}> $beats of each: its mix as of Mixdown, the frames after which the next begins,
     *                                                            and whether what comes later rings on; else it is cut
     *
     * @return \Generator<int, string> as of Mixdown
     */
    public static function of(iterable $beats): \Generator
    {
        $owed = '';
        foreach ($beats as [$mix, $frames, $rings]) {
            $left = $frames * self::FRAME;
            $beyond = '';
            foreach ($mix as $block) {
                $here = substr($block, 0, $left);
                if ('' !== $here) {
                    yield self::sum($here, substr($owed, 0, \strlen($here)));
                    $owed = substr($owed, \strlen($here));
                    $left -= \strlen($here);
                }
                if (0 === $left && !$rings) {
                    break;
                }
                $beyond .= substr($block, \strlen($here));
            }
            if ($left > 0) {
                yield str_pad(substr($owed, 0, $left), $left, "\0");
                $owed = substr($owed, $left);
            }
            $owed = \strlen($owed) > \strlen($beyond) ? self::sum($owed, $beyond) : self::sum($beyond, $owed);
        }
        if ('' !== $owed) {
            yield $owed;
        }
    }

    /** @return string both together, as long as the first; what would be too loud is as loud as there can be */
    private static function sum(string $long, string $short): string
    {
        if ('' === $short) {
            return $long;
        }
        /** @var array<int> $more */
        $more = unpack('v*', $short) ?: [];
        /** @var array<int> $values */
        $values = unpack('v*', substr($long, 0, \strlen($short))) ?: [];
        foreach ($values as $i => $value) {
            $values[$i] = max(-32768, min(32767, self::signed($value) + self::signed($more[$i]))) & 0xFFFF;
        }

        return pack('v*', ...$values).substr($long, \strlen($short));
    }

    private static function signed(int $value): int
    {
        return $value < 32768 ? $value : $value - 65536;
    }
}
