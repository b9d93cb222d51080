<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Sound\Wav;

/** Writes a mix into a file as it comes, by Debian's encoders. */
final readonly class AudioFile
{
    /**
     * @param iterable<string> $mix signed 16-bit numbers, left and right in turn
     */
    public static function write(string $file, AudioFormat $format, iterable $mix, string $title, string $artist): void
    {
        $encoder = $format->encoder($file, $title, $artist);
        [] === $encoder ? self::wav($file, $mix, $title, $artist) : self::encode($encoder, $mix);
    }

    /**
     * @param list<string>     $encoder
     * @param iterable<string> $mix
     */
    private static function encode(array $encoder, iterable $mix): void
    {
        $errors = tmpfile() ?: throw new \RuntimeException('There is no room for a temporary file.');
        // Writing waits until the encoder has taken what is there, so that nothing piles up here.
        $process = proc_open($encoder, [['pipe', 'r'], ['file', '/dev/null', 'w'], $errors], $pipes);
        if (!\is_resource($process)) {
            throw new \RuntimeException("$encoder[0] could not be started.");
        }
        foreach ($mix as $block) {
            fwrite($pipes[0], $block);
        }
        fclose($pipes[0]);
        if (0 !== proc_close($process)) {
            rewind($errors);
            throw new \RuntimeException("$encoder[0] has failed: ".stream_get_contents($errors, 1000));
        }
    }

    /** @param iterable<string> $mix */
    private static function wav(string $path, iterable $mix, string $title, string $artist): void
    {
        $file = fopen($path, 'w') ?: throw new \RuntimeException("$path cannot be written; check the rights and the free space.");
        fwrite($file, Wav::header(0, 2));
        $bytes = 0;
        foreach ($mix as $block) {
            $bytes += fwrite($file, $block) ?: throw new \RuntimeException("$path cannot be written; check the free space.");
        }
        $tags = self::tag('INAM', $title).self::tag('IART', $artist);
        fwrite($file, 'LIST'.pack('V', 4 + \strlen($tags)).'INFO'.$tags);
        // Now it is known how long it is.
        rewind($file);
        fwrite($file, Wav::header($bytes, 2, 12 + \strlen($tags)));
        fclose($file);
    }

    /** A chunk of the RIFF INFO list; it ends with a zero and has an even length. */
    private static function tag(string $name, string $text): string
    {
        $text .= \strlen($text) % 2 ? "\0" : "\0\0";

        return $name.pack('V', \strlen($text)).$text;
    }
}
