<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Sound\Wav;
use Symfony\Component\Process\Process;

/** Free Lossless Audio, by Debian's encoder. */
final readonly class Flac
{
    /**
     * @param string $pcm      signed 16-bit numbers at Wav::RATE, the lowest byte first
     * @param int    $channels 1 or 2
     */
    public static function encode(string $pcm, int $channels): string
    {
        $process = new Process([
            'flac', '--silent', '-8', '--no-padding', '--no-seektable', '--force-raw-format', '--endian=little', '--sign=signed',
            '--bps=16', '--channels='.$channels, '--sample-rate='.Wav::RATE, '--stdout', '-',
        ], input: $pcm);

        return $process->mustRun()->getOutput();
    }
}
