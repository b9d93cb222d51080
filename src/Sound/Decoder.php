<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Strike;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * Makes bare samples of a sound file that somebody sends. What it is, its own bytes say, never its name. Debian's decoders read it, with
 * little memory, little time, and no more of it than a sound may be long; what comes out is numbers, without tags and without anything
 * else that was in the file.
 */
final readonly class Decoder
{
    public const MOST_BYTES = 2 * 1024 * 1024;
    /** A body may be as large (nginx.conf): two minutes of bare speech fit. */
    public const MOST_SPEECH_BYTES = 4 * 1024 * 1024;
    /** Seconds that a decoder may take. */
    private const PATIENCE = 15;
    /** Bytes that a decoder may give: 11 seconds of eight channels at 48 kHz with 32 bits, and a header. */
    private const MOST_DECODED = 18_000_000;
    /** The same for speech: two minutes of two channels at 44.1 kHz with 16 bits, and a second more. */
    private const MOST_SPEECH_DECODED = 22_000_000;
    /** Below this a sound is silence. */
    private const SILENCE = 0.001;

    /**
     * @param string $bytes of a WAV, FLAC, Ogg Vorbis, Opus or MP3 file
     *
     * @throws InvalidInput
     */
    public function decode(string $bytes): Sample
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This sound is larger than 2 MB; shorten it, or save it as MP3, Ogg or Opus.');
        }
        $values = Wav::values(self::numbers($bytes, Wav::RATE, Strike::OWN_SECONDS, self::MOST_DECODED));
        if (\count($values) > (Strike::OWN_SECONDS + 0.05) * Wav::RATE) {
            throw self::tooLong();
        }
        $sample = Sample::of($values);

        if ($sample->peak() <= self::SILENCE) {
            throw InvalidInput::at('', 'Nothing is to be heard in this sound; choose another.');
        }

        return $sample;
    }

    /**
     * @param string $bytes of a file as for decode()
     *
     * @return string signed 16-bit numbers of one channel at Speech::RATE
     *
     * @throws InvalidInput
     */
    public function speech(string $bytes): string
    {
        if (\strlen($bytes) > self::MOST_SPEECH_BYTES) {
            throw Speech::tooLong();
        }
        $numbers = self::numbers($bytes, Speech::RATE, Speech::MOST_SECONDS, self::MOST_SPEECH_DECODED);
        if (\strlen($numbers) > 2 * Speech::RATE * (Speech::MOST_SECONDS + 0.5)) {
            throw Speech::tooLong();
        }

        return $numbers;
    }

    /**
     * @param int $seconds that are wanted; one more is given where there is more, so that this is seen
     * @param int $most    bytes that a decoder may give
     *
     * @return string signed 16-bit numbers of one channel
     */
    private static function numbers(string $bytes, int $rate, int $seconds, int $most): string
    {
        $name = tempnam(sys_get_temp_dir(), 'sound') ?: throw new \RuntimeException('There is no room for a temporary file.');
        try {
            file_put_contents($name, $bytes);
            [$kind, $wav] = match (self::kind($bytes)) {
                'wav' => ['wav', $bytes],
                'flac' => ['flac', $bytes],
                'vorbis' => ['wav', self::run(['oggdec', '--quiet', '--output', '-', $name], $most)],
                'opus' => ['wav', self::run(['opusdec', '--quiet', '--force-wav', '--rate', (string) $rate, $name, '-'], $most)],
                'mp3' => ['wav', self::run(['lame', '--quiet', '--decode', $name, '-'], $most)],
            };
            $numbers = self::run(
                [
                    'sox', '-V1', '-t', $kind, '-', '-t', 'raw', '-e', 'signed', '-b', '16', '-L', '-c', '1', '-r', (string) $rate, '-',
                    'trim', '0', (string) ($seconds + 1),
                ],
                $most,
                $wav,
            );
        } finally {
            unlink($name);
        }

        return substr($numbers, 0, \strlen($numbers) & ~1);
    }

    /** @return 'wav'|'flac'|'vorbis'|'opus'|'mp3' */
    private static function kind(string $bytes): string
    {
        return match (true) {
            str_starts_with($bytes, 'RIFF') && 'WAVE' === substr($bytes, 8, 4) => 'wav',
            str_starts_with($bytes, 'fLaC') => 'flac',
            str_starts_with($bytes, 'OggS') && str_contains(substr($bytes, 0, 80), 'OpusHead') => 'opus',
            str_starts_with($bytes, 'OggS') && str_contains(substr($bytes, 0, 80), "\x01vorbis") => 'vorbis',
            str_starts_with($bytes, 'ID3') || 1 === preg_match('/^\xFF[\xE2-\xFF]/', $bytes) => 'mp3',
            default => throw InvalidInput::at('', 'This is no sound that can be read here; use a WAV, FLAC, Ogg, Opus or MP3 file.'),
        };
    }

    /**
     * @param list<string> $command
     *
     * @throws InvalidInput when it cannot be read
     */
    private static function run(array $command, int $most, ?string $input = null): string
    {
        $process = new Process(
            ['prlimit', '--as=536870912', '--cpu='.self::PATIENCE, '--fsize=8388608', '--nproc=64', ...$command],
            env: ['LC_ALL' => 'C'],
            input: $input,
            timeout: self::PATIENCE,
        );
        $out = '';
        try {
            $process->start();
            foreach ($process->getIterator(Process::ITER_SKIP_ERR) as $part) {
                $out .= $part;
                if (\strlen($out) > $most) {
                    $process->stop(0);
                    throw self::MOST_DECODED === $most ? self::tooLong() : Speech::tooLong();
                }
            }
            $process->wait();
        } catch (ProcessTimedOutException) {
            $out = '';
        }

        // 126 and 127: the program cannot be run, or is not there (POSIX, Shell Command Language, 2.8.2).
        if (\in_array($process->getExitCode(), [126, 127], true)) {
            throw new \RuntimeException("$command[0] is missing on this server; install it and start again.");
        }
        if ('' === $out) {
            throw InvalidInput::at('', 'This sound is broken and cannot be read; save it once more and upload it again.');
        }

        return $out;
    }

    private static function tooLong(): InvalidInput
    {
        return InvalidInput::at('', \sprintf('This sound is longer than %d seconds; shorten it and bring it again.', Strike::OWN_SECONDS));
    }
}
