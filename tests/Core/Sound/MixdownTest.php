<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Tests\Core\Lesson;

/** At 120 quarters a minute a sixteenth lasts an eighth of a second. */
final class MixdownTest extends TestCase
{
    private const SIXTEENTH = Wav::RATE / 8;

    public function testEveryStrokeStandsAtItsTime(): void
    {
        $pattern = self::lesson('kick x...|..x.|....|....');
        self::assertSame([0, self::at(6)], self::starts($pattern));
        self::assertSame([0, self::at(12)], self::starts($pattern, Excerpt::whole($pattern)->atSpeed($pattern, 0.5)), 'slower');
        self::assertSame([0, self::at(6), self::at(16), self::at(22)], self::starts($pattern, Excerpt::whole($pattern, 2)), 'two passes');
    }

    public function testSwingAndPushAreHeard(): void
    {
        $swung = Lesson::grid('kick x.x.|....|....|....', tempo: Tempo::of(120, '4'), swing: Swing::of(75, 8));
        self::assertSame([0, self::at(3)], self::starts($swung));
        $late = self::rows(Row::of(Instrument::Kick, [Hit::of(0), Hit::of(960, push: 120)]));
        self::assertSame([0, self::at(4.5)], self::starts($late));
        $early = self::rows(Row::of(Instrument::Kick, [Hit::of(0, push: -120), Hit::of(960)]));
        self::assertSame([0, self::at(4.5)], self::starts($early), 'what comes before the beginning begins the file');
        self::assertSame([self::at(4), self::at(15.5)], self::starts($early, Excerpt::whole($early)->asLoop()), 'or ends the loop');
    }

    public function testABarOrASectionByItselfStartsAtItsFirstSample(): void
    {
        $pattern = self::lesson('kick x...|....|....|....|..x.|....|....|....', 2);
        self::assertSame([self::at(2)], self::starts($pattern, Excerpt::bar($pattern, 2)));
        $bar = static fn (string $name, int $at): Section => Section::of(
            $name,
            1,
            [Row::of(Instrument::Kick, [Hit::of($at)])],
            Meter::of(4, 4),
        );
        $form = Pattern::of('Lesson', Meter::of(4, 4), Tempo::of(120, '4'), [$bar('A', 0), $bar('B', 240)]);
        self::assertSame([self::at(1)], self::starts($form, Excerpt::section($form, 'B')));
        self::assertSame([self::at(1), self::at(17)], self::starts($form, Excerpt::section($form, 'B', 2)), 'twice');
        self::assertSame('there is no bar 3; choose one from 1 to 2.', self::refusal(static fn () => Excerpt::bar($pattern, 3)));
        self::assertStringContainsString('choose one of: A, B', self::refusal(static fn () => Excerpt::section($form, 'C')));
        self::assertStringContainsString('at most 1800', self::refusal(static fn () => Excerpt::whole(
            Lesson::grid('kick '.str_repeat('x...|....|....|....|', 16), 16, tempo: Tempo::of(20, '4')),
            64,
        )));
    }

    public function testEveryStrokeThatIsHeardIsInTheMixOverRandomBeats(): void
    {
        $random = Lesson::random(12);
        for ($round = 0; $round < 15; ++$round) {
            // Without rooms, in which one stroke is many.
            $pattern = PatternReader::read(preg_replace('/"room":[\d.]+,/', '', PatternWriter::write(Lesson::any($random))) ?? '');
            if ($pattern->tempo->seconds($pattern->ticks()) > 120) {
                continue;
            }
            $groove = $pattern->grooveMap();
            $sounding = array_filter(Strokes::heard($pattern, 1), static fn (Stroke $stroke): bool => self::levelOf($pattern, $stroke) > 0);
            $times = array_map(
                static fn (Stroke $stroke): int => (int) round(
                    $pattern->tempo->seconds($groove->played($stroke->written) + $stroke->push) * Wav::RATE,
                ),
                $sounding,
            );
            $times = array_values(array_unique($times));
            sort($times);
            $early = min(0, $times[0] ?? 0);
            self::assertSame(array_map(static fn (int $time): int => $time - $early, $times), self::starts($pattern));
        }
    }

