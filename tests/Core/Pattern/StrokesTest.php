<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Pattern;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

final class StrokesTest extends TestCase
{
    public function testSectionsArePlayedInTheirOrder(): void
    {
        $meter = Meter::of(3, 4);
        $sections = [
            Section::of('A', 1, [Row::of(Instrument::Kick, [Hit::of(0)])], $meter),
            Section::of('B', 2, [Row::of(Instrument::Snare, [Hit::of(960)])], $meter),
        ];
        $pattern = Pattern::of(
            'Form',
            $meter,
            Tempo::of(96, '4'),
            $sections,
            [OrderEntry::of('A', 2), OrderEntry::of('B', 1), OrderEntry::of('A', 1)],
        );
        self::assertSame(
            ['kick 0 A', 'kick 2880 A', 'snare 6720 B', 'kick 11520 A'],
            array_map(
                static fn (Stroke $one): string => $one->instrument->value.' '.$one->tick.' '.$one->section,
                Strokes::written($pattern),
            ),
        );
        self::assertSame(5, $pattern->bars());
    }

    public function testARollIsSpreadOverOneStepOfItsRow(): void
    {
        self::assertSame([240, 320, 400], self::ticks(Row::of(Instrument::Snare, [Hit::of(240, roll: 3)])));
        self::assertSame([0, 137, 274, 411, 549, 686, 823], self::ticks(Row::of(Instrument::Snare, [Hit::of(0, roll: 7)], Snap::Quarter)));
    }

    public function testACycleStartsOverByItselfAndSilencesWhatLiesBehindIt(): void
    {
        self::assertSame(
            [0, 720, 1440, 2160, 2880, 3600],
            self::ticks(Row::of(Instrument::Cowbell, [Hit::of(0), Hit::of(720)], cycle: 720)),
        );
    }

    public function testASilentHitGivesNoStrokeAndAMutedRowDoes(): void
    {
        self::assertSame([240], self::ticks(Row::of(Instrument::Clap, [Hit::of(0, silent: true), Hit::of(240)], muted: true)));
    }

    public function testTwoStrokesOnOneTickAreTheLouder(): void
    {
        $strokes = Strokes::written(
            self::pattern(
                Row::of(Instrument::Kick, [Hit::of(0, 40, 100), Hit::of(100, 70)]),
                Row::of(Instrument::Kick, [Hit::of(100, 60)]),
            ),
        );
        self::assertCount(1, $strokes);
        self::assertSame(70, $strokes[0]->velocity);
    }

    public function testOddsAreTheSameForTheSamePassAndComeOutAsOftenAsTheySay(): void
    {
        $pattern = self::pattern(
            Row::of(Instrument::Shaker, array_map(static fn (int $i): Hit => Hit::of(240 * $i, odds: 30), range(0, 15))),
        );
        self::assertEquals(Strokes::heard($pattern, 3), Strokes::heard($pattern, 3));
        $heard = array_sum(array_map(static fn (int $pass): int => \count(Strokes::heard($pattern, $pass)), range(1, 200)));
        self::assertEqualsWithDelta(0.3, $heard / 3200, 0.03);
        self::assertCount(16, array_filter(Strokes::written($pattern), static fn (Stroke $one): bool => $one->optional));
    }

    public function testWithoutSwingThePlayedTicksAreTheWrittenOnes(): void
    {
        $random = Lesson::random(3);
        for ($round = 0; $round < 100; ++$round) {
            $any = Lesson::any($random);
            $straight = Pattern::of($any->title, $any->meter, $any->tempo, $any->sections, $any->order);
            $groove = $straight->grooveMap();
            foreach (Strokes::heard($straight, 1) as $stroke) {
                self::assertSame($stroke->written, $groove->played($stroke->written));
            }
        }
    }

    public function testStrokesAreSortedAndNoTwoOfAnInstrumentShareATick(): void
    {
        $random = Lesson::random(4);
        for ($round = 0; $round < 100; ++$round) {
            $pattern = Lesson::any($random);
            $strokes = Strokes::written($pattern);
            self::assertLessThanOrEqual(Strokes::atMost($pattern), \count($strokes));
            $sorted = $strokes;
            usort($sorted, Stroke::compare(...));
            self::assertEquals($sorted, $strokes);
            $keys = array_map(static fn (Stroke $one): string => $one->instrument->value.$one->tick, $strokes);
            self::assertSame($keys, array_values(array_unique($keys)));
        }
    }

    public function testAFormWithoutEndIsRefused(): void
    {
        $hits = array_map(static fn (int $i): Hit => Hit::of($i * 10, roll: 8), range(0, 300));
        $section = Section::of('A', 16, [Row::of(Instrument::Kick, $hits, cycle: 3840)], Meter::of(4, 4));
        $this->expectException(InvalidInput::class);
        Strokes::written(Pattern::of('Endless', Meter::of(4, 4), Tempo::of(96, '4'), [$section], [OrderEntry::of('A', 99)]));
    }

    /** @return list<int> */
    private static function ticks(Row $row): array
    {
        return array_map(static fn (Stroke $one): int => $one->tick, Strokes::written(self::pattern($row)));
    }

    private static function pattern(Row ...$rows): Pattern
    {
        return Pattern::of('Row', Meter::of(4, 4), Tempo::of(96, '4'), [Section::of('A', 1, array_values($rows), Meter::of(4, 4))]);
    }

    public function testTwoInstrumentsOnOneTickStayTwoHoweverTheyAreNamed(): void
    {
        // "kick" and −20 would glue to the same as "kick-2" and 0.
        $strokes = Strokes::written(Lesson::pushed(['kick' => [[0, -20]], 'kick-2' => [[20, -20]]]));
        self::assertSame(
            [['kick', -20], ['kick-2', 0]],
            array_map(static fn (Stroke $one): array => [$one->instrument->value, $one->tick], $strokes),
        );
    }
}
