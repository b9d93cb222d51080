<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Format;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\Names;
use Pulsanda\Core\Format\Numbers;
use Pulsanda\Core\Format\TypedReader;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Tests\Core\Lesson;
use Random\Randomizer;

/** Many ways in which people write the same beats: each is read right, or refused with what to write; none is read wrong. */
final class TypedFormsTest extends TestCase
{
    private const NAMES = [
        'kick' => ['kick', 'BD', 'Bass Drum', 'k', 'Kick:'], 'snare' => ['snare', 'SD', 'Snare drum', 'sn', 'SD:'],
        'closed-hat' => ['hats', 'HH', 'Hi-Hat', 'closed hat', 'ch'],
    ];

    /** @param array<string, list<int>> $sixteenths from 1 by instrument */
    #[DataProvider('forms')]
    public function testAFormIsRead(string $text, array $sixteenths, string $meter = '4/4', int $bars = 1): void
    {
        [$count, $unit] = array_map(intval(...), explode('/', $meter));
        self::assertSame($sixteenths, self::places(TypedReader::read($text, Meter::of($count, $unit), $bars)->section), $text);
    }

    /** @return iterable<int, array{0: string, 1: array<string, list<int>>, 2?: string, 3?: int}> */
    public static function forms(): iterable
    {
        $two = self::twice(...);
        $eighths = range(1, 15, 2);
        yield ['SD - - - - x - - - - - - - x - - -', ['snare' => [5, 13]]];
        yield ['snare ---- x--- ---- x---', ['snare' => [5, 13]]];
        yield ['snare .... x... .... x...', ['snare' => [5, 13]]];
        yield ['SD: _ _ _ _ x _ _ _ _ _ _ _ x _ _ _', ['snare' => [5, 13]]];
        yield ['snare = ----x-------x---', ['snare' => [5, 13]]];
        yield ['SD|----x-------x---|', ['snare' => [5, 13]]];
        yield ['SD |----|x---|----|x---|', ['snare' => [5, 13]]];
        yield ['hi-hat x-x-x-x-x-x-x-x-', ['closed-hat' => $eighths]];
        yield ['HH|x-x-x-x-|', ['closed-hat' => [1, 5, 9, 13]]];
        yield ["HH|x-x-x-x-x-x-x-x-|\nSD|----o-------o---|\nBD|o-------o-------|", [
            'closed-hat' => $eighths, 'snare' => [5, 13], 'kick' => [1, 9],
        ]];
        yield ["HH|x-x-x-x-|x-x-x-x-|\nBD|o-------|----o---|", ['closed-hat' => [1, 5, 9, 13, 17, 21, 25, 29], 'kick' => [1, 25]]];
        yield ["HH|x---|\nBD|o---|\n\nHH|--x-|\nBD|---o|", ['closed-hat' => [1, 25], 'kick' => [1, 29]]];
        yield ["HH|x---------------|\nBD|o---------------|\nHH|--------x-------|\nBD|----------------|", ['closed-hat' => [1, 25], 'kick' => [1]]];
        yield ['SD|:----x-------x---:|', ['snare' => $two([5, 13])]];
        yield ['SD|----x-------x---| x2', ['snare' => $two([5, 13])]];
        yield ["HH|x-x-x-x-x-x-x-x-| x2\nBD|o---------------|", ['closed-hat' => $two($eighths), 'kick' => [1, 17]]];
        yield ["   1 e & a 2 e & a 3 e & a 4 e & a\nSD - - - - x - - - - - - - x - - -", ['snare' => [5, 13]]];
        yield ["   1e&a2e&a3e&a4e&a\nSD ----x-------x---", ['snare' => [5, 13]]];
        yield ["1 & 2 & 3 & 4 &\nHH xxxxxxxx", ['closed-hat' => $eighths]];
        yield ["   |1 + 2 + 3 + 4 + |\nHH |x x x x x x x x |", ['closed-hat' => $eighths]];
        yield ['HH all 8', ['closed-hat' => $eighths]];
        yield ['HH all 16', ['closed-hat' => range(1, 16)]];
        yield ['HH eighths', ['closed-hat' => $eighths]];
        yield ['hats: eighth notes', ['closed-hat' => $eighths]];
        yield ['ride quarter notes', ['ride' => [1, 5, 9, 13]]];
        yield ['HH 16ths', ['closed-hat' => range(1, 16)]];
        yield ['HH odd', ['closed-hat' => $eighths]];
        yield ['Snare 2 4', ['snare' => [5, 13]]];
        yield ['Snare on 2 and 4', ['snare' => [5, 13]]];
        yield ['snare: on beats 2 and 4', ['snare' => [5, 13]]];
        yield ['Kick: 1, 2, 3, 4', ['kick' => [1, 5, 9, 13]]];
        yield ['Kick: 1, 3 and 4', ['kick' => [1, 9, 13]]];
        yield ['HH 1 2 3 4 5 6', ['closed-hat' => range(1, 11, 2)], '6/8'];
        yield ['HH 1-6', ['closed-hat' => range(1, 11, 2)], '6/8'];
        yield ['kick 1 4 &', ['kick' => [1, 7, 8]], '6/8'];
        yield ['kick 1 3', ['kick' => [1, 9, 17, 25]], '4/4', 2];
        yield ['kick 1 3 9', ['kick' => [1, 3, 9]]];
        yield ["hats 1 3 5 7 9 11 13 15\nkick 1 3", ['closed-hat' => $eighths, 'kick' => [1, 3]]];
        yield ["snare 2 & 4\nkick 1 3", ['snare' => [5, 7, 13], 'kick' => [1, 9]]];
        yield ['kick steps 1 3', ['kick' => [1, 3]]];
        yield ['kick 1e&a 2e&a', ['kick' => range(1, 8)]];
        yield ['snare 1 (a) 3 (e)', ['snare' => [1, 4, 9, 10]]];
        yield ['snare 2a 3e', ['snare' => [8, 10]]];
        yield ['snare 2& 4&', ['snare' => [7, 15]]];
        yield ['snare 2&4&', ['snare' => [7, 15]]];
        yield ['snare 1.2 1.4', ['snare' => [5, 13]]];
        yield ['snare 1.2.3 2.1', ['snare' => [7, 17]]];
        yield ['Tom 1: 1 5', ['high-tom' => [1, 5]]];
        yield ['Tom 1: on 1 and 3', ['high-tom' => [1, 9]]];
        yield ['T1 |x---|----|x---|----|', ['high-tom' => [1, 9]]];
        yield ['kick 1 9, snare 5 13', ['kick' => [1, 9], 'snare' => [5, 13]]];
        yield ['kick x------- snare ----x---', ['kick' => [1], 'snare' => [9]]];
        yield ['Kick on 1 and 3, snare on 2 and 4', ['kick' => [1, 9], 'snare' => [5, 13]]];
        yield ['snare 0 0 0 0 1 0 0 0 0 0 0 0 1 0 0 0', ['snare' => [5, 13]]];
        yield ['snare 0000 1000 0000 1000', ['snare' => [5, 13]]];
        yield ['snare ○○○○●○○○○○○○●○○○', ['snare' => [5, 13]]];
        yield ['snare R L R R L R L L', ['snare' => $eighths]];
        yield ['snare RLRRLRLL', ['snare' => $eighths]];
        yield ['snare f--- d--- x--- x---', ['snare' => [1, 5, 9, 13]]];
        yield ['kick x', ['kick' => [1]], '1/4'];
        yield ['grosse caisse 1 9', ['kick' => [1, 9]]];
        yield ['Kleine Trommel 5 13', ['snare' => [5, 13]]];
        yield ["Bassdrum: 1 3\nHi-Hat geschlossen: 1 + 2 + 3 + 4 +", ['kick' => [1, 9], 'closed-hat' => $eighths]];
        yield ["Bassdrum auf 1 und 3\nSnare: Sechzehntel", ['kick' => [1, 9], 'snare' => range(1, 16)]];
        yield ["Grosse caisse sur 2 et 4\nCharles: corcheas", ['kick' => [5, 13], 'closed-hat' => $eighths]];
        yield ['caisse claire 2et 4et', ['snare' => [7, 15]]];
        yield ['Caja 1 e y a', ['snare' => [1, 2, 3, 4]]];
        yield ['السنير 5 13', ['snare' => [5, 13]]];
        yield ["   1 e et a 2 e et a 3 e et a 4 e et a\nSD - - - - x - - - - - - - x - - -", ['snare' => [5, 13]]];
    }

