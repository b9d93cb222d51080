<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\Process\Process;

/** Words that somebody has spoken: one channel, kept as Opus in Ogg (RFC 7845), without anything else that was in the file. */
final readonly class Speech
{
    public const RATE = 16000;
    public const MOST_SECONDS = 120;
    /** Thousand bits a second: speech of one channel sounds like itself. */
    private const BITRATE = 24;
    /** Of 32,767: below this nobody has spoken. */
    private const SILENCE = 100;

    private function __construct(public string $opus, public float $seconds)
    {
    }

    /**
     * @param string $bytes of a WAV, FLAC, Ogg Vorbis, Opus or MP3 file
     *
     * @throws InvalidInput
     */
    public static function of(string $bytes, Decoder $decoder): self
    {
        $numbers = $decoder->speech($bytes);
        if (self::isSilent($numbers)) {
            throw InvalidInput::at('', 'Nothing is to be heard in this recording. Check the microphone, and speak again.');
        }
        $process = new Process(
            [
                'opusenc', '--quiet', '--raw', '--raw-bits', '16', '--raw-chan', '1', '--raw-rate', (string) self::RATE,
                '--bitrate', (string) self::BITRATE, '--speech', '-', '-',
            ],
            input: $numbers,
        );

        return new self($process->mustRun()->getOutput(), round(\strlen($numbers) / 2 / self::RATE, 1));
    }

    public static function tooLong(): InvalidInput
    {
        return InvalidInput::at('', \sprintf('This recording is longer than %d minutes; say it shorter.', self::MOST_SECONDS / 60));
    }

    private static function isSilent(string $numbers): bool
    {
        // A second at a time, since a number takes sixteen times its bytes once it is unpacked.
        foreach (str_split($numbers, 2 * self::RATE) as $second) {
            /** @var array<int> $unsigned */
            $unsigned = unpack('v*', $second) ?: [];
            foreach ($unsigned as $number) {
                if (min($number, 65536 - $number) > self::SILENCE) {
                    return false;
                }
            }
        }

        return true;
    }
}
