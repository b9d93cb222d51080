<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\Names;
use Pulsanda\Core\Format\TypedReader;
use Pulsanda\Core\Format\TypedWriter;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Ornament;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Tests\Core\Lesson;

/** Patterns as they stand in books. */
final class TypedTest extends TestCase
{
    /** @param array<string, list<int>> $steps sixteenths from 1 by instrument */
    #[DataProvider('lines')]
    public function testALineOfABookIsRead(string $text, array $steps, ?Meter $meter = null): void
    {
        $found = [];
        foreach (TypedReader::section($text, $meter ?? Meter::of(4, 4))->rows as $row) {
            $found[$row->instrument->value] = array_map(static fn (Hit $hit): int => intdiv($hit->at, 240) + 1, $row->hits);
        }
        self::assertSame($steps, $found);
    }

    /** @return iterable<string, array{0: string, 1: array<string, list<int>>, 2?: Meter}> */
    public static function lines(): iterable
    {
        yield 'step numbers' => ['kick 1 8 11 15', ['kick' => [1, 8, 11, 15]]];
        yield 'with commas' => ['Snare 5, 13', ['snare' => [5, 13]]];
        yield 'odd in every bar that there is' => ['hats odd; kick 1 17', ['closed-hat' => range(1, 31, 2), 'kick' => [1, 17]]];
        yield 'odd in one bar' => ['kick 1; bar 2: hats odd', ['kick' => [1], 'closed-hat' => range(17, 31, 2)]];
        yield 'odd' => ['hats odd', ['closed-hat' => range(1, 15, 2)]];
        yield 'a range' => ['closed hat 1-16', ['closed-hat' => range(1, 16)]];
        yield 'on through bar two' => ['bd: 1 9 17 25', ['kick' => [1, 9, 17, 25]]];
        yield 'counting words' => ['snare 2 & 4', ['snare' => [5, 7, 13]]];
        yield 'counting words with an a' => ['kick 1 & 3 a', ['kick' => [1, 3, 9, 12]]];
        yield 'glued' => ['kick 1 2a 4&', ['kick' => [1, 8, 15]]];
        yield 'in six' => ['kick 1 4 &', ['kick' => [1, 7, 8]], Meter::of(6, 8)];
        yield 'a grid' => ['bd x---x---x---x---', ['kick' => [1, 5, 9, 13]]];
        yield 'a grid of eighths' => ['hh xxxxxxxx', ['closed-hat' => range(1, 15, 2)]];
        yield 'beat lines' => ['sd ....|x...|....|x...', ['snare' => [5, 13]]];
        yield 'bar lines' => ['sd ----x-------x---|----x-------x-x-', ['snare' => [5, 13, 21, 29, 31]]];
        yield 'open hats among closed' => ['hh x-x-x-x-x-x-x-o-', ['closed-hat' => [1, 3, 5, 7, 9, 11, 13], 'open-hat' => [15]]];
        yield 'bars by name' => ["bar 1: kick 1\nbar 2:\nkick 3", ['kick' => [1, 19]]];
        yield 'an empty row' => ['cowbell', ['cowbell' => []]];
        yield 'several in one line' => ['kick 1 9; snare 5 13', ['kick' => [1, 9], 'snare' => [5, 13]]];
    }

    public function testHowHardStandsThereToo(): void
    {
        $section = TypedReader::section("snare X-x-s-g-(x)---f---\nkick >1 (5) 9!", Meter::of(4, 4));
        $levels = static fn (Row $row): array => array_map(static fn (Hit $hit): string => Level::of($hit->velocity)->value, $row->hits);
        self::assertSame(['accent', 'firm', 'soft', 'ghost', 'ghost', 'firm'], $levels($section->rows[0]));
        self::assertSame([2880, Ornament::Flam], [$section->rows[0]->hits[5]->at, $section->rows[0]->hits[5]->ornament]);
        self::assertSame(['accent', 'ghost', 'accent'], $levels($section->rows[1]));
    }

    #[DataProvider('nonsense')]
    public function testWhatCannotBeReadIsNamed(string $text, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        TypedReader::section($text, Meter::of(4, 4));
    }

    /** @return iterable<string, array{string, string}> */
    public static function nonsense(): iterable
    {
        yield 'no instrument' => ["kick 1\nfrog 3", 'line 2: "frog" is no instrument'];
        yield 'no step' => ['kick 1 17 400', 'line 1: "400": steps go from 1 to 16'];
        yield 'no word' => ['kick 1 often', 'line 1: "often" is no step'];
        yield 'a beat too many' => ['kick 5 &', 'a bar of 4/4 has beats 1 to 4'];
        yield 'a syllable without a beat' => ['kick & 1', '"&" is no counting word here'];
        yield 'a cell too many' => ['kick x---x---x---x---x', 'this grid has 17 cells; a bar of 4/4 has'];
        yield 'a bar that is not' => ['bar 17: kick 1', 'a section has bars 1 to 16'];
        yield 'cells of no bar' => ['hh '.str_repeat('x-', 10), 'this grid has 20 cells; a bar of 4/4 has 4, 8, 12, 16'];
        yield 'cells of two bars of triplets or one' => ['hh '.str_repeat('x-', 12), 'this grid has 24 cells'];
        yield 'and, between two numbers' => ['snare 2 and 4', 'write "on 2 and 4" or "2 & 4"'];
        yield 'a number of a name' => ['tom 1 1 5', '"1" stands here twice'];
        yield 'no even part' => ['hh all 7', 'cannot be parted evenly in 7'];
    }

    public function testWrittenAndReadAgainItIsTheSameOverRandomBeats(): void
    {
        $random = Lesson::random(31);
        $entries = array_map(static fn (Level $level): int => $level->entry(), Level::cases());
        foreach ([Meter::of(4, 4), Meter::of(6, 8), Meter::of(5, 4, [3, 2]), Meter::of(7, 8, [2, 2, 3])] as $meter) {
            for ($round = 0; $round < 20; ++$round) {
                $bars = $random->getInt(1, 4);
                $rows = [];
                foreach ([Instrument::Kick, Instrument::Snare, Instrument::OpenHat, Instrument::RideBell] as $instrument) {
                    $step = [240, 120, 480][$random->getInt(0, 2)];
                    $hits = [];
                    for ($at = 0; $at < $bars * $meter->barTicks(); $at += $step) {
                        if (0 === $random->getInt(0, 3)) {
                            $hits[] = Hit::of($at, $entries[$random->getInt(0, 3)]);
                        }
                    }
                    $rows[] = Row::of($instrument, $hits);
                }
                $section = Section::of('A', $bars, $rows, $meter);
                $text = TypedWriter::section($section, $meter);
                $again = TypedReader::section($text, $meter, 'A', $bars);
                self::assertSame($bars, $again->bars, $text);
                foreach ($section->rows as $r => $row) {
                    self::assertEquals($row->hits, $again->rows[$r]->hits, $text);
                }
            }
        }
    }

    public function testEveryInstrumentIsKnownByItsNames(): void
    {
        foreach (Instrument::cases() as $one) {
            self::assertSame($one, Names::instrument($one->value), $one->value);
            self::assertSame($one, Names::instrument(strtoupper($one->label())), $one->label());
        }
        self::assertSame(Instrument::ClosedHat, Names::instrument('Hi-Hat'));
        self::assertNull(Names::instrument('frog'));
    }
}
