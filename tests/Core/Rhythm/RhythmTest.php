<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Rhythm;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

final class RhythmTest extends TestCase
{
    public function testABarIsAsLongAsItsMeterSays(): void
    {
        self::assertSame(3840, Meter::of(4, 4)->barTicks());
        self::assertSame(2880, Meter::of(6, 8)->barTicks());
        self::assertSame(3360, Meter::of(7, 8, [2, 2, 3])->barTicks());
        self::assertSame([3, 3], Meter::of(6, 8)->groups);
        self::assertSame([1, 1, 1, 1, 1], Meter::of(5, 4)->groups);
        self::assertSame([0, 960, 1920], Meter::of(7, 8, [2, 2, 3])->groupStarts());
    }

    /** @param list<int>|null $groups */
    #[DataProvider('wrongMeters')]
    public function testAWrongMeterIsRefused(int $count, int $unit, ?array $groups): void
    {
        $this->expectException(InvalidInput::class);
        Meter::of($count, $unit, $groups);
    }

    /** @return iterable<array{int, int, list<int>|null}> */
    public static function wrongMeters(): iterable
    {
        yield [0, 4, null];
        yield [33, 4, null];
        yield [4, 3, null];
        yield [5, 4, [3, 3]];
        yield [4, 4, [5, -1]];
        yield [4, 4, []];
    }

    public function testTempoIsBroughtToQuarterNotes(): void
    {
        self::assertSame(108.0, Tempo::of(72, '4.')->quarters());
        self::assertSame(192.0, Tempo::of(96, '2')->quarters());
        self::assertEqualsWithDelta(60 / 96 / 4, Tempo::of(96, '4')->seconds(240), 1e-12);
        self::assertSame('4.', Tempo::usualBeat(Meter::of(6, 8)));
        self::assertSame('4', Tempo::usualBeat(Meter::of(5, 4, [3, 2])));
        self::assertSame('8', Tempo::usualBeat(Meter::of(7, 8, [2, 2, 3])));
        self::assertSame('2', Tempo::usualBeat(Meter::of(4, 4, [2, 2])));
    }

    public function testATempoOutOfRangeOrFinerThanTwoDecimalsIsRefused(): void
    {
        foreach ([[19.99, '4'], [400.01, '4'], [96.125, '4'], [96, '3']] as [$bpm, $beat]) {
            try {
                Tempo::of($bpm, $beat);
                self::fail("$bpm per $beat was taken.");
            } catch (InvalidInput $error) {
                self::assertContains($error->path, ['bpm', 'beat']);
            }
        }
    }

    public function testTripletSwingPutsTheOffbeatOnTheThirdTriplet(): void
    {
        $groove = GrooveMap::of(Meter::of(4, 4), Swing::of(66.67, 8));
        self::assertSame(640, $groove->played(480));
        self::assertSame(960, $groove->played(960));
        self::assertSame(320, $groove->played(240), 'between the corners it is linear');
        self::assertSame(3840 + 640, $groove->played(3840 + 480));
        self::assertSame(-3840 + 640, $groove->played(-3840 + 480));
    }

    public function testWhatIsLeftOfABarWithoutAWholePairStaysStraight(): void
    {
        $groove = GrooveMap::of(Meter::of(7, 8, [2, 2, 3]), Swing::of(60, 8));
        self::assertSame(2880 + 300, $groove->played(2880 + 300));
    }

    public function testAGrooveNeverTurnsBackAndKeepsBarLines(): void
    {
        $random = Lesson::random(11);
        for ($round = 0; $round < 60; ++$round) {
            $pattern = Lesson::any($random);
            $groove = $pattern->grooveMap();
            $bar = $pattern->meter->barTicks();
            $before = -1;
            for ($tick = 0; $tick <= $bar; $tick += 40) {
                $played = $groove->played($tick);
                self::assertGreaterThan($before, $played);
                $before = $played;
            }
            self::assertSame($bar, $groove->played($bar));
        }
    }

    /** @param list<int> $groups */
    #[DataProvider('places')]
    public function testPlacesAreSaidAsTheClassCounts(int $count, int $unit, array $groups, string $style, int $tick, string $place): void
    {
        self::assertSame($place, (new Counting(Meter::of($count, $unit, $groups), Spoken::voice(CountingStyle::from($style))))->place($tick));
    }

    /** @return iterable<array{int, int, list<int>, string, int, string}> */
    public static function places(): iterable
    {
        $four = [1, 1, 1, 1];
        yield [4, 4, $four, 'syllables', 3840 + 2400, 'bar 2, beat 3 &'];
        yield [4, 4, $four, 'syllables', 240, 'bar 1, beat 1 e'];
        yield [4, 4, $four, 'syllables', 720, 'bar 1, beat 1 a'];
        yield [4, 4, $four, 'syllables', 320, 'bar 1, beat 1 trip'];
        yield [4, 4, $four, 'syllables', 640, 'bar 1, beat 1 let'];
        yield [4, 4, $four, 'syllables', 60, 'bar 1, just after beat 1'];
        yield [4, 4, $four, 'steps', 3840, 'step 17'];
        yield [4, 4, $four, 'syllables', 120, 'bar 1, beat 1 ta'];
        yield [4, 4, $four, 'syllables', 1560, 'bar 1, beat 2 & ta'];
        yield [4, 4, $four, 'steps', 300, 'just after step 2'];
        yield [4, 4, $four, 'steps', 960 + 320, 'step 5 trip'];
        yield [4, 4, $four, 'steps', 3840 + 640, 'step 17 let'];
        yield [4, 4, $four, 'steps', 360, 'step 2½'];
        yield [4, 4, $four, 'bar-beat', 960 + 320, '1.2 trip'];
        yield [4, 4, $four, 'bar-beat', 3840 + 2160 + 120, '2.3.2½'];
        yield [4, 4, $four, 'bar-beat', 160, 'just after 1.1'];
        yield [6, 8, [3, 3], 'syllables', 360, 'bar 1, beat 1 & ta'];
        yield [6, 8, [3, 3], 'steps', 120, 'step 1½'];
        yield [4, 4, $four, 'bar-beat', 3840 + 1920, '2.3'];
        yield [4, 4, $four, 'bar-beat', 3840 + 2160, '2.3.2'];
        yield [6, 8, [3, 3], 'syllables', 1440, 'bar 1, beat 4'];
        yield [6, 8, [3, 3], 'syllables', 240, 'bar 1, beat 1 &'];
        yield [7, 8, [2, 2, 3], 'syllables', 2880, 'bar 1, beat 7'];
    }

    public function testTheHeaderOfASheetCarriesEveryWordWithItsWeight(): void
    {
        $words = (new Counting(Meter::of(6, 8), Spoken::voice(CountingStyle::Syllables)))->words(1);
        self::assertSame(['1', '&', '2', '&', '3', '&', '4', '&', '5', '&', '6', '&'], array_column($words, 'word'));
        self::assertSame([3, 0, 0, 0, 0, 0, 2, 0, 0, 0, 0, 0], array_column($words, 'weight'));
        $steps = (new Counting(Meter::of(4, 4), Spoken::voice(CountingStyle::Steps)))->words(2);
        self::assertSame('32', $steps[31]['word']);
    }
}
