<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Sound\Wav;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\Process;

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
        $input = new InputStream();
        $process = new Process($encoder, input: $input, timeout: null);
        $process->start();
        foreach ($mix as $block) {
            $input->write($block);
            // It takes what is there, so that blocks do not pile up here.
            $process->isRunning();
        }
        $input->close();
        if (0 !== $process->wait()) {
            throw new \RuntimeException("$encoder[0] has failed: ".$process->getErrorOutput());
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