    /** Whoever types an instrument as the page calls it is understood, in every language. */
    public function testInstrumentsAreReadByTheirNamesInEveryLanguage(): void
    {
        foreach (['en', 'de', 'fr', 'es', 'ar'] as $tag) {
            /** @var array<string, string> $names */
            $names = json_decode((string) file_get_contents(__DIR__."/../../../lang/$tag/instruments.json"), true, 2, \JSON_THROW_ON_ERROR);
            foreach (Instrument::cases() as $instrument) {
                self::assertSame($instrument, Names::instrument($names["instrument.$instrument->value"]), "$tag: $instrument->value");
            }
        }
    }

    public function testHandsAndGracesAreKept(): void
    {
        $hits = TypedReader::section('snare R L f d', Meter::of(4, 4))->rows[0]->hits;
        self::assertSame(
            [['R', null], ['L', null], [null, 'flam'], [null, 'drag']],
            array_map(static fn (Hit $hit): array => [$hit->hand?->value, $hit->ornament?->value], $hits),
        );
    }

    public function testTripletsAreReadByTheirWords(): void
    {
        foreach (['HH 1 trip let 2 la li', "1 trip let 2 trip let 3 trip let 4 trip let\nHH xxxxxx------"] as $text) {
            $hits = TypedReader::section($text, Meter::of(4, 4))->rows[0]->hits;
            self::assertSame([0, 320, 640, 960, 1280, 1600], array_map(static fn (Hit $hit): int => $hit->at, $hits), $text);
        }
    }

