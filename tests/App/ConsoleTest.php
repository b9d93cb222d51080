<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Tests\Core\Lesson;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Process;

/** The commands as a person types them, without a database. */
final class ConsoleTest extends TestCase
{
    private string $folder;

    protected function setUp(): void
    {
        $this->folder = sys_get_temp_dir().'/pulsanda-console-'.getmypid();
        $files = new Filesystem();
        $files->dumpFile("$this->folder/target.json", PatternWriter::write(Lesson::steps(Lesson::TARGET)));
        $files->dumpFile("$this->folder/late.json", PatternWriter::write(Lesson::steps(['snare' => [6, 14]] + Lesson::TARGET)));
        $files->dumpFile("$this->folder/bad.json", '{"format":"pulsanda-pattern","version":1,"colour":"blue"}');
        $files->dumpFile("$this->folder/policy.json", '{"points": 100, "step": 1}');
        $files->dumpFile(
            "$this->folder/swing.json",
            PatternWriter::write(Lesson::grid('closed-hat x.x.|x.x.|x.x.|x.x.', swing: Swing::of(66.67, 8))),
        );
    }

    protected function tearDown(): void
    {
        (new Filesystem())->remove($this->folder);
    }

    public function testCheckNamesWhatIsWrongAndWhere(): void
    {
        self::assertSame(0, $this->run_('pulsanda:check', 'target.json', 'late.json')->getExitCode());
        $bad = $this->run_('pulsanda:check', 'target.json', 'bad.json', 'none.json');
        self::assertSame(1, $bad->getExitCode());
        self::assertStringContainsString('target.json: valid', $bad->getOutput());
        self::assertStringContainsString('bad.json: colour: this key is not known', $bad->getOutput());
        self::assertStringContainsString('none.json: this file cannot be read', $bad->getOutput());
    }

    public function testCommandsSpeakTheLanguageOfTheTerminal(): void
    {
        $german = $this->runIn('de_AT.UTF-8', 'pulsanda:check', 'target.json', 'bad.json', 'none.json');
        self::assertStringContainsString('none.json: diese Datei kann nicht gelesen werden', $german->getOutput());
        self::assertStringContainsString('target.json: gültig; „', $german->getOutput());
        self::assertStringContainsString('bad.json: colour: dieser Schlüssel ist unbekannt', $german->getOutput());
        self::assertStringContainsString('Dit si chaque fichier', $this->runIn('fr_FR.UTF-8', 'list', '--raw')->getOutput());
        self::assertStringContainsString('Says whether each file', $this->runIn('tlh', 'list', '--raw')->getOutput());
        self::assertStringContainsString('Says whether each file', $this->runIn('C.UTF-8', 'list', '--raw')->getOutput());
    }

    public function testRenderWritesSoundOfEveryKind(): void
    {
        foreach (['wav' => 'RIFF', 'flac' => 'fLaC', 'ogg' => 'OggS', 'mp3' => 'ID3'] as $ending => $magic) {
            $done = $this->run_('pulsanda:render', 'target.json', "out.$ending", '--passes=2');
            self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
            self::assertStringContainsString("seconds of $ending", $done->getOutput());
            self::assertStringStartsWith($magic, (string) file_get_contents("$this->folder/out.$ending"));
        }
        // It tells players how much of the padding to leave out, so that a loop of it has no gap.
        self::assertMatchesRegularExpression('/Xing.{116}LAME/s', (string) file_get_contents("$this->folder/out.mp3"));
        self::assertSame(0, $this->run_('pulsanda:render', 'target.json', 'out.wav.zip', '--rows', '--kit=parade')->getExitCode());
        $zip = new \ZipArchive();
        self::assertTrue($zip->open("$this->folder/out.wav.zip"));
        self::assertSame(3, $zip->count(), 'a file a row');
        foreach ([
            ['format: this must be one of: wav, flac, ogg, mp3.', 'out.aiff'],
            ['kit: there is no kit "lighthouse"; choose one of: boathouse', 'out.wav', '--kit=lighthouse'],
            ['passes: 0 is out of range', 'out.wav', '--passes=many'],
            ['section: no section "C" is played; choose one of: A.', 'out.wav', '--section=C'],
        ] as $case) {
            $sentence = array_shift($case);
            $refused = $this->run_('pulsanda:render', 'target.json', ...$case);
            self::assertSame(1, $refused->getExitCode());
            self::assertStringContainsString($sentence, $refused->getErrorOutput());
        }
    }

