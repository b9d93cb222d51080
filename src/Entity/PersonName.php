<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** A person's name as it is stored: in one form of Unicode, single blanks, and nothing in it that cannot be seen. */
final readonly class PersonName
{
    /** A whole name. */
    public const MOST = 120;
    /** A given or a family name. */
    public const MOST_PART = 60;
    /** Marks of direction, zero-width blanks, soft hyphens and the byte order mark: two names must not look alike and differ by these. */
    private const UNSEEN = '/[\x{AD}\x{61C}\x{180E}\x{200B}\x{200E}\x{200F}\x{202A}-\x{202E}\x{2060}-\x{206F}\x{FEFF}\x{FFF9}-\x{FFFB}]'
        // Joiners stay inside a word, where Persian and Indic names need them.
        .'|(?<![\p{L}\p{M}])[\x{200C}\x{200D}]|[\x{200C}\x{200D}](?![\p{L}\p{M}])/u';

    /** @return string empty where nothing is left, or where it is not UTF-8 */
    public static function clean(string $typed): string
    {
        $name = \Normalizer::normalize($typed, \Normalizer::FORM_C);
        $name = preg_replace([self::UNSEEN, '/[\p{Z}\t]+/u'], ['', ' '], false === $name ? '' : $name);

        return trim((string) $name);
    }

    /**
     * A whole name in two, for programs that want it so.
     *
     * @param string $called as somebody is called
     * @param string $family empty where nobody has said which that is
     *
     * @return array{string, string} given name and family name; the family name is empty where it is not known
     */
    public static function parts(string $name, string $called, string $family): array
    {
        return match (true) {
            '' === $family => ['' === $called ? $name : $called, ''],
            str_ends_with($name, " $family") => [substr($name, 0, -\strlen(" $family")), $family],
            str_starts_with($name, "$family ") => [substr($name, \strlen("$family ")), $family],
            default => [$called, $family],
        };
    }

    /**
     * @param string $path of the value, for the sentence
     *
     * @throws InvalidInput
     */
    public static function read(string $path, string $typed, int $most = self::MOST): string
    {
        $name = self::clean($typed);
        Range::checkText($path, $name, $most);

        return $name;
    }
}
