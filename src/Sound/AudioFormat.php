<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

/** What a mix can be taken away as. */
enum AudioFormat: string
{
    case Wav = 'wav';
    case Flac = 'flac';
    case Ogg = 'ogg';
    case Mp3 = 'mp3';

    public function mime(): string
    {
        return match ($this) {
            self::Wav => 'audio/wav', self::Flac => 'audio/flac', self::Ogg => 'audio/ogg', self::Mp3 => 'audio/mpeg',
        };
    }

    /**
     * The encoder, which reads 16-bit stereo at 44.1 kHz from its input; none for WAV.
     *
     * @return list<string>
     */
    public function encoder(string $file, string $title, string $artist): array
    {
        return match ($this) {
            self::Wav => [],
            self::Flac => [
                'flac', '--silent', '--force', '--force-raw-format', '--endian=little', '--sign=signed', '--bps=16', '--channels=2',
                '--sample-rate=44100', '--tag=TITLE='.$title, '--tag=ARTIST='.$artist, '--output-name='.$file, '-',
            ],
            self::Ogg => [
                'oggenc', '--quiet', '--raw', '--raw-bits=16', '--raw-chan=2', '--raw-rate=44100', '--quality=6', '--utf8',
                '--title', $title, '--artist', $artist, '--output', $file, '-',
            ],
            self::Mp3 => [
                'lame', '--quiet', '-r', '-s', '44.1', '--bitwidth', '16', '--signed', '--little-endian', '-V', '2', '--add-id3v2',
                '--tt', $title, '--ta', $artist, '-', $file,
            ],
        };
    }
}
