<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Pattern;

use JsonSchema\Validator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Tests\Core\Lesson;

final class PatternFileTest extends TestCase
{
    private const LEAST = '{"format":"pulsanda-pattern","version":1,"title":"T","meter":{"count":4,"unit":4},"tempo":{"bpm":96},"kit":"boathouse","sections":[{"name":"A","bars":1,"rows":[{"instrument":"kick","hits":[{"at":0}]}]}]}';

    public function testWritingThenReadingGivesTheSamePattern(): void
    {
        $random = Lesson::random(1);
        for ($round = 0; $round < 200; ++$round) {
            $pattern = Lesson::any($random);
            self::assertEquals($pattern, PatternReader::read(PatternWriter::write($pattern)));
        }
    }

    public function testWhatIsLeftOutTakesItsDefault(): void
    {
        $pattern = PatternReader::read(self::LEAST);
        $row = $pattern->sections[0]->rows[0];
        $hit = $row->hits[0];
        self::assertSame([90, 0, 1, 100, false], [$hit->velocity, $hit->push, $hit->roll, $hit->odds, $hit->silent]);
        self::assertSame(['16', 1.0, 0.0, null, null], [$row->snap->value, $row->level, $row->pan, $row->cycle, $row->tint]);
        self::assertEquals(Swing::of(50, 16), $pattern->swing);
        self::assertSame([1, '4', 'A', 1], [$pattern->seed, $pattern->tempo->beat, $pattern->order[0]->section, $pattern->order[0]->times]);
    }

    /** @param array<string|int, mixed> $change */
    #[DataProvider('wrong')]
    public function testWhatIsWrongIsNamedWithItsPlace(array $change, string $path): void
    {
        try {
            PatternReader::read(self::changed($change));
            self::fail('It was taken.');
        } catch (InvalidInput $error) {
            self::assertSame($path, $error->path);
            self::assertStringEndsWith('.', $error->getMessage());
        }
    }

    /**
     * The schema in docs/ refuses what the reader refuses, as far as a schema can say it.
     *
     * @param array<string|int, mixed> $change
     */
    #[DataProvider('wrong')]
    public function testTheSchemaRefusesTheSame(array $change, string $path, bool $schema = true): void
    {
        self::assertSame(!$schema, self::fitsSchema(self::changed($change)), $path);
    }

