<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\MidiFile;
use Pulsanda\Core\Format\MidiReader;
use Pulsanda\Core\Format\MidiWriter;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

final class MidiTest extends TestCase
{
    public function testOutAndInItHasTheSameStrokesOverRandomBeats(): void
    {
        $random = Lesson::random(14);
        for ($round = 0; $round < 40; ++$round) {
            $rows = [Row::of(Instrument::Clap, [Hit::of(0)])];
            foreach ([Instrument::Kick, Instrument::Snare, Instrument::ClosedHat, Instrument::Cowbell] as $instrument) {
                $hits = [];
                for ($i = $random->getInt(0, 9); $i > 0; --$i) {
                    $at = 60 * $random->getInt(1, 120);
                    $hits[$at] = Hit::of($at, $random->getInt(1, 127), $random->getInt(-20, 20), $random->getInt(1, 3));
                }
                $rows[] = Row::of($instrument, array_values($hits));
            }
            $meter = Meter::of(4, 4);
            $pattern = Pattern::of('Any', $meter, Tempo::of(96, '4'), [Section::of('A', 2, $rows, $meter)]);
            $again = MidiReader::read(MidiWriter::write($pattern));
            self::assertEquals(self::strokes($pattern), self::strokes($again->pattern), "round $round");
            self::assertSame(['Any', 2, 96.0], [$again->pattern->title, $again->pattern->bars(), $again->pattern->tempo->quarters()]);
        }
    }

    public function testAsPlayedItSwingsAndAsWrittenItDoesNot(): void
    {
        $pattern = Lesson::grid('closed-hat x.x.|x.x.|x.x.|x.x.', swing: Swing::of(66.67, 8));
        $ticks = static fn (Pattern $one): array => array_map(static fn (Stroke $stroke): int => $stroke->tick, Strokes::written($one));
        self::assertSame([0, 640, 960, 1600], \array_slice($ticks(MidiReader::read(MidiWriter::write($pattern))->pattern), 0, 4));
        self::assertSame([0, 480, 960, 1440], \array_slice($ticks(MidiReader::read(MidiWriter::write($pattern, false))->pattern), 0, 4));
    }

    public function testAPushBeforeTheBeginningStandsInABarOfRestAndIsReadAsAPush(): void
    {
        $meter = Meter::of(4, 4);
        $row = Row::of(Instrument::Kick, [Hit::of(0, push: -30), Hit::of(1920)]);
        $pattern = Pattern::of('Early', $meter, Tempo::of(96, '4'), [Section::of('A', 1, [$row], $meter)]);
        $again = MidiReader::read(MidiWriter::write($pattern))->pattern;
        self::assertSame(1, $again->bars());
        self::assertSame([-30, 1920], array_map(static fn (Stroke $stroke): int => $stroke->tick, Strokes::written($again)));
    }

    public function testNothingStandsAfterTheEnd(): void
    {
        $meter = Meter::of(4, 4);
        $row = Row::of(Instrument::Kick, [Hit::of(3600, push: 120), Hit::of(3780, push: 120)]);
        $file = MidiWriter::write(Pattern::of('Late', $meter, Tempo::of(96, '4'), [Section::of('A', 1, [$row], $meter)]));
        self::assertSame(3840, MidiFile::read($file)->end);
        self::assertSame(1, MidiReader::read($file)->pattern->bars());
    }

    #[DataProvider('tempos')]
    public function testTheTempoComesBackInTheBeatOfTheMeter(float $bpm, string $beat, int $count, int $unit, string $said): void
    {
        $meter = Meter::of($count, $unit);
        $pattern = Pattern::of('Pace', $meter, Tempo::of($bpm, $beat), [Section::of('A', 1, [Row::of(Instrument::Kick, [Hit::of(0)])], $meter)]);
        $tempo = MidiReader::read(MidiWriter::write($pattern))->pattern->tempo;
        self::assertSame($said, $tempo->bpm()." $tempo->beat");
    }

    /** @return iterable<string, array{float, string, int, int, string}> */
    public static function tempos(): iterable
    {
        yield 'dotted quarters' => [60, '4.', 6, 8, '60 4.'];
        yield 'quarters in six' => [90, '4', 6, 8, '60 4.'];
        yield 'quarters' => [104, '4', 5, 4, '104 4'];
        yield 'very slow' => [20, '16', 4, 4, '20 16'];
        yield 'very fast' => [300, '2', 4, 4, '300 2'];
    }

