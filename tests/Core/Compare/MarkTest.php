<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Compare;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Placement;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\Preset;
use Pulsanda\Core\Compare\Pair\Pair;
use Pulsanda\Core\Compare\Pair\Status;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Shelf\ReadyTasks;
use Pulsanda\Tests\Core\Ear\Phrases;
use Pulsanda\Tests\Core\Lesson;
use Random\Randomizer;

/** What a mark must be whatever is played, over every groove of the Shelf, the ready tasks and composed beats. */
final class MarkTest extends TestCase
{
    private const FEW = 40;
    /** A tenth of a point of 20; marks are told in halves. */
    private const ROUNDING = 0.005;
    private const SOME = 400;
    private const MANY = 2000;
    private const STEPS = 4;
    private const ROCK = "kick x...|....|x...|....\nsnare ....|x...|....|x...\nclosed-hat x.x.|x.x.|x.x.|x.x.";
    private const GHOSTS = "kick x...|....|x...|....\nsnare ..g.|X..g|.g.g|X..g\nclosed-hat x.x.|x.x.|x.x.|x.x.";

    public function testWhatIsTheSameIsFullAndNothingIsNothing(): void
    {
        foreach (self::targets() as $name => $target) {
            $nothing = self::played($target, []);
            foreach (Preset::cases() as $preset) {
                self::assertSame(20.0, self::mark($target, $target, $preset), $name);
                self::assertSame(0.0, self::mark($target, $nothing, $preset), "$name, $preset->value");
            }
        }
    }

    /** From a beat with some right, some moved and some wrong hits, one hit at a time is put right, as long as nothing wider is said. */
    public function testPuttingAHitRightNeverLowersTheMarkAndMovesNoMoreThanItsRow(): void
    {
        $random = Lesson::random(27);
        $checked = 0;
        foreach (self::targets(self::MANY) as $name => $target) {
            $policy = Preset::cases()[intdiv($checked, self::STEPS) % \count(Preset::cases())]->policy();
            $wanted = self::ticks($target);
            $has = array_map(static fn (array $ticks): array => self::sloppily($ticks, $random), $wanted);
            $before = self::placed($target, $has, $policy);
            for ($step = 0; $step < self::STEPS; ++$step) {
                $next = self::better($has, $wanted, $random);
                $after = self::placed($target, $next, $policy);
                $moved = $after->aspect() - $before->aspect();
                // Rounding aside: where a right hit takes the credit of one beside it, some hundredths of a point may be lost.
                self::assertGreaterThanOrEqual(-self::ROUNDING, $moved, "$name: ".json_encode([$has, $next]));
                self::assertLessThanOrEqual(1 / max(1, \count($before->rows)) + 1e-9, $moved, $name);
                [$has, $before] = [$next, $after];
                ++$checked;
            }
        }
        self::assertGreaterThan(2000 * self::STEPS, $checked);
    }

    /** As many random hits in each row as are asked, and any number of them, in beats none of whose rows fills more than half its places. */
    public function testClickingAtRandomEarnsNextToNothing(): void
    {
        $random = Lesson::random(28);
        $marks = ['as many' => [], 'any number' => []];
        foreach (self::targets(self::SOME) as $target) {
            foreach (self::isSparse($target) ? ['as many' => true, 'any number' => false] : [] as $kind => $asMany) {
                $has = [];
                foreach (self::places($target) as $row => $places) {
                    $count = $asMany ? \count(self::ticks($target)[$row]) : $random->getInt(0, \count($places));
                    $has[$row] = self::some($places, $count, $random);
                }
                $marks[$kind][] = (float) self::compared($target, $has, Preset::Usual)->mark();
            }
        }
        foreach ($marks as $kind => $all) {
            sort($all);
            self::assertGreaterThan(300, \count($all));
            self::assertLessThanOrEqual(2, array_sum($all) / \count($all), "$kind, in the mean");
            self::assertLessThanOrEqual(6, $all[(int) (0.95 * \count($all))], "$kind, 95 of 100");
        }
    }

