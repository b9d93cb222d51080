<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Input;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;

/** Strict reading: every refusal names its place in one sentence. */
final class FieldsTest extends TestCase
{
    private const KNOWN = ['a', 'b', 'list'];

    #[DataProvider('wrong')]
    public function testWhatIsWrongIsNamed(string $json, string $read, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        $fields = Fields::of(Document::decode($json), 'task', self::KNOWN);
        match ($read) {
            'int' => $fields->int('a'),
            'number' => $fields->number('a'),
            'string' => $fields->string('a'),
            'bool' => $fields->bool('a', false),
            'ints' => $fields->ints('list', 3),
            default => $fields->list('list', 1, 2),
        };
    }

    /** @return iterable<array{string, string, string}> */
    public static function wrong(): iterable
    {
        yield ['[]', 'int', 'task: an object {…} is needed here, not a list.'];
        yield ['{"c":1}', 'int', 'task.c: this key is not known'];
        yield ['{}', 'int', 'task.a: this is missing; add it.'];
        yield ['{"a":null}', 'int', 'task.a: a whole number is needed here, not null.'];
        yield ['{"a":1.5}', 'int', 'task.a: a whole number is needed here, not the number 1.5.'];
        yield ['{"a":"1"}', 'int', 'not the text "1".'];
        yield ['{"a":true}', 'number', 'task.a: a number is needed here, not true.'];
        yield ['{"a":1e999}', 'int', 'task.a'];
        yield ['{"a":3}', 'string', 'task.a: a text in quotes is needed here, not the number 3.'];
        yield ['{"a":0}', 'bool', 'task.a: true or false is needed here'];
        yield ['{"list":{}}', 'list', 'task.list: a list […] is needed here, not an object.'];
        yield ['{"list":[1,2,3]}', 'list', 'task.list: there are 3 entries; between 1 and 2 are allowed.'];
        yield ['{"list":[]}', 'list', 'between 1 and 2'];
        yield ['{"list":[1,"2"]}', 'ints', 'task.list[1]: a whole number is needed here'];
        yield ['{"a":1,"a":2}', 'int', 'The key "a" stands twice'];
        yield ['{"list":[{"x":1,"b":"},{\\"x","x":2}]}', 'list', 'The key "x" stands twice'];
        yield ['{"a":1', 'int', 'not valid JSON'];
    }

    public function testWhatIsRightIsTakenAsItIs(): void
    {
        $fields = Fields::of(Document::decode('{"a": 240.0, "list": [{"a": 1}, {"a": 2}], "b": "a\":1,\"a"}'), '', self::KNOWN);
        self::assertSame(240, $fields->int('a'));
        self::assertSame(240.0, $fields->number('a'));
        self::assertSame('a":1,"a', $fields->string('b'));
        self::assertCount(2, $fields->list('list', 0, 2));
        self::assertSame(
            [7, 7.5, 'x', true],
            [
                Fields::of(new \stdClass(), '', self::KNOWN)->int('a', 7),
                Fields::of(new \stdClass(), '', self::KNOWN)->number('a', 7.5),
                Fields::of(new \stdClass(), '', self::KNOWN)->string('a', 'x'),
                Fields::of(new \stdClass(), '', self::KNOWN)->bool('a', true),
            ],
        );
    }

    public function testAnErrorIsToldFromFurtherOut(): void
    {
        $error = InvalidInput::at('velocity', 'too loud.');
        self::assertSame('hits[2].velocity: too loud.', $error->under('hits[2]')->getMessage());
        self::assertSame('rows[0]: empty.', InvalidInput::at('[0]', 'empty.')->under('rows')->getMessage());
        self::assertSame('too loud.', InvalidInput::at('', 'too loud.')->getMessage());
    }

    public function testATooLargeFileIsNotRead(): void
    {
        $this->expectExceptionMessage('at most 8000000 are read');
        Document::decode(str_repeat(' ', Document::MOST_BYTES + 1));
    }
}