    public function testWhatCanBeEitherIsSaidAndCanBeChosen(): void
    {
        $meter = Meter::of(4, 4);
        $read = TypedReader::read('snare 2 4', $meter);
        self::assertSame([Numbers::Beats, ['2', '4']], [$read->numbers, $read->which]);
        $steps = TypedReader::read('snare 2 4', $meter, style: CountingStyle::Steps);
        self::assertSame([Numbers::Steps, ['snare' => [2, 4]]], [$steps->numbers, self::places($steps->section)]);
        $chosen = TypedReader::read('snare 2 4', $meter, numbers: Numbers::Steps);
        self::assertSame(['snare' => [2, 4]], self::places($chosen->section));
        self::assertNull(TypedReader::read("snare 5 13\nhats odd\nkick x---x---", $meter)->numbers, 'nothing is open');
        // What can only be beats stays so, whatever is chosen for the rest.
        $both = TypedReader::read("snare 2 4\nkick on 1 and 3", $meter, numbers: Numbers::Steps);
        self::assertSame(['snare' => [2, 4], 'kick' => [1, 9]], self::places($both->section));
    }

    public function testNoFormOfABeatIsReadWrong(): void
    {
        $random = Lesson::random(28);
        $asked = $forms = 0;
        foreach (['4/4' => Meter::of(4, 4), '3/4' => Meter::of(3, 4), '6/8' => Meter::of(6, 8), '5/4' => Meter::of(5, 4)] as $name => $meter) {
            for ($beat = 0; $beat < 5; ++$beat) {
                $bars = $random->getInt(1, 2);
                $cells = $bars * intdiv($meter->barTicks(), 240);
                $places = [];
                foreach (array_keys(self::NAMES) as $instrument) {
                    $steps = array_values(array_filter(range(1, $cells), static fn (): bool => 0 === $random->getInt(0, 3)));
                    $places[$instrument] = [] === $steps ? [1] : $steps;
                }
                foreach (self::written($places, $cells, $meter, $random) as $text) {
                    ++$forms;
                    try {
                        $read = TypedReader::read($text, $meter, 1, null, $random->getInt(0, 1) ? CountingStyle::Steps : CountingStyle::Syllables);
                    } catch (InvalidInput $question) {
                        self::assertMatchesRegularExpression('/cells|write it in one way|twice/', $question->reason, $text);
                        ++$asked;
                        continue;
                    }
                    // What is said to be open may be read the other way: that is asked.
                    $both = array_map(
                        static fn (Numbers $numbers): array => self::places(TypedReader::read($text, $meter, 1, $numbers)->section),
                        null === $read->numbers ? [] : Numbers::cases(),
                    );
                    self::assertContains($places, [self::places($read->section), ...$both], "$name\n$text");
                }
            }
        }
        self::assertGreaterThan(180, $forms);
        self::assertLessThan(0.1 * $forms, $asked, 'few have to be asked about');
    }

