<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/** The bounds of numbers and the allowed shape of names, said in one way. */
final readonly class Range
{
    /** @throws InvalidInput */
    public static function check(string $name, int|float $value, int|float $low, int|float $high): void
    {
        if ($value < $low || $value > $high) {
            $said = json_encode($value);
            throw InvalidInput::at(
                $name,
                \PHP_INT_MAX === $high ? "$said is too small; use $low or more." : "$said is out of range; use $low to $high.",
            );
        }
    }

    /**
     * A name or title: 1 to $most characters, no control characters, not only blanks.
     *
     * @throws InvalidInput
     */
    public static function checkText(string $name, string $text, int $most): void
    {
        if ('' === trim($text) || mb_strlen($text) > $most || 1 === preg_match('/[\x00-\x1f\x7f]/', $text)) {
            throw InvalidInput::at($name, "this must be a text of 1 to $most characters on one line.");
        }
    }
}
