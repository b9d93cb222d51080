<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Say\Voice;

/**
 * What a kind of requirement says of itself: its name in a file, the blanks of its sentence, and what stands in them at first. The words
 * are messages: "asks.KIND.menu" its name in a menu, "asks.KIND" the sentence, "asks.KIND.OPTION" what may be chosen in a blank.
 */
final readonly class Declared
{
    /** Around a blank in a sentence, no letter of any language. */
    private const MARK = "\u{E000}";

    /**
     * @param list<Blank>          $blanks in the order in which a file is read; a language may have another
     * @param array<string, mixed> $usual  as in a requirements file; a frame is drawn, so it has none
     */
    public function __construct(public string $kind, public array $blanks, public array $usual = [])
    {
    }

    /**
     * As the catalogue sends it, in the words of a voice.
     *
     * @return array{kind: string, menu: string, sentence: list<string|array<string, mixed>>, usual: object}
     */
    public function toData(Voice $voice): array
    {
        $blanks = $marks = [];
        foreach ($this->blanks as $blank) {
            $blanks[$blank->key] = $blank->toData($this->kind, $voice);
            $marks[$blank->key] = self::MARK.$blank->key.self::MARK;
        }
        $sentence = [];
        foreach (explode(self::MARK, $voice->say("asks.$this->kind", $marks)) as $piece) {
            $text = trim($piece);
            if ('' !== $text) {
                $sentence[] = $blanks[$piece] ?? $text;
            }
        }

        $menu = $voice->say("asks.$this->kind.menu");

        return ['kind' => $this->kind, 'menu' => $menu, 'sentence' => $sentence, 'usual' => (object) $this->usual];
    }
}