    public function testJunkIsRefusedInASentence(): void
    {
        $random = Lesson::random(3);
        $signs = ['x', '-', '|', ' ', ':', '1', '4', '&', 'e', 'a', 'kick', "\n", '(', ')', 'snare', '.', '>', 'R', 'and', 'on', 'é', ';', '=', '0'];
        for ($round = 0; $round < 3000; ++$round) {
            $text = implode('', array_map(static fn (): string => $signs[$random->getInt(0, \count($signs) - 1)], range(1, $random->getInt(1, 40))));
            try {
                self::assertLessThanOrEqual(Section::MOST_BARS, TypedReader::read($text, Meter::of(4, 4))->section->bars);
            } catch (InvalidInput $refusal) {
                self::assertNotSame('', $refusal->reason);
            }
        }
        foreach ([str_repeat('x', 20_000), str_repeat("kick 1\n", 2800), str_repeat('kick ', 4000), 'kick '.str_repeat('1 ', 9000), str_repeat('|', 20_000)] as $much) {
            try {
                TypedReader::read($much, Meter::of(4, 4));
            } catch (InvalidInput $refusal) {
                self::assertNotSame('', $refusal->reason);
            }
        }
    }

    /**
     * @param array<string, list<int>> $places
     *
     * @return iterable<int, string>
     */
    private static function written(array $places, int $cells, Meter $meter, Randomizer $random): iterable
    {
        $bar = intdiv($meter->barTicks(), 240);
        $beat = intdiv($meter->unitTicks(), 240);
        $syllables = 4 === $meter->unit ? ['', 'e', '&', 'a'] : ['', '&'];
        $name = static fn (string $instrument): string => self::NAMES[$instrument][$random->getInt(0, 4)];
        $grid = static fn (array $steps, string $hit, string $rest): array => array_map(
            static fn (int $step): string => \in_array($step, $steps, true) ? $hit : $rest,
            range(1, $cells),
        );
        $drawn = static fn (array $cells, int $every, string $by): string => implode($by, array_map(implode(...), array_chunk($cells, max(1, $every))));
        $count = static function (int $step, string $glue) use ($bar, $beat, $syllables): string {
            $in = ($step - 1) % $bar;

            return (1 + intdiv($in, $beat)).(0 === $in % $beat ? '' : $glue.($syllables[$in % $beat] ?? ''));
        };
        $lines = static fn (\Closure $rest, string $between = "\n"): string => implode($between, array_map(
            static fn (string $instrument, array $steps): string => $name($instrument).' '.$rest($steps),
            array_keys($places),
            $places,
        ));
        yield $lines(static fn (array $steps): string => 'steps '.implode(' ', $steps));
        yield $lines(static fn (array $steps): string => implode(', ', $steps));
        yield $lines(static fn (array $steps): string => implode(' ', $grid($steps, 'x', '-')));
        yield $lines(static fn (array $steps): string => $drawn($grid($steps, 'x', '-'), $beat, ' '));
        yield $lines(static fn (array $steps): string => $drawn($grid($steps, '>', '.'), $bar, '|'), '; ');
        yield $lines(static fn (array $steps): string => '|'.$drawn($grid($steps, 'X', '-'), $bar, '|').'|');
        yield $lines(static fn (array $steps): string => implode(' ', $grid($steps, '1', '0')));
        yield $lines(static fn (array $steps): string => implode('', $grid($steps, '●', '○')));
        yield $lines(static fn (array $steps): string => implode(' ', $grid($steps, 'R', '_')));
        if ($cells === $bar) {
            yield $lines(static fn (array $steps): string => implode(' ', array_map(static fn (int $step): string => $count($step, ''), $steps)));
            yield $lines(static fn (array $steps): string => 'on '.implode(' ', array_map(static fn (int $step): string => $count($step, ''), $steps)));
        }
        $named = [];
        for ($b = 0; $b < intdiv($cells, $bar); ++$b) {
            foreach ($places as $instrument => $steps) {
                $inside = array_filter($steps, static fn (int $step): bool => intdiv($step - 1, $bar) === $b);
                $named[] = 'bar '.($b + 1).': '.self::NAMES[$instrument][0].' on '.implode(' ', array_map(static fn (int $step): string => $count($step, ''), $inside));
            }
        }
        yield implode("\n", $named);
    }

    /**
     * @param list<int> $bar
     *
     * @return list<int>
     */
    private static function twice(array $bar): array
    {
        return [...$bar, ...array_map(static fn (int $step): int => $step + 16, $bar)];
    }

    /** @return array<string, list<int>> sixteenths from 1 by instrument, those between them left out */
    private static function places(Section $section): array
    {
        $places = [];
        foreach ($section->rows as $row) {
            $places[$row->instrument->value] = array_map(static fn (Hit $hit): int => intdiv($hit->at, 240) + 1, $row->hits);
        }

        return $places;
    }
}
