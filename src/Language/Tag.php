<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

/** A language that Pulsanda speaks, by its BCP 47 tag. */
enum Tag: string
{
    case AmericanEnglish = 'en-US';
    case BritishEnglish = 'en-GB';
    case German = 'de';
    case French = 'fr';
    case Spanish = 'es';
    case Arabic = 'ar';

    /** Its own name, for those who read it. */
    public function label(): string
    {
        return match ($this) {
            self::AmericanEnglish => 'English (US)',
            self::BritishEnglish => 'English (UK)',
            self::German => 'Deutsch',
            self::French => 'Français',
            self::Spanish => 'Español',
            self::Arabic => 'العربية',
        };
    }

    public function isEnglish(): bool
    {
        return self::AmericanEnglish === $this || self::BritishEnglish === $this;
    }

    /** @return string "ltr" or "rtl" */
    public function direction(): string
    {
        return self::Arabic === $this ? 'rtl' : 'ltr';
    }

    /** The language that is meant by a tag: itself, or the one that it is a kind of ("de-AT" is "de"); null for any other. */
    public static function meant(string $tag): ?self
    {
        $known = [];
        foreach (self::cases() as $one) {
            $known[strtolower($one->value)] = $one;
        }
        $wanted = strtolower(str_replace('_', '-', $tag));
        $kind = strstr($wanted, '-', true);

        $known['en'] = self::AmericanEnglish;

        return $known[$wanted] ?? $known[false === $kind ? $wanted : $kind] ?? null;
    }

    /**
     * @param array<string> $tags as a browser asks for them, best first
     *
     * @return self|null the first that is meant; null for none
     */
    public static function accepted(array $tags): ?self
    {
        foreach ($tags as $tag) {
            $meant = self::meant($tag);
            if (null !== $meant) {
                return $meant;
            }
        }

        return null;
    }

    /** The language of the terminal that a command is typed in, as the environment tells it ("de_AT.UTF-8"); null where it tells none. */
    public static function ofTerminal(): ?self
    {
        foreach (['LC_ALL', 'LC_MESSAGES', 'LANG'] as $name) {
            $value = (string) getenv($name);
            if ('' !== $value) {
                return self::meant((string) strtok($value, '.@'));
            }
        }

        return null;
    }
}
