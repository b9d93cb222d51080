<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\Convert;
use Pulsanda\Core\Format\MusicXmlReader;
use Pulsanda\Core\Format\MusicXmlWriter;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

final class MusicXmlTest extends TestCase
{
    public function testABeatIsWrittenAsItIsSet(): void
    {
        $xml = self::read(Lesson::grid("kick X...|....|x...|....\nsnare ....|x...|....|g...\nclosed-hat x.x.|x.x.|x.x.|x.x.", swing: Swing::of(60, 16)));
        self::assertSame(['4', '4'], [self::one($xml, '//time/beats'), self::one($xml, '//time/beat-type')]);
        self::assertSame(['60', '40', '16th'], [self::one($xml, '//swing/first'), self::one($xml, '//swing/second'), self::one($xml, '//swing-type')]);
        self::assertSame('43', self::one($xml, '//midi-instrument[@id="P1-I42"]/midi-unpitched'), 'counted from 1');
        self::assertCount(8, $xml->xpath('//note[notehead="x"][voice=1]') ?: []);
        self::assertCount(1, $xml->xpath('//note[instrument/@id="P1-I38"]/notehead[@parentheses="yes"]') ?: []);
        self::assertCount(1, $xml->xpath('//note[voice=2]/notations/articulations/accent') ?: []);
        self::assertCount(4, $xml->xpath('//beam[.="begin"]') ?: []);
    }

    public function testSignsThatSaveWritingAreWrittenOut(): void
    {
        $note = static fn (string $id): string => "<note><unpitched/><duration>4</duration><instrument id=\"$id\"/></note>";
        $repeat = static fn (string $type, int $of): string => '<attributes><measure-style>'
            ."<measure-repeat type=\"$type\">$of</measure-repeat></measure-style></attributes>";
        $rest = '<note><rest/><duration>4</duration></note>';
        $bars = [
            '<attributes><divisions>1</divisions></attributes><barline><repeat direction="forward"/></barline>'.$note('a'),
            $note('b'),
            $repeat('start', 2).$rest,
            $rest,
            $repeat('stop', 2).$note('c').'<sound dacapo="yes"/><barline><repeat direction="backward" times="20"/></barline>',
        ];
        $measures = implode('', array_map(
            static fn (string $bar, int $i): string => '<measure number="'.($i + 1)."\">$bar</measure>",
            $bars,
            array_keys($bars),
        ));
        $names = implode('', array_map(
            static fn (string $id, string $name): string => "<score-instrument id=\"$id\"><instrument-name>$name</instrument-name></score-instrument>",
            ['a', 'b', 'c'],
            ['Bass Drum 1', 'Acoustic Snare', 'Crash Cymbal 1'],
        ));
        $read = MusicXmlReader::read("<score-partwise><part-list><score-part id='P'>$names</score-part></part-list><part id='P'>$measures</part></score-partwise>");
        $rows = [];
        foreach ($read->pattern->sections[0]->rows as $row) {
            $rows[$row->instrument->value] = array_map(static fn (Hit $hit): int => intdiv($hit->at, 3840) + 1, $row->hits);
        }
        self::assertSame(['kick' => [1, 3], 'snare' => [2, 4], 'crash' => [5]], $rows);
        self::assertSame(20, $read->pattern->order[0]->times);
        self::assertSame(['Da capo, dal segno and coda are not followed: all is played once.'], $read->lost);
    }

    public function testTwoSoundsOfOneInstrumentHaveSigns(): void
    {
        $grid = "open-triangle x... .... x... ....\nmute-triangle ..x. .... .... ....\nlong-guiro .... x... .... ....\nshort-guiro .... ..x. .... ....";
        $meter = Meter::of(4, 4);
        $xml = MusicXmlWriter::write(Pattern::of('Signs', $meter, Tempo::of(96, '4'), [TextGrid::section($grid, $meter, 1)]));
        foreach (['open-string' => 2, 'stopped' => 1, 'tenuto' => 1, 'staccato' => 1] as $sign => $count) {
            self::assertSame($count, substr_count($xml, "<$sign/>"), $sign);
        }
        self::assertSame(['open-triangle', 'mute-triangle', 'short-guiro', 'long-guiro'], array_values(array_intersect(
            ['open-triangle', 'mute-triangle', 'short-guiro', 'long-guiro'],
            array_map(static fn (Row $row): string => $row->instrument->value, MusicXmlReader::read($xml)->pattern->sections[0]->rows),
        )));
    }

