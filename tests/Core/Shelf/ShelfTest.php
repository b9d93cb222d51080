<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Shelf;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Shelf\Groove;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Core\Shelf\Lesson;
use Pulsanda\Core\Shelf\ReadyTask;
use Pulsanda\Core\Shelf\ReadyTasks;
use Pulsanda\Core\Task\TaskPlan;
use Pulsanda\Tests\Core\Spoken;

/** The grooves and tasks that ship keep what they promise. */
final class ShelfTest extends TestCase
{
    #[DataProvider('lessons')]
    public function testEveryGroovePassesTheRulesOfItsOwnLesson(Lesson $lesson): void
    {
        self::assertGreaterThanOrEqual(5, \count($lesson->grooves));
        foreach ($lesson->grooves as $groove) {
            $checked = $lesson->rules->check(Submission::of($groove->pattern, '', Tolerance::of()));
            self::assertSame(0, $checked['failed'], "$groove->key: ".json_encode($checked['results']));
            self::assertGreaterThan(0, $checked['passed']);
        }
    }

    #[DataProvider('lessons')]
    public function testEveryGrooveIsWhole(Lesson $lesson): void
    {
        $phrases = Spoken::voice()->phrases;
        foreach ($lesson->grooves as $groove) {
            $listen = $phrases->say("groove.$groove->key");
            self::assertStringStartsWith('Listen ', $listen);
            self::assertStringEndsWith('.', $listen);
            self::assertTrue('' === $groove->from || '' !== $phrases->say('from.'.Groove::keyOf($groove->from)));
            self::assertContains($groove->level, [1, 2, 3]);
            self::assertTrue(PatternReader::read(PatternWriter::write($groove->pattern))->equals($groove->pattern), $groove->key);
            foreach ($groove->pattern->sections[0]->rows as $row) {
                self::assertNotSame([], $row->hits, "$groove->key: {$row->instrument->value}");
            }
        }
    }

    /** @return iterable<string, array{Lesson}> */
    public static function lessons(): iterable
    {
        foreach (Grooves::lessons() as $lesson) {
            yield $lesson->key => [$lesson];
        }
    }

    public function testThereAreEnoughAndEachHasANameOfItsOwn(): void
    {
        $keys = array_merge(...array_map(
            static fn (Lesson $one): array => array_map(static fn (Groove $groove): string => $groove->key, $one->grooves),
            Grooves::lessons(),
        ));
        self::assertGreaterThanOrEqual(180, \count($keys));
        self::assertSame($keys, array_values(array_unique($keys)));
        self::assertSame('Heron', Grooves::find('heron')?->pattern->title);
        self::assertNull(Grooves::find('herring'));
    }

    public function testMetersAndLevelsAreThoseOfTheLesson(): void
    {
        $meters = [];
        foreach (Grooves::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                $meters[$lesson->key][(string) $groove->pattern->meter] = true;
            }
        }
        self::assertSame(['3/4', '6/8', '12/8'], array_map(strval(...), array_keys($meters['three-and-six'] ?? [])));
        self::assertSame([], array_filter(
            array_keys($meters['five-and-seven'] ?? []),
            static fn (string $meter): bool => !str_starts_with($meter, '5/') && !str_starts_with($meter, '7/'),
        ));
    }

    public function testAGrooveIsReadAsItIsWritten(): void
    {
        $groove = Groove::read(<<<'TEXT'
            = Short Five | 5/8 3+2 | 160 | 3 | swing 60/16 | kit pier
            kick  X..d..|....
            snare ......|g.
            cycle snare 8
            TEXT);
        $pattern = $groove->pattern;
        self::assertSame(['short-five', 3, 'pier', 60.0], [$groove->key, $groove->level, $pattern->kit, $pattern->swing->percent]);
        self::assertSame([3, 2], $pattern->meter->groups);
        [$kick, $snare] = $pattern->sections[0]->rows;
        self::assertSame([[0, 118, 1], [720, 90, 2]], array_map(static fn ($hit): array => [$hit->at, $hit->velocity, $hit->roll], $kick->hits));
        self::assertSame([1440, 8 * 240, Level::Ghost->entry()], [$snare->hits[0]->at, $snare->cycle, $snare->hits[0]->velocity]);
    }

    public function testARowThatIsTooShortIsRefused(): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage('the row "snare ....|x..." is not as long as the bars');
        Groove::read("= A | 4/4 | 100 | 1\nkick x...|....|x...|....\nsnare ....|x...");
    }

    #[DataProvider('tasks')]
    public function testEveryReadyTaskCanBeSetAndSolved(ReadyTask $ready): void
    {
        $data = json_decode((string) json_encode($ready->plan->toData()));
        self::assertEquals($ready->plan->toData(), TaskPlan::of(Fields::of($data, '', TaskPlan::KEYS))->toData(), 'written and read');
        self::assertContains($ready->lesson, array_map(static fn (Lesson $one): string => $one->key, Grooves::lessons()));
        foreach ($ready->plan->parts as $part) {
            $target = $part->task->targets[0] ?? null;
            if (null !== $target) {
                $judged = $part->task->judge($target, '');
                self::assertSame($part->task->points(), $judged->suggested(), 'the target itself earns everything');
            } else {
                self::assertGreaterThan(0, $part->task->points());
                self::assertFalse($part->task->requirements->isEmpty());
            }
        }
    }

    /** @return iterable<string, array{ReadyTask}> */
    public static function tasks(): iterable
    {
        foreach (ReadyTasks::all() as $task) {
            yield $task->key => [$task];
        }
    }
}
