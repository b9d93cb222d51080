<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\MusicXmlWriter;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
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
                    self::assertContains($sum, '1' === $voice ? [$pattern->meter->barTicks()] : [0, $pattern->meter->barTicks()]);
                }
            }
        }
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