    public function testEverythingClickedEarnsOnlyRowsThatAreAskedOnMoreThanHalfOfTheirPlaces(): void
    {
        foreach (self::targets() as $name => $target) {
            $all = self::compared($target, self::places($target), Preset::Usual);
            foreach ($all->placement->rows as $row => $placed) {
                if (2 * $placed->asked <= $placed->places) {
                    self::assertSame(0.0, (float) $placed->earned, "$name, $row");
                }
            }
        }
    }

    public function testARowThatIsRightEarnsItsShareWhateverTheOthersDo(): void
    {
        $random = Lesson::random(29);
        foreach (self::targets() as $name => $target) {
            $wanted = self::ticks($target);
            $right = array_keys($wanted)[$random->getInt(0, \count($wanted) - 1)];
            $has = [];
            foreach (self::places($target) as $row => $places) {
                $has[$row] = $row === $right ? $wanted[$row] : self::some($places, $random->getInt(0, \count($places)), $random);
            }
            self::assertSame(1.0, (float) self::compared($target, $has, Preset::Usual)->placement->rows[$right]->earned, "$name, $right");
        }
    }

    public function testOneCauseIsOneLossHoweverManyStrokesItConcerns(): void
    {
        $marks = [];
        foreach ([1, 2, 8] as $bars) {
            $target = Lesson::grid(self::repeated("kick x...|..x.\nclosed-hat x.x.|x.x.", $bars), $bars, Meter::of(2, 4));
            $late = Lesson::grid(self::repeated("kick .x..|...x\nclosed-hat .x.x|.x.x", $bars), $bars, Meter::of(2, 4));
            $marks[] = Lesson::compare($target, $late)->mark();
        }
        self::assertSame([10.0, 10.0, 10.0], $marks);
    }

    /** A lesson asks for four kicks, and a student begins with one: that is a beginning, and no other beat. */
    public function testABeginningIsWorthSomethingAndIsNotCalledAnotherBeat(): void
    {
        $target = Lesson::steps(['kick' => [1, 5, 9, 13]]);
        $marks = [];
        foreach ([[1], [1, 5], [1, 5, 9], [1, 5, 9, 13]] as $kicks) {
            $begun = Lesson::compare($target, Lesson::steps(['kick' => $kicks]));
            self::assertNotContains('another-beat', Lesson::said($begun));
            $marks[] = $begun->mark();
        }
        $rising = $marks;
        sort($rising);
        self::assertSame($rising, $marks);
        self::assertGreaterThan(0, $marks[0]);
        $late = Lesson::compare(Lesson::grid(self::ROCK), Lesson::grid(strtr(self::ROCK, ['x.x.' => '.x.x'])));
        self::assertSame(['Closed hi-hat: every hit is one sixteenth late.'], Lesson::texts($late));
        self::assertSame(16.5, $late->mark(), 'the hats earn half of their third');
    }

    #[DataProvider('teachers')]
    public function testMarksAreThoseOfATeacher(Pattern $target, Pattern $played, float $teacher, Preset $preset, float $within): void
    {
        self::assertEqualsWithDelta($teacher, self::mark($target, $played, $preset), $within);
    }

