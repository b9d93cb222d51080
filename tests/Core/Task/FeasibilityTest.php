<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Task;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Shelf\ReadyTasks;
use Pulsanda\Core\Task\Feasibility;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\View;
use Pulsanda\Tests\Core\Lesson;
use Pulsanda\Tests\Core\Spoken;

/** A task that nobody can meet is found before a class sees it. */
final class FeasibilityTest extends TestCase
{
    private const BACKBEAT = "kick x...|....|x...|....\nsnare ....|x...|....|x...";

    /**
     * @param list<array<string, mixed>> $rules
     * @param string|null                $sentence that is said; null where nothing is impossible
     */
    #[DataProvider('tasks')]
    public function testWhatCannotBeMetIsSaid(array $rules, ?Freedom $freedom, ?string $sentence, bool $target = false): void
    {
        $feasible = Feasibility::of(self::task($rules, $freedom, $target), Spoken::voice());
        if (null === $sentence) {
            self::assertSame([], $feasible->impossible);
        } else {
            self::assertStringContainsString($sentence, implode(' ', $feasible->impossible));
        }
    }

    /** @return iterable<string, array{0: list<array<string, mixed>>, 1: Freedom|null, 2: string|null, 3?: bool}> */
    public static function tasks(): iterable
    {
        $sections = [['kind' => 'sections-at-least', 'number' => 2]];
        yield 'two sections, where sections are fixed' => [$sections, null, 'bars and sections are fixed'];
        yield 'two sections, where they are free' => [$sections, Freedom::of(form: true), null];
        yield 'three bars of one' => [[['kind' => 'bars-total', 'low' => 3, 'high' => 4]], null, 'bars and sections are fixed'];
        yield 'the bars that there are' => [[['kind' => 'bars-total', 'low' => 1, 'high' => 4]], null, null];
        $tempo = [['kind' => 'tempo-between', 'low' => 60, 'high' => 80]];
        yield 'another tempo than the fixed one' => [$tempo, null, 'the tempo is fixed'];
        yield 'a tempo that is free to choose' => [$tempo, Freedom::of(tempo: ['low' => 70.0, 'high' => 120.0]), null];
        yield 'a tempo beyond what is free' => [$tempo, Freedom::of(tempo: ['low' => 90.0, 'high' => 120.0]), 'students may choose ♩ = 90 to 120'];
        $swing = [['kind' => 'swing-between', 'low' => 60, 'high' => 67]];
        yield 'swing, where it is fixed to straight' => [$swing, null, 'the swing is fixed'];
        yield 'swing that is free' => [$swing, Freedom::of(swing: true), null];
        $claves = [['kind' => 'uses', 'instruments' => ['kick', 'claves']]];
        yield 'an instrument that is not offered' => [$claves, null, 'does not offer claves'];
        yield 'an instrument that may be added' => [$claves, Freedom::of(rows: true), null];
        yield 'one that may not' => [$claves, Freedom::of(rows: true, forbidden: [Instrument::Claves]), 'does not offer claves'];
        yield 'three instruments of two' => [[['kind' => 'instruments-at-least', 'number' => 3]], null, 'the task offers 2'];
        $long = [['kind' => 'contains', 'frame' => PatternWriter::toData(Lesson::grid('kick x...|....|x...|....|x...|....|....|....', 2))]];
        yield 'a frame of two bars in a task of one' => [$long, null, 'longer than the task'];
        yield 'the same where bars may be added' => [$long, Freedom::of(form: true), null];
        $waltz = [['kind' => 'contains', 'frame' => PatternWriter::toData(Lesson::grid('kick x...|....|....', meter: Meter::of(3, 4)))]];
        yield 'a frame in another meter' => [$waltz, null, 'Draw it in the meter of the task'];
        yield 'a frame that another one forbids' => [[
            ['kind' => 'contains', 'frame' => self::frame('kick x...|....|x...|....')],
            ['kind' => 'keep-clear', 'frame' => self::frame('kick ....|....|x...|....')],
        ], null, 'One frame wants a hit of kick where another wants none'];
        $crash = [['kind' => 'starts-with', 'instrument' => 'snare']];
        yield 'a target that breaks a rule of its own task' => [$crash, null, 'The target itself does not meet', true];
        yield 'a rule about the words of students' => [[['kind' => 'note-words', 'least' => 5]], null, null, true];
    }

    /** A frame at another tempo asks for the same strokes: it is met at the tempo of the task. */
    public function testTheTempoOfAFrameDoesNotMatter(): void
    {
        $frame = PatternWriter::toData(Lesson::grid('kick x...|....|x...|....', tempo: Tempo::of(150, '4')));
        self::assertSame([], Feasibility::of(self::task([['kind' => 'contains', 'frame' => $frame]], null, false), Spoken::voice())->impossible);
    }

    /** @param list<array<string, mixed>> $rules */
    #[DataProvider('wishes')]
    public function testABeatIsFoundThatMeetsWhatIsUsuallyAsked(array $rules, ?Freedom $freedom = null): void
    {
        $feasible = Feasibility::of(self::task($rules, $freedom, false), Spoken::voice());
        self::assertSame([], [...$feasible->impossible, ...$feasible->undecided]);
    }

