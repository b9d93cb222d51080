<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

/** English refusals with their codes: which of them a sentence is, and which values stand in it. */
final class RefusalSentences
{
    /** @var array<string, string> codes by sentences that name no value */
    private array $plain = [];
    /** @var array<string, string> codes by patterns of those that do, the most particular first */
    private array $patterns = [];

    public function __construct(string $file)
    {
        /** @var array<string, string> $messages */
        $messages = json_decode((string) file_get_contents($file), true, 2, \JSON_THROW_ON_ERROR);
        $lengths = [];
        foreach ($messages as $code => $message) {
            // A quoted brace stands for itself; one that is not names a value.
            $pieces = preg_split("/(?<!')\\{(\\w+)\\}/", $message, -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [];
            $pieces = array_map(static fn (string $piece): string => str_replace(["'{", "}'"], ['{', '}'], $piece), $pieces);
            if (1 === \count($pieces)) {
                $this->plain[$pieces[0]] = $code;
                continue;
            }
            $pattern = self::pattern($pieces);
            $this->patterns[$pattern] = $code;
            $said = array_filter($pieces, static fn (int $i): bool => 0 === $i % 2, \ARRAY_FILTER_USE_KEY);
            $lengths[$pattern] = \strlen(implode('', $said));
        }
        uksort($this->patterns, static fn (string $one, string $other): int => $lengths[$other] <=> $lengths[$one]);
    }

    /** @return array{string, array<string, string>}|null the code of a sentence and the values in it; null for one that is not known */
    public function find(string $sentence): ?array
    {
        if (isset($this->plain[$sentence])) {
            return [$this->plain[$sentence], []];
        }
        foreach ($this->patterns as $pattern => $code) {
            if (1 === preg_match($pattern, $sentence, $found)) {
                return [$code, array_filter($found, \is_string(...), \ARRAY_FILTER_USE_KEY)];
            }
        }

        return null;
    }

    /** @param list<string> $pieces what is said and what is named, in turn */
    private static function pattern(array $pieces): string
    {
        $pattern = '';
        $named = [];
        foreach ($pieces as $i => $piece) {
            if (0 === $i % 2) {
                $pattern .= preg_quote($piece, '/');
            } else {
                $pattern .= isset($named[$piece]) ? "\\k<$piece>" : "(?<$piece>.+?)";
                $named[$piece] = true;
            }
        }

        return "/^$pattern$/su";
    }
}