    public function testWhatASectionHasNoRowForIsToldAndCanBeMapped(): void
    {
        $notes = '';
        foreach (range(35, 70) as $i => $note) {
            $notes .= "\x00\x99".\chr($note)."\x50".(35 === $note ? '' : "\x00\x99".\chr($note)."\x00");
        }
        $track = $notes."\x8f\x00\xff\x2f\x00";
        $file = "MThd\0\0\0\x06\0\0\0\x01\x03\xc0MTrk".pack('N', \strlen($track)).$track;
        $read = MidiReader::read($file);
        self::assertCount(Section::MOST_ROWS, $read->pattern->sections[0]->rows);
        self::assertCount(4, $read->unknown);
        self::assertStringContainsString('A section has 32 rows', $read->lost[0]);
        $mapped = MidiReader::read($file, null, array_fill_keys(array_keys($read->unknown), 'kick'));
        self::assertSame([], $mapped->unknown);
    }

    public function testFilesOfOtherProgramsAreRead(): void
    {
        // Format 0, 96 ticks to a quarter, running status, a note on without velocity as a note off, no names, drums on channel 1.
        $track = "\0\xFF\x58\x04\x03\x02\x18\x08\0\xFF\x51\x03\x0A\x2C\x2A\0\x90\x24\x64\x30\x24\0\x30\x26\x50\x10\x26\0"
            ."\x50\x2A\x40\0\xF0\x03\x01\x02\xF7\x10\x80\x2A\x40\0\xFF\x2F\0";
        $read = MidiReader::read(self::file(0, 96, $track));
        self::assertSame([], $read->lost);
        self::assertSame(['3/4', 90.0], [(string) $read->pattern->meter, round($read->pattern->tempo->quarters(), 1)]);
        self::assertSame(
            ['kick 0 100', 'snare 960 80', 'closed-hat 1920 64'],
            array_map(
                static fn (Stroke $stroke): string => "{$stroke->instrument->value} $stroke->tick $stroke->velocity",
                Strokes::written($read->pattern),
            ),
        );
    }

    public function testWhatIsNotKeptIsToldAndUnknownNotesCanBeMapped(): void
    {
        $track = "\0\xFF\x51\x03\x0A\x2C\x2A\x60\xFF\x51\x03\x05\x16\x15\0\x99\x24\x64\0\x99\x5A\x64\0\x90\x3C\x64\0\xFF\x2F\0";
        $read = MidiReader::read(self::file(0, 96, $track));
        self::assertSame([
            'The tempo changes; all of it is played at 90.',
            '1 notes on other channels than 10 are left out.',
            'Note 90 is no drum that is known here; 1 of it left out.',
        ], $read->lost);
        $mapped = MidiReader::read(self::file(0, 96, $track), map: [90 => 'cowbell']);
        self::assertContains(Instrument::Cowbell, $mapped->pattern->instruments());
        self::assertSame([Instrument::Kick], MidiReader::read(self::file(0, 96, $track), map: [90 => ''])->pattern->instruments());
    }

    #[DataProvider('nonsense')]
    public function testNonsenseIsRefusedWithItsPlace(string $bytes, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        MidiReader::read($bytes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        $good = "\0\x99\x24\x64\0\xFF\x2F\0";
        yield 'nothing' => ['', 'no MIDI file'];
        yield 'a text' => ['{"format": "pulsanda-pattern"}', 'no MIDI file'];
        yield 'format 2' => [self::file(2, 96, $good), 'of format 2'];
        yield 'frames of film' => [self::file(0, 0xE250, $good), 'frames of film'];
        yield 'no track' => [substr(self::file(0, 96, $good), 0, 14), 'track 1: this MIDI file ends before this track'];
        yield 'cut off' => [substr(self::file(0, 96, $good), 0, -4), 'track 1: this MIDI file is cut off'];
        yield 'data without a status' => [self::file(0, 96, "\0\x24\x64"), 'track 1: this MIDI file is broken at byte'];
        yield 'a length without end' => [self::file(0, 96, "\xFF\xFF\xFF\xFF\xFF"), 'track 1: this MIDI file is broken at byte 4'];
        yield 'no notes' => [self::file(0, 96, "\0\xFF\x2F\0"), 'There are no notes'];
        yield 'many channels' => [self::file(0, 96, "\0\x90\x24\x64\0\x91\x24\x64\0\xFF\x2F\0"), 'choose the channel that they are on: 1 (1 notes)'];
    }

    private static function file(int $format, int $division, string $track): string
    {
        return 'MThd'.pack('Nnnn', 6, $format, 1, $division).'MTrk'.pack('N', \strlen($track)).$track;
    }

    /** @return list<array{int, string, int}> */
    private static function strokes(Pattern $pattern): array
    {
        return array_map(
            static fn (Stroke $stroke): array => [$stroke->tick, $stroke->instrument->value, $stroke->velocity],
            Strokes::written($pattern),
        );
    }
}