    /** @return iterable<string, array{0: list<array<string, mixed>>, 1?: Freedom}> */
    public static function wishes(): iterable
    {
        $kicks = ['kind' => 'hits-between', 'instrument' => 'kick', 'low' => 3, 'high' => 5, 'per' => 'bar'];
        yield 'a number of hits' => [[$kicks]];
        yield 'many hits in all' => [[['kind' => 'hits-between', 'instrument' => 'all', 'low' => 30, 'high' => 40, 'per' => 'whole']]];
        yield 'hits beside places that stay clear' => [[
            $kicks,
            ['kind' => 'keep-clear', 'frame' => self::frame('kick x...|x...|x...|x...')],
            ['kind' => 'contains', 'frame' => self::frame('snare ....|x...|....|x...')],
        ]];
        yield 'a downbeat, both instruments, a fill and levels' => [[
            ['kind' => 'starts-with', 'instrument' => 'kick'],
            ['kind' => 'uses', 'instruments' => ['kick', 'snare']],
            ['kind' => 'fill-at-end', 'beats' => 1, 'least' => 4, 'instruments' => ['snare']],
            ['kind' => 'levels-at-least', 'instrument' => 'snare', 'number' => 3],
            ['kind' => 'fullness-at-most', 'percent' => 50, 'except' => []],
        ]];
        yield 'two bars that differ' => [
            [
                ['kind' => 'bars-total', 'low' => 2, 'high' => 2],
                $kicks,
                ['kind' => 'bars-differ', 'bars' => [1, 2], 'low' => 1, 'high' => 2],
            ],
            Freedom::of(form: true),
        ];
        yield 'a backbeat, kicks off the beat, shaded hats' => [[
            ['kind' => 'backbeat', 'instruments' => ['snare', 'clap']],
            ['kind' => 'off-the-beat', 'instrument' => 'kick', 'percent' => 60],
        ], Freedom::of(rows: true)];
        yield 'a tempo that no note value can be set to' => [
            [['kind' => 'tempo-between', 'low' => 1, 'high' => 120]], Freedom::of(tempo: ['low' => 20.0, 'high' => 140.0]),
        ];
        yield 'accents' => [[['kind' => 'accents-on', 'instrument' => 'snare', 'where' => 'backbeat']]];
        yield 'a crescendo' => [[['kind' => 'crescendo', 'instrument' => 'snare', 'beats' => 2]]];
        yield 'a call and its answer' => [
            [['kind' => 'bars-total', 'low' => 2, 'high' => 2], ['kind' => 'answers', 'bars' => [1, 2], 'instrument' => 'kick']],
            Freedom::of(form: true),
        ];
        yield 'a tempo, a swing and more instruments' => [
            [
                ['kind' => 'tempo-between', 'low' => 110, 'high' => 120],
                ['kind' => 'swing-between', 'low' => 60, 'high' => 67],
                ['kind' => 'instruments-at-least', 'number' => 4],
                ['kind' => 'only-uses', 'instruments' => ['kick', 'snare', 'claves', 'cowbell']],
            ],
            Freedom::of(tempo: ['low' => 80.0, 'high' => 140.0], swing: true, rows: true),
        ];
    }

    public function testWhatNobodyKnowsIsSaidToo(): void
    {
        $rules = [
            ['kind' => 'hits-between', 'instrument' => 'kick', 'low' => 3, 'high' => 5, 'per' => 'bar'],
            ['kind' => 'fullness-at-most', 'percent' => 10, 'except' => []],
        ];
        $feasible = Feasibility::of(self::task($rules, null, false), Spoken::voice());
        self::assertSame([], $feasible->impossible);
        self::assertCount(1, $feasible->undecided, 'three kicks fill more than a tenth of a bar');
    }

    public function testEveryReadyTaskCanBeMet(): void
    {
        foreach (ReadyTasks::all() as $ready) {
            foreach ($ready->plan->parts as $part) {
                self::assertSame([], Feasibility::of($part->task, Spoken::voice())->impossible, $ready->key);
            }
        }
    }

    /** @param list<array<string, mixed>> $rules */
    private static function task(array $rules, ?Freedom $freedom, bool $target): Task
    {
        $beat = Lesson::grid(self::BACKBEAT);
        $requirements = RequirementFile::fromData(json_decode((string) json_encode($rules)));

        return $target
            ? Task::of(Kind::Copy, View::Seen, [Instrument::Kick, Instrument::Snare], null, [$beat], null, $freedom, $requirements)
            : Task::of(
                Kind::Create,
                View::Seen,
                [Instrument::Kick, Instrument::Snare],
                Lesson::grid("kick ....|....|....|....\nsnare ....|....|....|...."),
                [],
                null,
                $freedom,
                $requirements,
            );
    }

    /** @return array<string, mixed> */
    private static function frame(string $grid): array
    {
        return PatternWriter::toData(Lesson::grid($grid));
    }
}