    public function testSectionsRepeatUnderTheirNames(): void
    {
        $meter = Meter::of(3, 4);
        $bar = static fn (string $name): Section => TextGrid::section('kick x...|....|....', $meter, name: $name);
        $order = [OrderEntry::of('A', 2), OrderEntry::of('B', 1)];
        $xml = self::read(Pattern::of('Form & "marks" <3', $meter, Tempo::of(90, '4'), [$bar('A'), $bar('B')], $order));
        self::assertSame('Form & "marks" <3', self::one($xml, '//work-title'));
        self::assertSame(['A', 'B'], array_map(strval(...), $xml->xpath('//rehearsal') ?: []));
        self::assertSame('2', (string) ($xml->xpath('//measure[@number="1"]/barline[@location="right"]/repeat/@times')[0] ?? ''));
    }

    public function testEveryMeasuresVoicesAddUpOverRandomBeats(): void
    {
        $random = Lesson::random(19);
        for ($round = 0; $round < 20; ++$round) {
            $pattern = Lesson::any($random);
            $xml = self::read($pattern);
            foreach ($xml->xpath('//measure') ?: [] as $measure) {
                foreach (['1', '2'] as $voice) {
                    $notes = $measure->xpath("note[voice=$voice][not(chord)]/duration") ?: [];
                    $sum = array_sum(array_map(static fn (\SimpleXMLElement $one): int => (int) $one, $notes));
                    // A quarter has 20,160 divisions.
                    $bar = 21 * $pattern->meter->barTicks();
                    self::assertContains($sum, '1' === $voice ? [$bar] : [0, $bar]);
                }
            }
        }
    }

    public function testOutAndInItHasTheSameStrokesOverRandomBeats(): void
    {
        $random = Lesson::random(23);
        $meters = [Meter::of(4, 4), Meter::of(6, 8), Meter::of(5, 4, [3, 2]), Meter::of(7, 8, [2, 2, 3]), Meter::of(3, 2)];
        for ($round = 0; $round < 60; ++$round) {
            $meter = $meters[$round % 5];
            $sections = [];
            foreach (['A', 'Second part'] as $name) {
                $rows = [];
                foreach ([Instrument::Kick, Instrument::Snare, Instrument::OpenHat, Instrument::RideBell] as $instrument) {
                    $hits = [];
                    // Rolls last as long as a step of their row, which notation shows only on the usual grid.
                    $step = 120 * $random->getInt(1, 2);
                    for ($i = $random->getInt(1, 9); $i > 0; --$i) {
                        $at = $step * $random->getInt(0, intdiv(2 * $meter->barTicks(), $step) - 1);
                        $hits[$at] = Hit::of($at, $random->getInt(1, 127), roll: 240 === $step ? 2 ** $random->getInt(0, 3) : 1);
                    }
                    $rows[] = Row::of($instrument, array_values($hits));
                }
                $sections[] = Section::of($name, 2, $rows, $meter);
            }
            $order = [OrderEntry::of('A', $random->getInt(1, 4)), OrderEntry::of('Second part', $random->getInt(1, 2)), OrderEntry::of('A', 1)];
            $pattern = Pattern::of('Any', $meter, Tempo::of(96, Tempo::usualBeat($meter)), $sections, $order, Swing::of(58, 8));
            [$xml, $lost] = Convert::write($pattern, 'any.musicxml');
            self::assertSame(['Kit, balance and room are not in a file of this kind.'], $lost);
            $again = MusicXmlReader::read($xml);
            self::assertSame([], $again->lost);
            self::assertEquals(self::strokes($pattern), self::strokes($again->pattern), "round $round");
            self::assertTrue($again->pattern->hasOrderOf($pattern), "round $round: ".json_encode($again->pattern->order));
            self::assertEquals([$pattern->tempo->quarters(), 58.0], [$again->pattern->tempo->quarters(), $again->pattern->swing->percent]);
        }
    }

    public function testWhatTwoGridsAtOnceCannotHoldIsCounted(): void
    {
        $meter = Meter::of(4, 4);
        $row = static fn (Instrument $one, int ...$ats): Row => Row::of($one, array_map(static fn (int $at): Hit => Hit::of($at), array_values($ats)));
        $section = Section::of('A', 1, [$row(Instrument::Snare, 0, 320, 650), $row(Instrument::ClosedHat, 250, 480)], $meter);
        [, $lost] = Convert::write(Pattern::of('Both', $meter, Tempo::of(90, '4'), [$section]), 'both.musicxml');
        self::assertSame('3 hits off the grid are written at the nearest place.', $lost[0]);
    }

