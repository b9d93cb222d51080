<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Refusals by their stable codes. The core and the controllers refuse in English sentences, which stand in lang/en/refusals.json with a
 * code each; from the sentence come the code and the values in it, and from these the sentence in the reader's language.
 */
final class Refusals
{
    /** What no sentence of the list is. */
    public const UNKNOWN = 'other';

    /** @var array<string, string>|null codes by sentences that name no value */
    private ?array $plain = null;
    /** @var array<string, string> codes by patterns of those that do, the most particular first */
    private array $patterns = [];

    public function __construct(
        #[Autowire('%kernel.project_dir%/lang/en/refusals.json')] private readonly string $file,
        private readonly Catalogues $catalogues,
        private readonly LoggerInterface $logger,
    ) {
    }

    /** @return array{string, array<string, string>} the code of an English sentence, and the values in it */
    public function codeOf(string $sentence): array
    {
        $this->read();
        if (isset($this->plain[$sentence])) {
            return [$this->plain[$sentence], []];
        }
        foreach ($this->patterns as $pattern => $code) {
            if (1 === preg_match($pattern, $sentence, $found)) {
                return [$code, array_filter($found, \is_string(...), \ARRAY_FILTER_USE_KEY)];
            }
        }
        $this->logger->error('A refusal has no code.', ['sentence' => $sentence]);

        return [self::UNKNOWN, []];
    }

    /** @param array<string, string> $values */
    public function say(Tag $tag, string $code, array $values): string
    {
        return $this->catalogues->say($tag, $code, $values);
    }

    private function read(): void
    {
        if (null !== $this->plain) {
            return;
        }
        /** @var array<string, string> $messages */
        $messages = json_decode((string) file_get_contents($this->file), true, 2, \JSON_THROW_ON_ERROR);
        $this->plain = [];
        $lengths = [];
        foreach ($messages as $code => $message) {
            // A quoted brace stands for itself; one that is not names a value.
            $pieces = preg_split("/(?<!')\\{(\\w+)\\}/", $message, -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [];
            $pieces = array_map(static fn (string $piece): string => str_replace(["'{", "}'"], ['{', '}'], $piece), $pieces);
            if (1 === \count($pieces)) {
                $this->plain[$pieces[0]] = $code;
                continue;
            }
            $pattern = '';
            $length = 0;
            $named = [];
            foreach ($pieces as $i => $piece) {
                if (0 === $i % 2) {
                    $pattern .= preg_quote($piece, '/');
                    $length += \strlen($piece);
                } else {
                    $pattern .= isset($named[$piece]) ? "\\k<$piece>" : "(?<$piece>.+?)";
                    $named[$piece] = true;
                }
            }
            $this->patterns["/^$pattern$/su"] = $code;
            $lengths["/^$pattern$/su"] = $length;
        }
        uksort($this->patterns, static fn (string $one, string $other): int => $lengths[$other] <=> $lengths[$one]);
    }
}