    /** @return iterable<string, array{0: array<string|int, mixed>, 1: string, 2?: bool}> the last: whether a schema can say it */
    public static function wrong(): iterable
    {
        yield 'unknown key' => [['sections' => [['rows' => [['hits' => [['colour' => 1]]]]]]], 'sections[0].rows[0].hits[0].colour'];
        yield 'unknown key at the top' => [['x' => 1], 'x'];
        yield 'velocity' => [['sections' => [['rows' => [['hits' => [['velocity' => 128]]]]]]], 'sections[0].rows[0].hits[0].velocity'];
        yield 'velocity as text' => [
            ['sections' => [['rows' => [['hits' => [['velocity' => '90']]]]]]],
            'sections[0].rows[0].hits[0].velocity',
        ];
        yield 'half a tick' => [['sections' => [['rows' => [['hits' => [['at' => 0.5]]]]]]], 'sections[0].rows[0].hits[0].at'];
        yield 'before the bar' => [['sections' => [['rows' => [['hits' => [['at' => -1]]]]]]], 'sections[0].rows[0].hits[0].at'];
        yield 'behind the end' => [['sections' => [['rows' => [['hits' => [['at' => 3840]]]]]]], 'sections[0].rows[0].hits', false];
        yield 'two hits at a place' => [
            ['sections' => [['rows' => [['hits' => [['at' => 5], ['at' => 5, 'velocity' => 1]]]]]]],
            'sections[0].rows[0].hits[1].at',
            false,
        ];
        yield 'push' => [['sections' => [['rows' => [['hits' => [['push' => -121]]]]]]], 'sections[0].rows[0].hits[0].push'];
        yield 'roll' => [['sections' => [['rows' => [['hits' => [['roll' => 9]]]]]]], 'sections[0].rows[0].hits[0].roll'];
        yield 'odds' => [['sections' => [['rows' => [['hits' => [['odds' => 0]]]]]]], 'sections[0].rows[0].hits[0].odds'];
        yield 'silent' => [['sections' => [['rows' => [['hits' => [['silent' => 0]]]]]]], 'sections[0].rows[0].hits[0].silent'];
        yield 'instrument' => [['sections' => [['rows' => [['instrument' => 'gong']]]]], 'sections[0].rows[0].instrument'];
        yield 'snap' => [['sections' => [['rows' => [['snap' => '12']]]]], 'sections[0].rows[0].snap'];
        yield 'cycle' => [['sections' => [['rows' => [['cycle' => 59]]]]], 'sections[0].rows[0].cycle'];
        yield 'level' => [['sections' => [['rows' => [['level' => 1.6]]]]], 'sections[0].rows[0].level'];
        yield 'tint' => [['sections' => [['rows' => [['tint' => '#fff']]]]], 'sections[0].rows[0].tint'];
        yield 'bars' => [['sections' => [['bars' => 17]]], 'sections[0].bars'];
        yield 'no name' => [['sections' => [['name' => ' ']]], 'sections[0].name'];
        yield 'format' => [['format' => 'other'], 'format'];
        yield 'version' => [['version' => 2], 'version'];
        yield 'meter unit' => [['meter' => ['unit' => 3]], 'meter.unit'];
        yield 'meter groups' => [['meter' => ['groups' => [3, 2]]], 'meter.groups', false];
        yield 'tempo' => [['tempo' => ['bpm' => 401]], 'tempo.bpm'];
        yield 'beat' => [['tempo' => ['beat' => '5']], 'tempo.beat'];
        yield 'swing' => [['swing' => ['percent' => 49]], 'swing.percent'];
        yield 'swing unit' => [['swing' => ['unit' => 4]], 'swing.unit'];
        yield 'order' => [['order' => [['section' => 'B', 'times' => 1]]], 'order[0].section', false];
        yield 'empty order' => [['order' => []], 'order'];
        yield 'times' => [['order' => [['section' => 'A', 'times' => 0]]], 'order[0].times'];
        yield 'seed' => [['seed' => -1], 'seed'];
        yield 'title' => [['title' => ''], 'title'];
        yield 'title with a line break' => [['title' => "a\nb"], 'title'];
        yield 'rows as object' => [['sections' => [['rows' => new \stdClass()]]], 'sections[0].rows'];
    }

    #[DataProvider('required')]
    public function testWhatHasNoDefaultMustBeThere(string $key): void
    {
        $data = (array) json_decode(self::LEAST);
        unset($data[$key]);
        $json = (string) json_encode($data);
        self::assertFalse(self::fitsSchema($json));
        $this->expectExceptionMessage("$key: this is missing");
        PatternReader::read($json);
    }

    /** @return iterable<array{string}> */
    public static function required(): iterable
    {
        foreach (['format', 'version', 'title', 'meter', 'tempo', 'kit', 'sections'] as $key) {
            yield [$key];
        }
    }

    public function testTheSchemaTakesWhatTheWriterWrites(): void
    {
        self::assertTrue(self::fitsSchema(self::LEAST));
        $random = Lesson::random(2);
        for ($round = 0; $round < 40; ++$round) {
            $json = PatternWriter::write(Lesson::any($random));
            self::assertTrue(self::fitsSchema($json), $json);
        }
    }

    public function testBrokenFilesAreRefusedInOneSentence(): void
    {
        foreach (['', '{', '[]', 'null', "\xff", '{"format":"pulsanda-pattern","format":"pulsanda-pattern"}', str_repeat('[', 40).str_repeat(']', 40)] as $json) {
            try {
                PatternReader::read($json);
                self::fail("Taken: $json");
            } catch (InvalidInput $error) {
                self::assertMatchesRegularExpression('/^[^.]+.*[.]$/s', $error->getMessage());
            }
        }
    }

    /** @param array<string|int, mixed> $change */
    private static function changed(array $change): string
    {
        $merge = static function (mixed $into, mixed $from) use (&$merge): mixed {
            if (!\is_array($from) || !\is_array($into) || [] === $from) {
                return $from;
            }
            foreach ($from as $key => $value) {
                $into[$key] = \array_key_exists($key, $into) ? $merge($into[$key], $value) : $value;
            }

            return $into;
        };

        return (string) json_encode($merge(json_decode(self::LEAST, true), $change));
    }

    private static function fitsSchema(string $json): bool
    {
        $validator = new Validator();
        $data = json_decode($json);
        $validator->validate($data, (object) ['$ref' => 'file://'.\dirname(__DIR__, 3).'/docs/pattern.schema.json']);

        return $validator->isValid();
    }
}
