<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** One line of a pattern's order: a section, and how often it is played in a row. */
final readonly class OrderEntry
{
    public const MOST_TIMES = 99;

    private function __construct(public string $section, public int $times)
    {
    }

    /** @throws InvalidInput */
    public static function of(string $section, int $times): self
    {
        Range::check('times', $times, 1, self::MOST_TIMES);

        return new self($section, $times);
    }
}