    public function testConvertMakesOneKindOfAnotherAndAnIndependentReaderReadsIt(): void
    {
        $done = $this->run_('pulsanda:convert', 'swing.json', 'swing.mid');
        self::assertSame(0, $done->getExitCode(), $done->getErrorOutput());
        self::assertStringContainsString('are not in a file of this kind', $done->getErrorOutput());
        $csv = (new Process(['midicsv', "$this->folder/swing.mid"]))->mustRun()->getOutput();
        preg_match_all('/^\d+, (\d+), Note_on_c, 9, 42, (\d+)/m', $csv, $notes);
        self::assertSame(['0', '640', '960', '1600', '1920', '2560', '2880', '3520'], $notes[1], 'played with its swing');
        self::assertSame(0, $this->run_('pulsanda:convert', 'swing.json', 'written.mid', '--written', '--rows')->getExitCode());
        $csv = (new Process(['midicsv', "$this->folder/written.mid"]))->mustRun()->getOutput();
        self::assertStringContainsString('2, 480, Note_on_c, 9, 42', $csv);
        self::assertStringContainsString('Time_signature, 4, 2,', $csv);
        foreach (['back.pulsanda.json', 'back.txt', 'back.csv'] as $out) {
            self::assertSame(0, $this->run_('pulsanda:convert', 'written.mid', $out)->getExitCode());
        }
        self::assertSame("closed-hat |x-x-x-x-x-x-x-x-|\n", file_get_contents("$this->folder/back.txt")."\n");
        self::assertSame(0, $this->run_('pulsanda:check', 'back.pulsanda.json')->getExitCode());
        file_put_contents("$this->folder/typed.txt", 'hats 1 2 3 4 5 6');
        foreach ([[['--meter=6/8', '--tempo=60'], 6, '6/8'], [['--counting=steps'], 6, '4/4']] as [$options, $hits, $meter]) {
            self::assertSame(0, $this->run_('pulsanda:convert', 'typed.txt', 'typed.json', ...$options)->getExitCode());
            $made = PatternReader::read((string) file_get_contents("$this->folder/typed.json"));
            self::assertSame([$hits, $meter], [\count($made->sections[0]->rows[0]->hits), (string) $made->meter]);
        }
        self::assertStringContainsString('two numbers', $this->run_('pulsanda:convert', 'typed.txt', 'x.json', '--meter=six')->getErrorOutput());
        $refused = $this->run_('pulsanda:convert', 'bad.json', 'bad.mid');
        self::assertSame(1, $refused->getExitCode());
        self::assertStringContainsString('colour: this key is not known', $refused->getErrorOutput());
    }

    public function testStrokesGivesOneObjectAStroke(): void
    {
        $strokes = json_decode(
            $this->run_('pulsanda:strokes', 'swing.json', '--json', '--passes=2')->getOutput(),
            true,
            8,
            \JSON_THROW_ON_ERROR,
        );
        self::assertIsArray($strokes);
        self::assertCount(16, $strokes);
        self::assertSame(
            [
                'instrument' => 'closed-hat',
                'tick' => 480,
                'played' => 640,
                'seconds' => 0.416667,
                'velocity' => 90,
                'pass' => 1,
                'section' => 'A',
                'bar' => 1,
                'place' => 'bar 1, beat 1 &',
            ],
            $strokes[1],
        );
        self::assertIsArray($strokes[9]);
        self::assertSame([3840 + 640, 2, 1], [$strokes[9]['played'], $strokes[9]['pass'], $strokes[9]['bar']]);
        self::assertSame(2, $this->run_('pulsanda:strokes', 'swing.json', '--passes=0')->getExitCode());
    }

    public function testCompareGivesOneLineASubmissionAndGoesOnAfterABadOne(): void
    {
        $process = $this->run_('pulsanda:compare', 'target.json', 'bad.json', 'late.json', 'target.json', '--json', '--policy=policy.json');
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString('bad.json', $process->getErrorOutput());
        $lines = explode("\n", trim($process->getOutput()));
        self::assertSame([68, 100], array_map(static fn (string $line): mixed => ((array) json_decode($line, true))['mark'], $lines));
        self::assertStringContainsString('13.5 of 20', $this->run_('pulsanda:compare', 'target.json', 'late.json')->getOutput());
    }

    public function testRequireGivesOneLineASubmission(): void
    {
        (new Filesystem())->dumpFile(
            "$this->folder/asked.json",
            '[{"kind": "starts-with", "instrument": "kick", "points": 3}, {"kind": "uses", "instruments": ["cowbell"]}, {"kind": '
                .'"note-words", "least": 2}]',
        );
        $process = $this->run_('pulsanda:require', 'asked.json', 'bad.json', 'target.json', 'swing.json', '--json', '--note=Snare leads');
        self::assertSame(1, $process->getExitCode());
        self::assertStringContainsString('bad.json: colour', $process->getErrorOutput());
        $results = array_map(
            static fn (string $line): array => (array) json_decode($line, true),
            explode("\n", trim($process->getOutput())),
        );
        self::assertSame(
            [[2, 1, 4], [1, 2, 1]],
            array_map(static fn (array $one): array => [$one['passed'], $one['failed'], $one['points']], $results),
        );
        self::assertSame(
            ['kind' => 'note-words', 'passed' => true, 'earned' => 1, 'text' => 'You said what you chose.', 'evidence' => []],
            ((array) $results[0]['results'])[2],
        );
        self::assertStringContainsString(
            'no  Not heard yet: cowbell.',
            $this->run_('pulsanda:require', 'asked.json', 'target.json')->getOutput(),
        );
        self::assertStringContainsString(
            'policy.json: a list',
            $this->run_('pulsanda:require', 'policy.json', 'target.json')->getErrorOutput(),
        );
    }

    private function run_(string $command, string ...$arguments): Process
    {
        return $this->runIn('en_US.UTF-8', $command, ...$arguments);
    }

    private function runIn(string $language, string $command, string ...$arguments): Process
    {
        $process = new Process(
            [\dirname(__DIR__, 2).'/bin/console', $command, ...$arguments],
            $this->folder,
            ['APP_ENV' => 'test', 'DATABASE_URL' => 'postgresql://nobody@127.0.0.1:1/none', 'LC_ALL' => $language],
        );
        $process->run();

        return $process;
    }
}