    public function testAScoreOfAnotherProgramIsReadAndWhatIsLostIsTold(): void
    {
        $read = MusicXmlReader::read(self::foreign());
        self::assertSame([
            'Parts without drums are left out: Piano.',
            'The meter changes in measure 2; all of it is set in 4/4.',
            'Dynamic marks such as p and f are left out; accents and ghosts stay.',
            '"Rainstick" is read as Snare, by where it stands.',
        ], $read->lost);
        $pattern = $read->pattern;
        self::assertSame(['Foreign & old', 120.0, 3], [$pattern->title, $pattern->tempo->quarters(), $pattern->bars()]);
        $places = $graced = [];
        foreach (Strokes::written($pattern) as $stroke) {
            $places[$stroke->instrument->value][] = [$stroke->written, $stroke->velocity];
            null === $stroke->ornament || $graced[] = [$stroke->written, $stroke->ornament->value];
        }
        self::assertSame([[3840 + 960, 'flam']], $graced, 'a grace note before its own drum is a flam');
        self::assertSame([
            // A pickup of one quarter stands at the end of its bar.
            'snare' => [[2880, 90], [3840 + 960, 118], [2 * 3840 + 640, 28], [2 * 3840 + 960, 90]],
            'kick' => [[3840, 90], [2 * 3840, 90], [2 * 3840 + 320, 90]],
            'open-hat' => [[3840 + 1920, 90]],
            // By its place and its head alone.
            'closed-hat' => [[3840 + 2880, 90]],
        ], $places);
    }

    public function testAPickupIsMeasureNoughtAndComesBackAsItWas(): void
    {
        $meter = Meter::of(4, 4);
        $pickup = TextGrid::section("snare ............x.xx\nkick ..............x.", $meter, name: 'Pickup');
        $pattern = Pattern::of('Pickup', $meter, Tempo::of(100, '4'), [$pickup, TextGrid::section('kick x...x...x...x...', $meter)]);
        $written = MusicXmlWriter::write($pattern);
        $score = new \SimpleXMLElement($written);
        self::assertSame(['0', 'yes', '1', ''], array_map(strval(...), [
            $score->part->measure[0]['number'], $score->part->measure[0]['implicit'], $score->part->measure[1]['number'], $score->part->measure[1]['implicit'],
        ]));
        // Both voices are one quarter long: the second begins where the first does.
        $quarter = (int) $score->part->measure[0]->attributes->divisions;
        self::assertSame((string) $quarter, (string) $score->part->measure[0]->backup->duration);
        $strokes = static fn (Pattern $one): array => array_map(
            static fn (Stroke $stroke): array => [$stroke->instrument->value, $stroke->written],
            Strokes::written($one),
        );
        self::assertEqualsCanonicalizing($strokes($pattern), $strokes(MusicXmlReader::read($written)->pattern));
    }

    /** The kick ends a bar before the snare, or after it: nothing goes. */
    public function testPartsOfUnequalLengthAreReadToTheEnd(): void
    {
        $part = static fn (string $id, string $place, int $bars): string => "<part id=\"$id\">".implode('', array_map(
            static fn (int $bar): string => "<measure number=\"$bar\">".(1 === $bar ? '<attributes><divisions>1</divisions></attributes>' : '')
                ."<note><unpitched>$place</unpitched><duration>4</duration></note></measure>",
            range(1, $bars),
        )).'</part>';
        [$kick, $snare] = [
            '<display-step>F</display-step><display-octave>4</display-octave>',
            '<display-step>C</display-step><display-octave>5</display-octave>',
        ];
        foreach ([[2, 3], [3, 2]] as [$kicks, $snares]) {
            $read = MusicXmlReader::read('<score-partwise>'.$part('P1', $kick, $kicks).$part('P2', $snare, $snares).'</score-partwise>');
            $strokes = array_map(static fn (Stroke $one): string => $one->instrument->value, Strokes::written($read->pattern));
            self::assertSame(3, $read->pattern->bars());
            self::assertEquals(['kick' => $kicks, 'snare' => $snares], array_count_values($strokes));
            self::assertSame([], $read->lost);
        }
    }

    #[DataProvider('refused')]
    public function testWhatIsNoScoreOfDrumsIsRefused(string $xml, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        MusicXmlReader::read($xml);
    }

