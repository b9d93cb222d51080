<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Sound;

use PHPUnit\Framework\TestCase;
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
use Pulsanda\Core\Sound\Mixdown;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Tests\Core\Lesson;

/** Each instrument is one click here, so that every stroke is one sample in the mix. */
final class MixdownTest extends TestCase
{
    public function testEveryStrokeStandsAtItsTime(): void
    {
        // At 120 quarters a minute a sixteenth lasts an eighth of a second.
        $pattern = Lesson::grid('kick x...|..x.|....|....', tempo: Tempo::of(120, '4'));
        self::assertSame([0, (int) round(6 * Mixdown::RATE / 8)], self::clicks($pattern));
        self::assertSame([0, (int) round(12 * Mixdown::RATE / 8)], self::clicks($pattern, speed: 0.5), 'slower');
    }

    public function testSwingIsHeard(): void
    {
        $pattern = Lesson::grid('kick x.x.|....|....|....', tempo: Tempo::of(120, '4'), swing: Swing::of(75, 8));
        self::assertSame([0, (int) round(0.375 * Mixdown::RATE)], self::clicks($pattern));
    }

    public function testABarByItselfStartsAtItsFirstSample(): void
    {
        $pattern = Lesson::grid('kick x...|....|....|....|..x.|....|....|....', 2, Meter::of(4, 4), Tempo::of(120, '4'));
        self::assertSame([(int) round(0.25 * Mixdown::RATE)], self::clicks($pattern, bar: 2));
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessageMatches('/no bar 3; choose one from 1 to 2/');
        self::clicks($pattern, bar: 3);
    }

    public function testEveryStrokeThatIsHeardIsInTheMixOverRandomBeats(): void
    {
        $random = Lesson::random(12);
        for ($round = 0; $round < 15; ++$round) {
            $pattern = Lesson::any($random);
            $groove = $pattern->grooveMap();
            $loud = array_filter(Strokes::heard($pattern, 1), static fn ($stroke): bool => self::levelOf($pattern, $stroke) > 0);
            $times = array_map(
                static fn ($stroke): int => max(
                    0,
                    (int) round($pattern->tempo->seconds($groove->played($stroke->written) + $stroke->push) * Mixdown::RATE),
                ),
                $loud,
            );
            try {
                self::assertSame([], array_diff(self::clicks($pattern), $times), 'nothing sounds that is not written');
            } catch (InvalidInput $error) {
                self::assertStringContainsString('bar by bar', $error->getMessage());
                continue;
            }
            $within = array_filter(
                $times,
                static fn (int $time): bool => $time < $pattern->tempo->seconds($pattern->ticks()) * Mixdown::RATE,
            );
            self::assertSame([], array_diff($within, self::clicks($pattern)), 'all that is written sounds');
        }
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

    public function testAClosedHatEndsAnOpenOne(): void
    {
        // At 120 quarters a minute the closed hat comes half a second after the open one, which would ring for a second.
        $ringing = static fn (Instrument $instrument): array => Instrument::OpenHat === $instrument
            ? array_fill(0, Mixdown::RATE, 0.5)
            : [0.5];
        $heard = static fn (string $grid): array => array_keys(
            array_filter(
                Mixdown::of(Lesson::grid($grid, tempo: Tempo::of(120, '4')), $ringing),
                static fn (float $sample): bool => 0.0 !== $sample,
            ),
        );
        self::assertSame(Mixdown::RATE - 1, max(0, ...$heard('open-hat x...|....|....|....')));
        self::assertSame((int) (Mixdown::RATE / 2), max(0, ...$heard("open-hat x...|....|....|....\nclosed-hat ....|x...|....|....")));
        self::assertSame(Mixdown::RATE - 1, max(0, ...$heard("open-hat x...|....|....|....\nkick ....|x...|....|....")), 'a kick does not');
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
        self::assertSame([2 * Mixdown::RATE], self::clicks($pattern), 'muted in the first, heard in the second');
    }

    public function testLouderStrokesAreLouderAndNothingClips(): void
    {
        $mix = Mixdown::of(Lesson::grid('kick g...|X...|....|....', tempo: Tempo::of(120, '4')), self::click(...));
        self::assertLessThan($mix[(int) (Mixdown::RATE / 2)], $mix[0]);
        $loud = Mixdown::of(
            Lesson::grid("kick X...|....|....|....\nsnare X...|....|....|....", tempo: Tempo::of(120, '4')),
            static fn (): array => [1.0],
        );
        self::assertLessThanOrEqual(1.0, max([0.0, ...$loud]));
    }

    public function testWhatTakesTooLongIsRefused(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessageMatches('/bar by bar/');
        self::clicks(Lesson::grid('kick '.str_repeat('x...|....|....|....|', 16), 16, tempo: Tempo::of(20, '4')));
    }

    public function testAWavFileIsReadAsItWasWritten(): void
    {
        $samples = [0.0, 0.5, -0.5, 1.0, -1.0];
        foreach (Wav::samples(Wav::write($samples, Mixdown::RATE)) as $i => $sample) {
            self::assertEqualsWithDelta($samples[$i], $sample, 1 / 32767);
        }
        self::assertSame([0.25, -0.25], Mixdown::halved([0.0, 0.5, -0.5, 0.0]));
    }

    /** @return list<float> */
    private static function click(Instrument $instrument): array
    {
        return [0.5];
    }

    /** @return list<int|float> the samples at which something sounds */
    private static function clicks(Pattern $pattern, ?int $bar = null, float $speed = 1): array
    {
        return array_keys(
            array_filter(Mixdown::of($pattern, self::click(...), $bar, $speed), static fn (float $sample): bool => 0.0 !== $sample),
        );
    }
}
