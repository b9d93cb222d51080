<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Format\MidiWriter;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Sound\Kit\Recording;
use Pulsanda\Core\Sound\Sample;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Process\Process;

/**
 * Takes recordings out of the sound font that Debian ships: every key is struck once at each level in a MIDI file, and what the synthesizer
 * makes of it is cut apart again.
 */
final readonly class SoundFont
{
    /** Milliseconds between the end of one and the next. */
    private const PAUSE = 300;
    /** Milliseconds of it after which nothing rings any more: a take must not hold the end of the one before. */
    private const SILENCE = 50;

    public function __construct(
        #[Autowire('%env(default:app.soundfont:PULSANDA_SOUNDFONT)%')] private string $file,
        #[Autowire('%env(default:app.data:PULSANDA_DATA)%')] private string $folder,
    ) {
    }

    public function isThere(): bool
    {
        return is_file($this->file);
    }

    /**
     * Begins to render; several can go on at once.
     *
     * @param array<string, Recording> $recordings
     *
     * @return \Closure(): array<string, array<string, non-empty-list<Sample>>> waits, and gives the takes by name and level
     */
    public function render(array $recordings): \Closure
    {
        $name = tempnam($this->folder, 'kit')
            ?: throw new \RuntimeException("The folder $this->folder cannot be written; check its rights.");
        [$midi, $slots] = self::midi($recordings);
        file_put_contents("$name.mid", $midi);
        $process = new Process([
            'fluidsynth', '-ni', '-q', '-R', '0', '-C', '0', '-g', '0.8', '-r', (string) Wav::RATE, '-O', 's16', '-T', 'raw',
            '-F', "$name.raw", $this->file, "$name.mid",
        ], timeout: 120);
        $process->start();

        return static function () use ($process, $name, $slots): array {
            try {
                if (0 !== $process->wait()) {
                    throw new \RuntimeException('fluidsynth could not render the sound font: '.$process->getErrorOutput());
                }
                $file = fopen("$name.raw", 'r') ?: throw new \RuntimeException('fluidsynth has written nothing; check the free space.');
                $takes = [];
                foreach ($slots as [$recording, $level, $from, $length]) {
                    fseek($file, 4 * $from);
                    $takes[$recording][$level][] = self::mono((string) fread($file, max(1, 4 * $length)));
                }

                return $takes;
            } finally {
                array_map(unlink(...), array_filter([$name, "$name.mid", "$name.raw"], is_file(...)));
            }
        };
    }

    /** @param string $frames of two 16-bit numbers */
    private static function mono(string $frames): Sample
    {
        /** @var list<int> $numbers */
        $numbers = array_values(unpack('s*', $frames) ?: []);
        $values = [];
        for ($i = 0, $count = \count($numbers) - 1; $i < $count; $i += 2) {
            $values[] = ($numbers[$i] + $numbers[$i + 1]) / 65536;
        }

        return Sample::of($values);
    }

    /**
     * A Standard MIDI File of format 0 in which a tick is a millisecond.
     *
     * @param array<string, Recording> $recordings
     *
     * @return array{string, list<array{string, string, int, int<1, max>}>} and what stands where: name, level, first frame, frames
     */
    private static function midi(array $recordings): array
    {
        $track = "\x00\xFF\x51\x03\x0F\x42\x40"; // a quarter a second
        $slots = [];
        $time = $wait = 0;
        foreach ($recordings as $name => $recording) {
            $track .= MidiWriter::length($wait)."\xC9".\chr($recording->program);
            $wait = 0;
            $long = (int) round(1000 * $recording->seconds * 2 ** (max(0, $recording->tune) / 12));
            foreach (Level::cases() as $level) {
                foreach ($recording->keys as $key) {
                    $track .= MidiWriter::length($wait).\chr(0x99).\chr($key).\chr($level->entry());
                    $track .= MidiWriter::length($long).\chr(0x89).\chr($key)."\x00";
                    $track .= MidiWriter::length(self::PAUSE - self::SILENCE)."\xB9\x78\x00"; // all sound off
                    $frames = intdiv(($long + self::PAUSE - self::SILENCE) * Wav::RATE, 1000);
                    $slots[] = [$name, $level->value, intdiv($time * Wav::RATE, 1000), max(1, $frames)];
                    $wait = self::SILENCE;
                    $time += $long + self::PAUSE;
                }
            }
        }
        $track .= MidiWriter::length($wait + 1000)."\xFF\x2F\x00";

        return ['MThd'.pack('Nnnn', 6, 0, 1, 1000).'MTrk'.pack('N', \strlen($track)).$track, $slots];
    }
}