    /** @return iterable<string, array{Pattern, Pattern, float, Preset, float}> what a drum teacher would give of 20 */
    public static function teachers(): iterable
    {
        $rock = Lesson::grid(self::ROCK);
        $without = static fn (string ...$rows): Pattern => Lesson::grid(implode("\n", array_filter(
            explode("\n", self::ROCK),
            static fn (string $line): bool => !\in_array(strtok($line, ' '), $rows, true),
        )));
        yield 'no snare' => [$rock, $without('snare'), 10, Preset::Usual, 4];
        yield 'no kick' => [$rock, $without('kick'), 10, Preset::Usual, 4];
        yield 'hats alone' => [$rock, $without('kick', 'snare'), 4, Preset::Usual, 3];
        $snare = static fn (string $line): Pattern => Lesson::grid(str_replace('snare ....|x...|....|x...', "snare $line", self::ROCK));
        yield 'snare on 1 and 3' => [$rock, $snare('x...|....|x...|....'), 11, Preset::Usual, 3];
        yield 'ride for hats' => [$rock, Lesson::grid(strtr(self::ROCK, ['closed-hat' => 'ride'])), 18, Preset::Usual, 3];
        yield 'backbeat as ghosts' => [$rock, $snare('....|g...|....|g...'), 14, Preset::Copy, 3];
        yield '120 for 96' => [$rock, Lesson::grid(self::ROCK, tempo: Tempo::of(120, '4')), 18, Preset::Usual, 3];
        $ghosts = Lesson::grid(self::GHOSTS);
        yield 'accents and ghosts exchanged' => [$ghosts, Lesson::grid(strtr(self::GHOSTS, ['X' => 'g', 'g' => 'X'])), 8, Preset::Dynamics, 3];
        yield 'ghosts firm' => [$ghosts, Lesson::grid(preg_replace('/(?<=[.|])g/', 'x', self::GHOSTS) ?? ''), 14, Preset::Dynamics, 3];
        yield 'a shuffle straight' => [Lesson::grid(self::ROCK, swing: Swing::of(66.67, 8)), $rock, 8, Preset::Swing, 3];
        $clave = static fn (string $line): Pattern => Lesson::grid("claves $line", 2);
        $three = 'x...|..x.|....|x...|';
        yield 'a clave reversed' => [$clave("$three....|x...|x...|...."), $clave('....|x...|x...|....|'.rtrim($three, '|')), 10, Preset::Usual, 3];
        yield 'rumba for son' => [$clave("$three....|x...|x...|...."), $clave('x...|..x.|....|..x.|....|x...|x...|....'), 14, Preset::Usual, 3];
        $six = "kick x.....\nsnare ...x..\nclosed-hat xxxxxx";
        yield '3/4 for 6/8' => [
            Lesson::grid(strtr($six, ['.' => '..', 'x' => 'x.']), meter: Meter::of(6, 8)),
            Lesson::grid(strtr($six, ['.' => '..', 'x' => 'x.']), meter: Meter::of(3, 4)),
            12,
            Preset::Meter,
            3,
        ];
    }

    private static function repeated(string $grid, int $bars): string
    {
        return preg_replace_callback(
            '/ (\S+)/',
            static fn (array $line): string => ' '.implode('|', array_fill(0, $bars, $line[1])),
            $grid,
        ) ?? '';
    }