    /** @return iterable<string, array{string, string}> */
    public static function refused(): iterable
    {
        yield 'nothing' => ['', 'no XML'];
        yield 'no XML' => ['<score-partwise><part>', 'no XML'];
        yield 'another XML' => ['<html/>', 'no MusicXML score'];
        yield 'timewise' => ['<score-timewise/>', 'save it partwise'];
        yield 'a melody' => ['<score-partwise><part id="P1"><measure/></part></score-partwise>', 'no percussion part'];
        $bomb = '<!DOCTYPE a [<!ENTITY b "bbbbbbbbbb"><!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;">]>';
        yield 'a bomb' => [$bomb.'<score-partwise><work><work-title>&c;</work-title></work></score-partwise>', 'entities of its own'];
        $file = '<!DOCTYPE a [<!ENTITY f SYSTEM "file:///etc/passwd">]>';
        yield 'a file' => [$file.'<score-partwise><work><work-title>&f;</work-title></work></score-partwise>', 'entities of its own'];
        $part = '<part id="P1"><measure><note><unpitched/></note></measure></part>';
        yield 'many parts' => ['<score-partwise>'.str_repeat($part, 65).'</score-partwise>', '65 parts; at most 64'];
        $rests = str_repeat('<note><rest/></note>', 30_001);
        yield 'many rests' => ["<score-partwise><part id=\"P1\"><measure>$rests</measure></part></score-partwise>", '30001 notes and rests'];
        yield 'too large' => [str_repeat(' ', MusicXmlReader::MOST_BYTES + 1), 'larger than 4 MB'];
        $measure = '<measure number="7"><backup><duration>4</duration></backup></measure>';
        yield 'before the beginning' => [
            "<score-partwise><part id=\"P1\"><measure><note><unpitched/></note></measure>$measure</part></score-partwise>",
            'measure 7: a voice begins before its measure',
        ];
    }

    /** As programs differ: divisions of 6, a pickup, a tie, a chord, a tuplet, two voices, no MIDI numbers, other meters, pitch beside. */
    private static function foreign(): string
    {
        $note = static fn (string $of, int $duration, string $instrument = '', string $more = ''): string => "<note>$of"
            ."<duration>$duration</duration>".('' === $instrument ? '' : "<instrument id=\"$instrument\"/>")."$more</note>";
        $drum = '<unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched>';
        $high = '<unpitched><display-step>G</display-step><display-octave>5</display-octave></unpitched>';

        return '<?xml version="1.0"?><!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 3.1 Partwise//EN" '
            .'"http://www.musicxml.org/dtds/partwise.dtd"><score-partwise version="3.1"><movement-title>Foreign &amp; old</movement-title>'
            .'<part-list><score-part id="P1"><part-name>Piano</part-name></score-part><score-part id="P2"><part-name>Drumset</part-name>'
            .'<score-instrument id="sn"><instrument-name>Snare Drum</instrument-name></score-instrument>'
            .'<score-instrument id="bd"><instrument-name>anything</instrument-name></score-instrument>'
            .'<score-instrument id="hh"><instrument-name>Hi-Hat</instrument-name></score-instrument>'
            .'<score-instrument id="rs"><instrument-name>Rainstick</instrument-name></score-instrument>'
            .'<midi-instrument id="bd"><midi-unpitched>37</midi-unpitched></midi-instrument></score-part></part-list>'
            .'<part id="P1"><measure number="1"><note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration></note></measure></part>'
            .'<part id="P2"><measure number="0" implicit="yes"><attributes><divisions>6</divisions>'
            .'<time><beats>4</beats><beat-type>4</beat-type></time></attributes><direction><sound tempo="120"/></direction>'
            .$note($drum, 6, 'sn').'</measure><measure number="1"><direction><direction-type><dynamics><p/></dynamics></direction-type></direction>'
            .$note($drum, 6, 'bd', '<tie type="start"/>').'<note><grace/>'.$drum.'<instrument id="sn"/></note>'
            .$note($drum, 6, 'sn', '<notations><articulations><accent/></articulations></notations>')
            .$note($drum, 6, 'hh', '<notations><technical><open/></technical></notations>').$note($high, 6, '', '<notehead>x</notehead>')
            .'<backup><duration>24</duration></backup>'.$note('<rest/>', 24).'</measure>'
            .'<measure number="2"><attributes><time><beats>2</beats><beat-type>4</beat-type></time></attributes>'
            .$note($drum, 2, 'bd').$note($drum, 2, 'bd').$note($drum, 2, 'sn', '<notehead parentheses="yes">normal</notehead>')
            .$note('<chord/>'.$drum, 2, 'bd', '<tie type="stop"/>').$note($drum, 6, 'rs').'</measure></part></score-partwise>';
    }

    /** @return list<array{string, int, int}> instrument, tick and velocity */
    private static function strokes(Pattern $pattern): array
    {
        return array_map(
            static fn (Stroke $one): array => [$one->instrument->value, $one->written, $one->velocity],
            Strokes::written($pattern),
        );
    }

    private static function read(Pattern $pattern): \SimpleXMLElement
    {
        $xml = simplexml_load_string(MusicXmlWriter::write($pattern));
        self::assertInstanceOf(\SimpleXMLElement::class, $xml);

        return $xml;
    }

    private static function one(\SimpleXMLElement $xml, string $path): string
    {
        return (string) ($xml->xpath($path)[0] ?? '');
    }
}
