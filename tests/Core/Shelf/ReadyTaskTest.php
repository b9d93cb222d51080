<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Shelf;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Format\Numbers;
use Pulsanda\Core\Format\TypedReader;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Shelf\ReadyTask;
use Pulsanda\Core\Shelf\ReadyTasks;
use Pulsanda\Core\Task\Kind;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\View;
use Pulsanda\Tests\Core\Spoken;

/** Each ready task is played by its words alone, by somebody who does exactly what they say. */
final class ReadyTaskTest extends TestCase
{
    #[DataProvider('tasks')]
    public function testWhoDoesWhatTheWordsSayEarnsEverything(ReadyTask $ready): void
    {
        self::assertCount(\count($ready->plan->parts), $ready->plays);
        foreach ($ready->plan->parts as $i => $part) {
            $judged = $part->task->judge(self::played($part, $ready->plays[$i]), 'We walk slowly, and we like it.');
            self::assertSame($part->task->points(), $judged->suggested(), "part $i: ".json_encode([$judged->results, $judged->checked], \JSON_PARTIAL_OUTPUT_ON_ERROR));
        }
    }

    #[DataProvider('tasks')]
    public function testTheWordsSayWhatIsPlayed(ReadyTask $ready): void
    {
        $english = Spoken::voice()->phrases;
        $brief = $ready->planIn($english)->brief;
        foreach ($ready->plan->parts as $i => $part) {
            // Of a dictation, and of a beat of their own, the words do not give it away.
            if (Kind::Copy !== $part->task->kind || View::Heard === $part->task->view || str_contains($brief, 'Listen, count')) {
                continue;
            }
            foreach (explode("\n", $ready->plays[$i]) as $line) {
                self::assertTrue(str_contains($brief, $line) || str_contains($brief, 'You may look'), "\"$line\" is not in: $brief");
            }
        }
        $introduction = $ready->say('introduction', $english);
        self::assertSame(2, preg_match_all('/[.?]”?(\s|$)/u', str_replace(['. “', '? “'], '. ', $introduction)), $introduction);
    }

    /** Line by line, what can be typed as it stands there is the same beat in every language. */
    #[DataProvider('tasks')]
    public function testTheRowsInItsWordsAreTheSameBeatInEveryLanguage(ReadyTask $ready): void
    {
        $lines = static fn (string $language): array => explode("\n", $ready->planIn(Spoken::voice(language: $language)->phrases)->brief);
        $english = $lines('en');
        foreach (['de', 'fr', 'es', 'ar'] as $language) {
            $here = $lines($language);
            self::assertCount(\count($english), $here, $language);
            foreach ($english as $i => $line) {
                self::assertEquals(self::rows($line), self::rows($here[$i]), "$language: $here[$i]");
            }
        }
    }

    /** @return list<Row>|null what a line is as a typed row; null for words */
    private static function rows(string $line): ?array
    {
        try {
            return TypedReader::read($line, Meter::of(4, 4), 1, Numbers::Beats)->section->rows;
        } catch (InvalidInput) {
            return null;
        }
    }

    public function testEachTaskHasAnEasierAndAHarderForm(): void
    {
        self::assertCount(30, ReadyTasks::all());
        foreach (array_chunk(ReadyTasks::all(), 3) as [$easier, $task, $harder]) {
            self::assertSame(['easier', '', 'harder'], [$easier->form, $task->form, $harder->form]);
            self::assertSame([$task->plan->title], array_values(array_unique([$easier->plan->title, $task->plan->title, $harder->plan->title])));
            self::assertSame(["$task->key-easier", "$task->key-harder"], [$easier->key, $harder->key]);
            self::assertLessThanOrEqual($task->level, $easier->level, $task->key);
            self::assertLessThanOrEqual($harder->level, $task->level, $task->key);
            self::assertSame($task->lesson, $easier->lesson);
        }
    }

    /** A mistake costs what a teacher would take, within four points of 20. */
    #[DataProvider('mistakes')]
    public function testATypicalMistakeCostsWhatATeacherWouldTake(string $key, string $typed, float $of20, ?float $swing = null): void
    {
        $part = ReadyTasks::find($key)->plan->parts[0] ?? self::fail($key);
        $beat = self::played($part, $typed);
        if (null !== $swing) {
            $beat = Pattern::of('Beat', $beat->meter, $beat->tempo, $beat->sections, null, Swing::of($swing, 8), $beat->kit);
        }
        $mark = 20 * (float) $part->task->judge($beat, '')->suggested() / max(1, (float) $part->task->points());
        self::assertEqualsWithDelta($of20, $mark, 4);
    }

    /** @return iterable<string, array{0: string, 1: string, 2: float, 3?: float}> */
    public static function mistakes(): iterable
    {
        $rest = "\nHi-hat: eighths";
        yield 'nothing' => ['light-the-lamps', 'Kick: ....|....|....|....', 0];
        yield 'half of the steps' => ['light-the-lamps', 'Kick on 1 and 3', 12];
        yield 'a step late' => ['light-the-lamps', 'Kick 1e 2e 3e 4e', 8];
        yield 'no snare' => ['boards-under-your-feet', "Kick on 1 and 3$rest", 10];
        yield 'no kick' => ['boards-under-your-feet', "Snare >2 >4$rest", 10];
        yield 'hats alone' => ['boards-under-your-feet', 'Hi-hat: eighths', 4];
        yield 'snare on 1 and 3' => ['boards-under-your-feet', "Kick on 1 and 3\nSnare >1 >3$rest", 11];
        yield 'ride for hats' => ['boards-under-your-feet', "Kick on 1 and 3\nSnare >2 >4\nRide: eighths", 18];
        yield 'backbeats as ghosts' => ['boards-under-your-feet', "Kick on 1 and 3\nSnare (2) (4)$rest", 14];
        yield 'ghosts firm' => ['hardly-a-breath', "Kick on 1 and 3\nSnare 1a >2 3a >4$rest", 14];
        yield 'ghosts and accents exchanged' => ['hardly-a-breath', "Kick on 1 and 3\nSnare >1a (2) >3a (4)$rest", 8];
        yield 'no ghosts' => ['hardly-a-breath', "Kick on 1 and 3\nSnare >2 >4$rest", 14];
        yield 'a shuffle played straight' => ['set-the-swing', "Kick on 1 and 3\nSnare >2 >4\nRide: eighths", 8, 50];
        yield 'the kick on 3, not before it' => ['mind-the-loose-plank', "Kick >1 3\nSnare >2 >4$rest", 15];
        yield 'in six, the snare on 5' => ['the-dinghy-by-ear', "Kick on 1\nSnare: ......|..X...\nHi-hat: eighths", 14];
    }

    /** @return iterable<string, array{ReadyTask}> */
    public static function tasks(): iterable
    {
        foreach (ReadyTasks::all() as $task) {
            yield $task->key => [$task];
        }
    }

    private static function played(PlanPart $part, string $typed): Pattern
    {
        $like = $part->task->targets[0] ?? $part->task->start;
        $section = TypedReader::read($typed, $like->meter, $like->bars(), Numbers::Beats)->section;

        return Pattern::of('Beat', $like->meter, $like->tempo, [$section], null, $like->swing, $like->kit);
    }
}