    /** @return iterable<string, Pattern> every groove and ready task, and so many composed beats */
    private static function targets(int $composed = self::FEW): iterable
    {
        foreach (Grooves::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                yield $groove->key => $groove->pattern;
            }
        }
        foreach (ReadyTasks::all() as $ready) {
            foreach ($ready->plan->parts as $p => $part) {
                foreach ($part->task->targets as $t => $target) {
                    yield "$ready->key $p $t" => $target;
                }
            }
        }
        $random = Lesson::random(30);
        for ($i = 0; $i < $composed; ++$i) {
            yield "composed $i" => Phrases::any($random)->pattern();
        }
    }

    private static function mark(Pattern $target, Pattern $played, Preset $preset): ?float
    {
        return Comparison::of($target, $played, $preset->policy())->mark();
    }

    /** @param array<string, list<int>> $ticks by row, see ticks() */
    private static function compared(Pattern $target, array $ticks, Preset $preset): Comparison
    {
        return Comparison::of($target, self::played($target, $ticks), $preset->policy());
    }

    /**
     * Where the hits stand, with nothing said of them.
     *
     * @param array<string, list<int>> $ticks
     */
    private static function placed(Pattern $target, array $ticks, Policy $policy): Placement
    {
        $asked = array_map(static fn (Stroke $one): Pair => new Pair(Status::Missing, $one, null), Strokes::written($target));
        $played = array_map(
            static fn (Stroke $one): Pair => new Pair(Status::Extra, null, $one),
            Strokes::written(self::played($target, $ticks)),
        );

        return Placement::of($target, [...$asked, ...$played], [], $policy, $target->ticks());
    }

    /** @return array<string, list<int>> section and row => ticks */
    private static function ticks(Pattern $pattern): array
    {
        $ticks = [];
        foreach ($pattern->sections as $s => $section) {
            foreach ($section->rows as $row) {
                if ([] !== $row->hits) {
                    $ticks[self::key($s, $row)] = array_map(static fn (Hit $hit): int => $hit->at, $row->hits);
                }
            }
        }

        return $ticks;
    }

    /** @return array<string, list<int>> section and row => every tick of its grid */
    private static function places(Pattern $pattern): array
    {
        $places = [];
        foreach ($pattern->sections as $s => $section) {
            foreach ($section->rows as $row) {
                if ([] !== $row->hits) {
                    $ticks = $row->cycle ?? $section->bars * $pattern->meter->barTicks();
                    $places[self::key($s, $row)] = range(0, $ticks - 1, $row->snap->ticks());
                }
            }
        }

        return $places;
    }

    private static function isSparse(Pattern $pattern): bool
    {
        $ticks = self::ticks($pattern);

        return [] === array_filter(
            self::places($pattern),
            static fn (array $places, string $row): bool => 2 * \count($ticks[$row]) > \count($places),
            \ARRAY_FILTER_USE_BOTH,
        );
    }

    /** Rows of the first section have the name of the instrument, as in a placement. */
    private static function key(int $section, Row $row): string
    {
        return (0 === $section ? '' : "$section ").$row->instrument->value;
    }

    /** @param array<string, list<int>> $ticks */
    private static function played(Pattern $target, array $ticks): Pattern
    {
        $sections = [];
        foreach ($target->sections as $s => $section) {
            $rows = [];
            foreach ($section->rows as $row) {
                $asked = [];
                foreach ($row->hits as $hit) {
                    $asked[$hit->at] = $hit;
                }
                $has = $ticks[self::key($s, $row)] ?? [];
                sort($has);
                $rows[] = $row->withHits(array_map(static fn (int $at): Hit => $asked[$at] ?? Hit::of($at), $has));
            }
            $sections[] = Section::of($section->name, $section->bars, $rows, $target->meter);
        }

        return $target->withSections($sections);
    }

    /**
     * @param list<int> $ticks
     *
     * @return list<int> some left out, some a sixteenth late
     */
    private static function sloppily(array $ticks, Randomizer $random): array
    {
        $has = [];
        foreach ($ticks as $tick) {
            match ($random->getInt(0, 3)) {
                0 => null,
                1 => $has[] = $tick >= 240 ? $tick - 240 : $tick,
                default => $has[] = $tick,
            };
        }

        return array_values(array_unique($has));
    }

    /**
     * @param list<int> $places
     *
     * @return list<int>
     */
    private static function some(array $places, int $count, Randomizer $random): array
    {
        return \array_slice($random->shuffleArray($places), 0, $count);
    }

    /**
     * @param array<string, list<int>> $has
     * @param array<string, list<int>> $wanted
     *
     * @return array<string, list<int>> with one right hit more, one wrong hit less, or one moved to a place that lacks it; the same at the end
     */
    private static function better(array $has, array $wanted, Randomizer $random): array
    {
        $open = [];
        foreach ($wanted as $row => $ticks) {
            [$missing, $wrong] = [array_values(array_diff($ticks, $has[$row])), array_values(array_diff($has[$row], $ticks))];
            foreach ($missing as $tick) {
                $open[] = [$row, $tick, null];
            }
            foreach ($wrong as $tick) {
                // A wrong hit that is near a right one has some credit: it is moved there, not taken out.
                $open[] = [$row, $missing[0] ?? null, $tick];
            }
        }
        if ([] === $open) {
            return $has;
        }
        [$row, $more, $less] = $open[$random->getInt(0, \count($open) - 1)];
        $ticks = array_diff($has[$row], [$less]);

        return [$row => array_values(null === $more ? $ticks : [...$ticks, $more])] + $has;
    }
}
