<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\OrderEntry;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Tests\Core\Lesson;

/** What is said of mistakes that were once told wrongly, or in too many words. */
final class FamiliesTest extends TestCase
{
    private const BACKBEAT = "\nsnare ....|x...|....|x...";
    private const BAR = "kick x...|..x.|x...|....\nsnare ....|x...|....|x...";

    /** @param list<string> $said */
    #[DataProvider('families')]
    public function testWhatIsSaid(Pattern $target, Pattern $played, array $said): void
    {
        self::assertSame($said, Lesson::texts(Lesson::compare($target, $played)));
    }

    /** @return iterable<string, array{Pattern, Pattern, list<string>}> */
    public static function families(): iterable
    {
        $grid = static fn (string $row): Pattern => Lesson::grid($row.self::BACKBEAT);
        yield '3-3-2 is no run' => [$grid('kick x...|x...|x...|x...'), $grid('kick x..x|..x.|x..x|..x.'), [
            'Kick: 2 hits on beat 2 and beat 4 are one sixteenth early.',
            'Kick: 2 extra hits on beat 2 & and beat 4 &; remove them.',
        ]];
        yield 'dotted eighths' => [$grid('closed-hat x.x.|x.x.|x.x.|x.x.'), $grid('closed-hat x..x|..x.|.x..|x..x'), [
            'Closed hi-hat: you play dotted eighths; the target has eighths.',
        ]];
        yield 'every fifth sixteenth' => [$grid('closed-hat x.x.|x.x.|x.x.|x.x.'), $grid('closed-hat x...|.x..|..x.|...x'), [
            'Closed hi-hat: you play a hit every five sixteenths; the target has eighths.',
        ]];
        yield 'ghost notes' => [Lesson::grid('snare ..g.|X..g|.g.g|X..g'), Lesson::grid('snare ....|X...|....|X...'), [
            'Snare: 5 ghost notes are missing in the bar; add them.',
        ]];
        yield 'four crashes are no hats' => [$grid('closed-hat xxxx|xxxx|xxxx|xxxx'), $grid('crash x...|x...|x...|x...'), [
            'Closed hi-hat is missing; add its 16 hits.',
            'Crash isn’t in the target; remove its 4 hits.',
        ]];
        $bars = static fn (int $count): Pattern => Lesson::grid(self::over(self::BAR, $count), $count);
        yield 'one bar of eight' => [$bars(8), $bars(1), ['Bars 2 to 8 are missing; put them in.']];
        yield 'an empty bar at the end' => [$bars(1), Lesson::grid(self::BAR, 2), ['Length: your beat has 2 bars, but the task has one bar.']];
        yield 'a row more, and a bar empty' => [$bars(2), Lesson::grid(self::BAR."\nshaker x.x.|x.x.|x.x.|x.x.", 2), [
            'Bar 2 is empty; fill it.',
            'Shaker isn’t in the target; remove its 8 hits.',
        ]];
        yield 'five beats in two bars of four' => [
            Lesson::grid("kick x...|....|x...|....|....\nsnare ....|x...|....|x...|....", meter: Meter::of(5, 4)),
            Lesson::grid("kick x...|....|x...|....|....\nsnare ....|x...|....|x...|....", 2),
            ['Meter: your beat is in 4/4; the task is in 5/4.'],
        ];
        $six = static fn (int $bpm): Pattern => Lesson::grid('kick x.....|......', meter: Meter::of(6, 8), tempo: Tempo::of($bpm, '4.'));
        yield 'a tempo in dotted quarters' => [$six(64), $six(70), ['Tempo: ♩. = 70; the task has ♩. = 64. Go slower.']];
        yield 'a roll for a hit' => [self::rolled(1), self::rolled(4), ['Snare: on beat 4, a single hit is correct; do not roll it.']];
        yield 'a hit for a roll' => [self::rolled(4), self::rolled(1), ['Snare: on beat 4, play a roll, not a single hit.']];
        $hats = static fn (string $first, string $second): Pattern => Lesson::grid("$first\n$second\nkick x...|....|x...|....|x...|....|x...|....", 2);
        yield 'another drum in one bar' => [
            $hats('closed-hat x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x.x.|x.x.', 'open-hat ....|....|....|....'),
            $hats('closed-hat x.x.|x.x.|x.x.|x.x.', 'open-hat ....|....|....|....|x.x.|x.x.|x.x.|x.x.'),
            ['Closed hi-hat: you played open hi-hat instead in bar 2.'],
        ];
        yield 'accents an eighth late' => [$grid('closed-hat X.x.|X.x.|X.x.|X.x.'), $grid('closed-hat x.X.|x.X.|x.X.|x.X.'), [
            'Closed hi-hat: every accent is one eighth late.',
        ]];
        yield 'accents on other hits' => [$grid('closed-hat X.x.|x.x.|X.x.|x.x.'), $grid('closed-hat x.x.|X.x.|x.x.|x.X.'), [
            'Closed hi-hat: accents belong on beat 1 and beat 3, not on beat 2 and beat 4 &.',
        ]];
        yield 'accents and ghosts the wrong way round' => [$grid('closed-hat ggXg|ggXg|gggg|gggX'), $grid('closed-hat XXgX|XXgX|XXXX|XXXg'), [
            'Closed hi-hat: accents belong on beat 1 &, beat 2 & and beat 4 a; play the other hits softer.',
        ]];
        $bars = 'x...|.x..|x...|....|x.x.|....|x...|..x.|x...|....|x..x|....|xx..|....|x...|....';
        $first = substr($bars, 0, 19);
        yield 'one bar of four, its rows exchanged' => [
            Lesson::grid("kick $bars\nside-stick ....|..x.|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...|....|x...", 4),
            Lesson::grid("side-stick $first\nkick ....|..x.|....|x..."),
            ['Bars 2 to 4 are missing; put them in.', 'Kick and side stick are swapped; swap them back.'],
        ];
        yield 'loud hats over a soft snare' => [
            Lesson::grid("closed-hat s.s.|s.s.|s.s.|s.s.\nsnare ....|x...|....|x...\nkick xxxx|xxxx|xxxx|xxxx"),
            Lesson::grid("closed-hat x.x.|x.x.|x.x.|x.x.\nsnare ....|s...|....|s...\nkick xxxx|xxxx|xxxx|xxxx"),
            ['Closed hi-hat is louder than snare, but should be softer; play it softer.'],
        ];
        yield 'a backbeat of ghosts' => [
            $grid('closed-hat x.x.|x.x.|x.x.|x.x.'),
            Lesson::grid("closed-hat x.x.|x.x.|x.x.|x.x.\nsnare ....|g...|....|g..."),
            ['Snare: every hit is much too soft; play them all harder.'],
        ];
        $a = TextGrid::section("kick x...|..x.|x...|....\nsnare ....|x...|....|x...", Meter::of(4, 4), 1);
        $b = TextGrid::section("kick x.x.|....|..x.|x...\nsnare ....|x...|..x.|x..x", Meter::of(4, 4), 1);
        yield 'sections in another order' => [self::form('AAB', $a, $b), self::form('BAA', $a, $b), [
            'Sections: you play B, A, A; the task has A, A, B. Put them in that order.',
        ]];
        yield 'a section left out' => [self::form('ABA', $a, $b), self::form('AB', $a, $b), [
            'Sections: you play A, B; the task has A, B, A. Put them in that order.',
        ]];
        $late = TextGrid::section("kick x.x.|....|..x.|x...\nsnare ....|x...|..x.|.x.x", Meter::of(4, 4), 1);
        $thin = TextGrid::section("kick x...|..x.|....|....\nsnare ....|x...|....|x...", Meter::of(4, 4), 1);
        yield 'sections in another order, with mistakes inside' => [self::form('AAB', $a, $b), self::form('BAA', $thin, $late), [
            'Sections: you play B, A, A; the task has A, A, B. Put them in that order.',
            'Snare: a hit on beat 4 in bar 1 is one sixteenth late.',
            'Kick: a hit is missing on beat 3 in bars 2 and 3; add it.',
        ]];
        yield 'what stands right is not the part of another row' => [
            Lesson::grid("kick x...|....|x...|....\nshaker x...|x.x.|x...|x.x."),
            Lesson::grid('shaker x...|....|x...|....'),
            ['Kick is missing; add its 2 hits.', 'Shaker: 4 hits are missing on beat 2, beat 2 &, beat 4 and beat 4 &; add them.'],
        ];
    }

    private static function over(string $grid, int $bars): string
    {
        return preg_replace_callback(
            '/ (\S+)/',
            static fn (array $line): string => ' '.implode('|', array_fill(0, $bars, $line[1])),
            $grid,
        ) ?? '';
    }

    private static function form(string $order, Section $a, Section $b): Pattern
    {
        $meter = Meter::of(4, 4);
        $sections = [Section::of('A', 1, $a->rows, $meter), Section::of('B', 1, $b->rows, $meter)];
        $entries = array_map(static fn (string $name): OrderEntry => OrderEntry::of($name, 1), str_split($order));

        return Pattern::of('In sections', $meter, Tempo::of(96, '4'), $sections, $entries);
    }

    private static function rolled(int $roll): Pattern
    {
        $meter = Meter::of(4, 4);
        $snare = Row::of(Instrument::Snare, [Hit::of(960), Hit::of(2880, roll: $roll)]);
        $section = Section::of('A', 1, [Row::of(Instrument::Kick, [Hit::of(0), Hit::of(1920)]), $snare], $meter);

        return Pattern::of('Rolled', $meter, Tempo::of(96, '4'), [$section]);
    }
}
