<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\TestCase;
use Pulsanda\App\Language\RefusalSentences;

/** Whatever values stand in a refusal, its code and they are found in the English sentence. */
final class RefusalSentencesTest extends TestCase
{
    private const FILE = __DIR__.'/../../lang/en/refusals.json';

    public function testEveryRefusalIsKnownByItsSentence(): void
    {
        $sentences = new RefusalSentences(self::FILE);
        /** @var array<string, string> $messages */
        $messages = json_decode((string) file_get_contents(self::FILE), true, 2, \JSON_THROW_ON_ERROR);
        self::assertGreaterThan(300, \count($messages));
        foreach ($messages as $code => $message) {
            preg_match_all("/(?<!')\\{(\\w+)\\}/", $message, $names);
            $values = [];
            foreach ($names[1] as $i => $name) {
                $values[$name] = "v$i";
            }
            $sentence = (string) \MessageFormatter::formatMessage('en', $message, $values);
            self::assertSame([$code, $values], $sentences->find($sentence), $sentence);
        }
    }

    public function testWhatIsNoneIsNotKnown(): void
    {
        self::assertNull((new RefusalSentences(self::FILE))->find('The kettle is on.'));
    }
}
