<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Pattern\Instrument;

/** One instrument with what is typed behind its name. */
final readonly class TypedLine
{
    /** Words of a list of places that are no instruments, and no signs of a grid. */
    private const WORDS = [
        'on', 'and', 'the', 'beat', 'beats', 'step', 'steps', 'count', 'counts', 'every', 'each', 'all', 'odd', 'even', 'note', 'notes',
        'e', 'n', 'a', 'und', 'et', 'y', 'auf', 'sur', 'en', 'trip', 'let', 'la', 'li', '4ths', '8ths', '16ths', '4th', '8th', '16th',
        'quarter', 'quarters', 'crotchets', 'eighth', 'eighths', 'quavers', 'sixteenth', 'sixteenths', 'semiquavers', 'triplet', 'triplets',
        'viertel', 'achtel', 'sechzehntel', 'triolen', 'noires', 'croches', 'doubles-croches', 'triolets', 'negras', 'corcheas',
        'semicorcheas', 'tresillos',
    ];
    /** Signs of a cell; with digits alone, 1 and 0. */
    private const SIGNS = 'xXoOgGsSfFdDrRlLaA>*';
    private const RESTS = '\-._|:';
    /** Digits in a row that are cells and no number. */
    private const LEAST_DIGITS = 4;
    /** Words that a name has at most. */
    private const MOST_WORDS = 4;

    private function __construct(public Instrument $instrument, public string $rest, public string $place)
    {
    }

    /**
     * The instruments of a line, each with what stands behind it up to the next one.
     *
     * @return non-empty-list<self>|null null where it does not begin with an instrument
     */
    public static function of(string $line, string $place): ?array
    {
        $lines = [];
        do {
            [$one, $line] = self::next($line, $place);
            if (null === $one) {
                return [] === $lines ? null : $lines;
            }
            $lines[] = $one;
        } while ('' !== $line);

        return $lines;
    }

    /** @return array{self|null, string} the first of a line, and the rest of the line */
    private static function next(string $line, string $place): array
    {
        // What stands before a colon or a line is a name as a whole, with its number.
        if (1 === preg_match('/^(\pL[^:=|]{0,40}?)\s*[:=|]/u', $line, $match) && null !== $named = self::whole($match[1])) {
            $rest = ltrim(mb_substr($line, mb_strlen($match[1])), ' :=');
        } else {
            $words = preg_split('/\s+/u', $line) ?: [];
            [$named, $count] = self::first($words);
            if (null === $named) {
                return [null, $line];
            }
            $rest = ltrim(implode(' ', \array_slice($words, $count)), ' :=');
        }
        $words = preg_split('/\s+/u', $rest, -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        for ($i = 1; $i < \count($words); ++$i) {
            [$other] = self::isName($words[$i]) ? self::first(\array_slice($words, $i)) : [null];
            if (null !== $other) {
                $rest = rtrim(implode(' ', \array_slice($words, 0, $i)), ' ,;');

                return [new self($named, $rest, $place), implode(' ', \array_slice($words, $i))];
            }
        }

        return [new self($named, $rest, $place), ''];
    }

    /** Whether it is signs in cells rather than numbers and words. */
    public function isGrid(): bool
    {
        $words = preg_split('/[\s|]+/u', $this->rest, -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        if ([] !== array_intersect(array_map(mb_strtolower(...), $words), array_diff(self::WORDS, ['a']))) {
            return false;
        }
        if (1 === preg_match('/^[01\s|]+$/u', $this->rest)) {
            $lengths = array_unique(array_map(\strlen(...), $words));

            $areCells = [1] === array_values($lengths) || min([\PHP_INT_MAX, ...$lengths]) >= self::LEAST_DIGITS;

            return $areCells && str_contains($this->rest, '0');
        }

        $sign = '['.self::SIGNS.']';
        $cells = '/['.self::RESTS."]|^\\(?.\\)?\$|{$sign}{2}|(^|\\s)$sign\\s+$sign(\\s|\$)/u";

        return 1 === preg_match('/^['.self::SIGNS.self::RESTS.'()\s]+$/u', $this->rest) && 1 === preg_match($cells, $this->rest);
    }

    /** The instrument that a name is, where nothing in it is a rest. */
    private static function whole(string $name): ?Instrument
    {
        return 1 === preg_match('/(^|\s)['.self::RESTS.'(>]/u', $name) ? null
            : Names::instrument($name) ?? Names::instrument(preg_replace('/\s+(?=\d$)/u', '', $name) ?? '');
    }

    /**
     * The instrument that the first words name, as many of them as may be.
     *
     * @param array<string> $words
     *
     * @return array{Instrument|null, int} and how many words that are
     */
    private static function first(array $words): array
    {
        for ($count = min([\count($words), self::MOST_WORDS]); $count > 0; --$count) {
            $name = \array_slice($words, 0, $count);
            // Rests and numbers behind a name are none of it.
            if ([] === array_filter($name, static fn (string $word): bool => 1 !== preg_match('/^\p{L}.*(?<![-._])[:=]*$/u', $word))) {
                $found = Names::instrument(rtrim(implode(' ', $name), ' :=,'));
                if (null !== $found) {
                    return [$found, $count];
                }
            }
        }

        return [null, 0];
    }

    /** Whether a word within a line may begin another instrument: no sign, no word of counting. */
    private static function isName(string $word): bool
    {
        $plain = mb_strtolower(rtrim($word, ':=,'));

        return mb_strlen($plain) > 1 && 1 === preg_match('/^\p{L}/u', $plain) && !\in_array($plain, self::WORDS, true)
            && 1 !== preg_match('/^['.self::SIGNS.']+$/u', $word);
    }
}