    public function testAClosedHatEndsAnOpenOne(): void
    {
        $ends = static function (string $grid, int $ringing = 30000): int {
            $heard = self::frames(self::lesson($grid), null, new Clicks(['open-hat' => $ringing]));

            return (int) array_key_last(array_filter($heard, static fn (array $frame): bool => [0, 0] !== $frame)) + 1;
        };
        self::assertSame(30000, $ends('open-hat x...|....|....|....'));
        self::assertEqualsWithDelta(self::at(4) + Mixdown::FADE, $ends("open-hat x...|....|....|....\nclosed-hat ....|x...|....|...."), 2);
        self::assertSame(30000, $ends("open-hat x...|....|....|....\nkick ....|x...|....|...."), 'a kick does not');
        self::assertSame(30000, $ends("open-hat x...|....|....|....\nclosed-hat x...|....|....|...."), 'nor one that starts with it');
    }

    public function testEachSectionHasItsOwnLevels(): void
    {
        $bar = static fn (string $name, bool $muted): Section => Section::of(
            $name,
            1,
            [Row::of(Instrument::Kick, [Hit::of(0)], muted: $muted)],
            Meter::of(4, 4),
        );
        $pattern = Pattern::of('Lesson', Meter::of(4, 4), Tempo::of(120, '4'), [$bar('A', true), $bar('B', false)]);
        self::assertSame([self::at(16)], self::starts($pattern), 'muted in the first, heard in the second');
    }

    public function testLevelVelocityAndPanMultiply(): void
    {
        $first = static fn (Row $row): array => self::frames(self::rows($row))[0];
        [$left, $right] = $first(Row::of(Instrument::Kick, [Hit::of(0, velocity: 127)]));
        self::assertSame([8192, 8192], [$left, $right], 'a quarter of full scale, as it is');
        self::assertSame([4096, 4096], $first(Row::of(Instrument::Kick, [Hit::of(0, velocity: 127)], level: 0.5)));
        self::assertEqualsWithDelta(8192 * (64 / 127) ** 1.6, $first(Row::of(Instrument::Kick, [Hit::of(0, velocity: 64)]))[0], 1);
        [$left, $right] = $first(Row::of(Instrument::Kick, [Hit::of(0, velocity: 127, pan: 0.75)], pan: 0.5));
        self::assertSame(0, $left, 'row and hit add up, no further than the edge');
        self::assertEqualsWithDelta(8192 * sqrt(2), $right, 1);
    }

    public function testTwoRowsOfOneInstrumentBothSoundWhenTheyAreSetOtherwise(): void
    {
        $kick = static fn (float $pan): Row => Row::of(Instrument::Kick, [Hit::of(0, velocity: 127)], pan: $pan);
        self::assertSame([8192, 8192], self::frames(self::rows($kick(0), $kick(0)))[0], 'set alike they are one stroke');
        [$left, $right] = self::frames(self::rows($kick(-1), $kick(1)))[0];
        self::assertEqualsWithDelta([8192 * sqrt(2), 8192 * sqrt(2)], [$left, $right], 1);
    }

    public function testAnOctaveHigherIsHalfAsLong(): void
    {
        $long = static fn (float $tune): int => \count(array_filter(self::frames(
            self::rows(Row::of(Instrument::Kick, [Hit::of(0)], tune: $tune)),
            null,
            new Clicks(['kick' => 1000]),
        ), static fn (array $frame): bool => 0 !== $frame[0]));
        self::assertSame([1000, 500], [$long(0), $long(12)]);
    }

    public function testTheRoomAnswersAfterwardsAndDiesAway(): void
    {
        $heard = self::frames(self::rows(Row::of(Instrument::Kick, [Hit::of(0, velocity: 127)], room: 1)), null, new Clicks(['kick' => 400]));
        $energy = static fn (float $from, float $to): int => array_sum(array_map(
            static fn (array $frame): int => $frame[0] ** 2 + $frame[1] ** 2,
            \array_slice($heard, (int) ($from * Wav::RATE), (int) (($to - $from) * Wav::RATE)),
        ));
        self::assertGreaterThan(0, $energy(0.02, 0.1));
        self::assertLessThan($energy(0.02, 0.1) / 20, $energy(0.2, 0.28));
        self::assertSame(0, $energy(0.5, 1.9), 'a small room is quiet after a third of a second');
    }

    public function testALoopHasNoSeam(): void
    {
        // What rings over the end stands at the beginning: two turns in a file are the loop twice.
        $pattern = self::lesson('kick x...|....|....|..x.');
        $bank = new Clicks(['kick' => 20000], 0.1);
        $loop = self::frames($pattern, Excerpt::whole($pattern)->asLoop(), $bank);
        self::assertCount(self::at(16), $loop);
        $three = self::frames($pattern, Excerpt::whole($pattern, 3), $bank);
        self::assertSame(\array_slice($three, self::at(16), self::at(16)), $loop);
    }

