<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/** A JSON text, decoded with nothing dropped: a key that stands twice in one object is refused, since one of the two would be lost. */
final readonly class Document
{
    public const MOST_BYTES = 8_000_000;
    private const DEPTH = 16;

    /**
     * @return mixed objects as stdClass, arrays as lists
     *
     * @throws InvalidInput
     */
    public static function decode(string $json): mixed
    {
        if (\strlen($json) > self::MOST_BYTES) {
            throw InvalidInput::at('', \sprintf('This file has %d bytes; at most %d are read.', \strlen($json), self::MOST_BYTES));
        }
        if (!mb_check_encoding($json, 'UTF-8')) {
            throw InvalidInput::at('', 'This is not UTF-8 text; save the file as UTF-8.');
        }
        try {
            $value = json_decode($json, false, self::DEPTH, \JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw InvalidInput::at('', 'This is not valid JSON ('.lcfirst($error->getMessage()).'); check that it was saved whole.');
        }
        // As many keys as in the text: none was lost.
        if (self::keys($value) !== preg_match_all('/"(?:[^"\\\\]|\\\\.)*+"(?:\s*+:|(*SKIP)(*FAIL))/s', $json)) {
            self::refuseRepeatedKeys($json);
        }

        return $value;
    }

    private static function keys(mixed $value): int
    {
        if (!\is_array($value) && !$value instanceof \stdClass) {
            return 0;
        }
        $values = (array) $value;

        return ($value instanceof \stdClass ? \count($values) : 0) + array_sum(array_map(self::keys(...), $values));
    }

    private static function refuseRepeatedKeys(string $json): void
    {
        preg_match_all('/"(?:[^"\\\\]|\\\\.)*+"|[{}\[\]:,]/s', $json, $tokens);
        $open = [];
        $before = '';
        foreach ($tokens[0] as $i => $token) {
            $depth = \count($open) - 1;
            if ('{' === $token || '[' === $token) {
                $open[] = [];
            } elseif ('}' === $token || ']' === $token) {
                array_pop($open);
            } elseif ('"' === $token[0] && ':' === ($tokens[0][$i + 1] ?? '') && ('{' === $before || ',' === $before)) {
                $key = json_decode($token);
                \assert(\is_string($key));
                if (isset($open[$depth]["k$key"])) {
                    throw InvalidInput::at('', "The key \"$key\" stands twice in one object; remove one of them.");
                }
                $open[$depth]["k$key"] = true;
            }
            $before = $token;
        }
    }
}
