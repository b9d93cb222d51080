<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core;

use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Phrases;
use Pulsanda\Core\Say\Voice;

/** The catalogues as they stand in lang/, without the application. */
final class Spoken implements Phrases
{
    /** @var array<string, array<string, string>> messages by language */
    private static array $known = [];
    /** @var array<string, \MessageFormatter> */
    private static array $formatters = [];

    public function __construct(private readonly string $language)
    {
        self::$known[$language] ??= array_merge(...array_map(
            static function (string $file): array {
                /** @var array<string, string> $messages */
                $messages = json_decode((string) file_get_contents($file), true, 2, \JSON_THROW_ON_ERROR);

                return $messages;
            },
            array_map(static fn (string $place): string => __DIR__."/../../lang/$language/$place.json", ['say', 'hints', 'rules', 'asks', 'instruments', 'lessons']),
        ));
    }

    public static function voice(CountingStyle $style = CountingStyle::Syllables, string $language = 'en'): Voice
    {
        return new Voice(new self($language), $style);
    }

    public function say(string $key, array $values = []): string
    {
        $message = self::$known[$this->language][$key] ?? throw new \LogicException("No message $key in $this->language.");
        $formatter = self::$formatters["$this->language $key"] ??= new \MessageFormatter($this->language, $message);
        $said = $formatter->format($values);

        return false === $said ? throw new \LogicException("$key: ".$formatter->getErrorMessage()) : $said;
    }
}
