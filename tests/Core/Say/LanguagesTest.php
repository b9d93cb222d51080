<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Say;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Tests\Core\Ear\Hearing;
use Pulsanda\Tests\Core\Spoken;

/** Every message is there in every language, names the same things, and can be said. */
final class LanguagesTest extends TestCase
{
    private const LANGUAGES = ['de', 'fr', 'es', 'ar'];
    private const BEATS = 2000;
    /** Words that are the same in English. */
    private const ALIKE = ['number', 'on.after', 'on.inBars', 'place.beat', 'setting.parts', 'rule.levels-at-least.passed'];
    /** Values that are given with the same message, and English has no need of. */
    private const MAY_COME = ['numbers', 'first', 'barsIn'];
    /** Values that a language may leave out, where its grammar needs no number or name there. */
    private const MAY_GO = ['places', 'first', 'second', 'name', 'count', 'where', 'which', 'bars'];

    #[DataProvider('languages')]
    public function testEveryMessageIsThereAndNamesTheSameThings(string $language): void
    {
        $english = self::messages('en');
        $messages = self::messages($language);
        self::assertSame(array_keys($english), array_keys($messages));
        foreach ($messages as $key => $message) {
            self::assertNotFalse((new \MessageFormatter($language, $message))->getPattern(), $key);
            $both = [self::names($message), self::names($english[$key])];
            self::assertSame([], array_diff($both[0], $both[1], self::MAY_COME), "$key names what English does not: $message");
            self::assertSame([], array_diff($both[1], $both[0], self::MAY_GO), "$key does not say: $message");
            // Names of instruments and Italian words may be alike; whole sentences may not.
            if (str_contains($english[$key], ' ') && str_contains($english[$key], '.') && !\in_array($key, self::ALIKE, true)) {
                self::assertNotSame($english[$key], $message, $key);
            }
        }
    }

    public function testEveryCommentOnManyBeatsCanBeSaid(): void
    {
        $kinds = [];
        for ($case = 0; $case < self::BEATS; ++$case) {
            $compared = Hearing::of(4100, $case)->comparison->toData();
            $style = CountingStyle::cases()[$case % \count(CountingStyle::cases())];
            foreach (self::LANGUAGES as $language) {
                foreach (Report::of($compared, Spoken::voice($style, $language))['statements'] as $said) {
                    $kinds[$said['kind']] = true;
                    self::assertSaid($said['text'], $language);
                    self::assertSaid($said['hint'], $language);
                }
            }
        }
        self::assertGreaterThan(20, \count($kinds), 'most kinds of comments were said');
    }

    private static function assertSaid(string $text, string $language): void
    {
        self::assertDoesNotMatchRegularExpression('/[{}]|  |\b(hit|cause|dynamics|setting|hint)\.[a-z]/u', $text);
        self::assertDoesNotMatchRegularExpression('/ [.;,؛،]$|^\s|\s$|: ;/u', str_replace(' ;', ';', $text), $text);
        self::assertMatchesRegularExpression('/[.?…؟!]$/u', $text);
        if ('ar' === $language) {
            self::assertMatchesRegularExpression('/\p{Arabic}/u', $text);
            self::assertDoesNotMatchRegularExpression('/\b(the|is|are|and|you)\b/u', $text, $text);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function languages(): iterable
    {
        foreach (self::LANGUAGES as $language) {
            yield $language => [$language];
        }
    }

    /** @return array<string, string> */
    private static function messages(string $language): array
    {
        $messages = [];
        foreach (['say', 'instruments', 'hints', 'rules'] as $place) {
            /** @var array<string, string> $read */
            $read = json_decode((string) file_get_contents(__DIR__."/../../../lang/$language/$place.json"), true, 2, \JSON_THROW_ON_ERROR);
            $messages += $read;
        }

        return $messages;
    }

    /** @return list<string> what a message names */
    private static function names(string $message): array
    {
        preg_match_all('/\{(\w+)(?=[,}])/', $message, $found);
        // A bare word in braces is the text of a case, where it stands behind its name.
        preg_match_all('/(?:=\d+|\b(?:zero|one|two|few|many|other|yes|all|some|bar|ghost|roll|faster|slower|more|less|flam|drag|R|L|2|3)) \{(\w+)\}/', $message, $cases);

        return array_values(array_diff(array_unique($found[1]), $cases[1]));
    }
}
