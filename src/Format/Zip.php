<?php

declare(strict_types=1);

namespace Pulsanda\App\Format;

use Pulsanda\Core\Input\InvalidInput;

/** Files in a zip, in and out of memory. Nothing of it is unpacked to the disk, and no file further than a limit. */
final readonly class Zip
{
    /**
     * @param array<string, string> $files  contents by name, in order
     * @param string|null           $stored the name of one that must not be packed
     */
    public static function write(array $files, ?string $stored = null): string
    {
        return self::inFile('', static function (\ZipArchive $zip) use ($files, $stored): void {
            foreach ($files as $name => $content) {
                $zip->addFromString($name, $content);
                if ($name === $stored) {
                    $zip->setCompressionName($name, \ZipArchive::CM_STORE);
                }
            }
        });
    }

    /**
     * @param int                    $most      files
     * @param int                    $bytes     that those which are wanted may have unpacked, together
     * @param \Closure(string): bool $wanted    by name
     * @param string                 $otherwise the sentence where it is no zip
     * @param int|null               $each      bytes that one of them may have
     *
     * @return array<string, string> contents by name, in order
     *
     * @throws InvalidInput naming the file
     */
    public static function read(string $zipped, int $most, int $bytes, \Closure $wanted, string $otherwise, ?int $each = null): array
    {
        if (!str_starts_with($zipped, 'PK')) {
            throw InvalidInput::at('', $otherwise);
        }
        $files = [];
        self::inFile($zipped, static function (\ZipArchive $zip) use (&$files, $most, $bytes, $wanted, $each): void {
            if ($zip->numFiles > $most) {
                throw InvalidInput::at('', \sprintf('This zip has %d files; at most %d can be in it.', $zip->numFiles, $most));
            }
            $left = $bytes;
            for ($i = 0; $i < $zip->numFiles; ++$i) {
                $name = (string) $zip->getNameIndex($i);
                if ($wanted($name)) {
                    $files[$name] = self::entry($zip, $i, $name, min($left, $each ?? $left));
                    $left -= \strlen($files[$name]);
                }
            }
        }, $otherwise);

        return $files;
    }

    /** Reads no further than the limit, whatever the zip says of the file's size. */
    private static function entry(\ZipArchive $zip, int $index, string $name, int $bytes): string
    {
        $stream = $zip->getStreamIndex($index);
        $content = false === $stream ? false : stream_get_contents($stream, $bytes + 1);
        if (false === $content) {
            throw InvalidInput::at($name, 'this file of the zip is damaged.');
        }

        if (\strlen($content) > $bytes) {
            throw InvalidInput::at($name, 'with this file, the zip holds more than can be read at once; take a part of it.');
        }

        return $content;
    }

    /**
     * Opens bytes as a zip, or makes a new one, in a file that goes again.
     *
     * @param \Closure(\ZipArchive): void $do
     *
     * @return string the zip as it is afterwards
     */
    private static function inFile(string $bytes, \Closure $do, string $otherwise = ''): string
    {
        $file = tempnam(sys_get_temp_dir(), 'zip') ?: throw new \RuntimeException('There is no room for a temporary file.');
        try {
            file_put_contents($file, $bytes);
            $zip = new \ZipArchive();
            if (true !== $zip->open($file, '' === $bytes ? \ZipArchive::OVERWRITE : \ZipArchive::RDONLY)) {
                throw InvalidInput::at('', $otherwise);
            }
            try {
                $do($zip);
            } finally {
                $zip->close();
            }

            return (string) file_get_contents($file);
        } finally {
            unlink($file);
        }
    }
}
