<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** The name typed at sign-in, as it is stored and counted: in small letters, in one form of Unicode, without what cannot be seen. */
final readonly class SignInName
{
    public const MOST = 60;

    /** @return string|null null for what can be no name: empty, too long, with control characters, or not UTF-8 */
    public static function canonical(string $typed): ?string
    {
        if (!mb_check_encoding($typed, 'UTF-8') || mb_strlen($typed) > 4 * self::MOST) {
            return null;
        }
        $name = \Normalizer::normalize(trim($typed, ' '), \Normalizer::FORM_KC);
        if (false === $name || '' === $name || 1 === preg_match('/[\p{C}\p{Z}]/u', $name)) {
            return null;
        }
        $name = mb_strtolower($name);

        return mb_strlen($name) <= self::MOST ? $name : null;
    }
}