    public function testNothingClips(): void
    {
        $rows = array_map(
            static fn (Instrument $one): Row => Row::of($one, [Hit::of(0, velocity: 127)], level: 1.5),
            \array_slice(Instrument::cases(), 0, 32),
        );
        $loudest = abs(self::frames(self::rows(...$rows), null, new Clicks([], 1))[0][0]);
        self::assertLessThan(10 ** (-1 / 20) * 32768, $loudest, 'a decibel below full scale');
        self::assertGreaterThan(0.8 * 32768, $loudest);
    }

    public function testWithoutARowTheMixIsTheSumOfTheOthers(): void
    {
        $random = Lesson::random(5);
        for ($round = 0; $round < 4; ++$round) {
            $row = static fn (Instrument $instrument): Row => Row::of(
                $instrument,
                array_map(static fn (int $step): Hit => Hit::of(240 * $step, $random->getInt(1, 127), $random->getInt(-60, 60)), [0, 3, 5, 12]),
                level: $random->getInt(0, 15) / 20,
                pan: $random->getInt(-10, 10) / 10,
                room: 0 === $round % 2 ? 0.3 : 0,
            );
            $rows = array_map($row, [Instrument::Kick, Instrument::Snare, Instrument::Clap]);
            $bank = new Clicks(['kick' => 9000, 'snare' => 3000, 'clap' => 50], 0.05);
            $all = self::frames($pattern = self::rows(...$rows), null, $bank);
            $sum = array_fill(0, \count($all), [0, 0]);
            foreach (['kick', 'snare', 'clap'] as $name) {
                foreach (self::frames($pattern, Excerpt::whole($pattern)->line($name, 0), $bank) as $i => [$left, $right]) {
                    if (isset($sum[$i])) {
                        $sum[$i] = [$sum[$i][0] + $left, $sum[$i][1] + $right];
                    }
                }
            }
            foreach ($all as $i => $frame) {
                // Each is rounded by itself.
                self::assertEqualsWithDelta($frame, $sum[$i], 2, "frame $i of round $round");
            }
        }
    }

    private static function at(float $sixteenth): int
    {
        return (int) round($sixteenth * self::SIXTEENTH);
    }

    private static function lesson(string $grid, int $bars = 1): Pattern
    {
        return Lesson::grid($grid, $bars, tempo: Tempo::of(120, '4'));
    }

    private static function rows(Row ...$rows): Pattern
    {
        $meter = Meter::of(4, 4);

        return Pattern::of('Lesson', $meter, Tempo::of(120, '4'), [Section::of('A', 1, array_values($rows), $meter)]);
    }

    /** @return list<array{int, int}> left and right */
    private static function frames(Pattern $pattern, ?Excerpt $excerpt = null, Bank $bank = new Clicks()): array
    {
        $frames = [];
        foreach (Mixdown::of($pattern, $excerpt ?? Excerpt::whole($pattern), $bank) as $block) {
            /** @var array<int, int> $numbers */
            $numbers = unpack('s*', $block);
            foreach (array_chunk($numbers, 2) as [$left, $right]) {
                $frames[] = [$left, $right];
            }
        }

        return $frames;
    }

    /** @return list<int> the frames at which something sounds; every sound is one sample */
    private static function starts(Pattern $pattern, ?Excerpt $excerpt = null): array
    {
        $starts = [];
        $at = 0;
        foreach (Mixdown::of($pattern, $excerpt ?? Excerpt::whole($pattern), new Clicks([], 1)) as $block) {
            // Left and right as one number.
            foreach (array_values(unpack('V*', $block) ?: []) as $i => $frame) {
                if (0 !== $frame) {
                    $starts[] = $at + $i;
                }
            }
            $at += intdiv(\strlen($block), 4);
        }

        return $starts;
    }

    private static function refusal(\Closure $do): string
    {
        try {
            $do();
        } catch (InvalidInput $error) {
            return preg_replace('/^\w+: /', '', $error->getMessage()) ?? '';
        }
        self::fail('It was not refused.');
    }

    private static function levelOf(Pattern $pattern, Stroke $stroke): float
    {
        foreach ($pattern->sections as $section) {
            foreach ($section->name === $stroke->section ? $section->rows : [] as $row) {
                if ($stroke->instrument === $row->instrument) {
                    return $row->muted ? 0 : $row->level;
                }
            }
        }

        return 0;
    }
}
