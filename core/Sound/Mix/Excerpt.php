<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;

/** What of a pattern is mixed, and how. */
final readonly class Excerpt
{
    public const MOST_PASSES = 64;
    public const MOST_SECONDS = 1800;

    /**
     * @param int                     $from  tick of the pass
     * @param int                     $ticks that it lasts
     * @param array{string, int}|null $line  one row alone: its instrument, and which of its rows from 0
     */
    private function __construct(
        public int $from,
        public int $ticks,
        public int $passes,
        public float $speed,
        public bool $loop,
        public ?array $line,
    ) {
    }

    /** All of a pattern, so many times. */
    public static function whole(Pattern $pattern, int $passes = 1): self
    {
        Range::check('passes', $passes, 1, self::MOST_PASSES);

        return self::checked($pattern, new self(0, $pattern->ticks(), $passes, 1, false, null));
    }

    /**
     * One bar of the form, from 1.
     *
     * @throws InvalidInput when there is no such bar
     */
    public static function bar(Pattern $pattern, int $bar): self
    {
        $bars = intdiv($pattern->ticks(), $pattern->meter->barTicks());
        if ($bar < 1 || $bar > $bars) {
            throw InvalidInput::at('bar', \sprintf('there is no bar %d; choose one from 1 to %d.', $bar, $bars));
        }

        return self::checked($pattern, new self(($bar - 1) * $pattern->meter->barTicks(), $pattern->meter->barTicks(), 1, 1, false, null));
    }

    /**
     * The first time that a section is played, so many times.
     *
     * @throws InvalidInput when it is not in the order
     */
    public static function section(Pattern $pattern, string $name, int $passes = 1): self
    {
        Range::check('passes', $passes, 1, self::MOST_PASSES);
        $from = 0;
        foreach ($pattern->form() as $section) {
            $ticks = $section->bars * $pattern->meter->barTicks();
            if ($name === $section->name) {
                return self::checked($pattern, new self($from, $ticks, $passes, 1, false, null));
            }
            $from += $ticks;
        }

        $played = implode(', ', array_unique(array_map(static fn (Section $one): string => $one->name, $pattern->form())));
        throw InvalidInput::at('section', "no section \"$name\" is played; choose one of: $played.");
    }

    /** @param float $speed 1 for the pattern's own tempo */
    public function atSpeed(Pattern $pattern, float $speed): self
    {
        return self::checked($pattern, new self($this->from, $this->ticks, $this->passes, $speed, $this->loop, $this->line));
    }

    /** As a seamless loop: what rings on at its end is heard at its beginning. */
    public function asLoop(): self
    {
        return new self($this->from, $this->ticks, $this->passes, $this->speed, true, $this->line);
    }

    /** One row alone, cut off by the others as it is among them. */
    public function line(string $instrument, int $line): self
    {
        return new self($this->from, $this->ticks, $this->passes, $this->speed, $this->loop, [$instrument, $line]);
    }

    /** @return float seconds without what rings on */
    public function seconds(Pattern $pattern): float
    {
        return $pattern->tempo->seconds($this->ticks) * $this->passes / $this->speed;
    }

    private static function checked(Pattern $pattern, self $excerpt): self
    {
        return $excerpt->seconds($pattern) <= self::MOST_SECONDS ? $excerpt : throw InvalidInput::at(
            '',
            \sprintf(
                'This lasts %d seconds; at most %d are mixed at once, so take fewer passes or one section.',
                $excerpt->seconds($pattern),
                self::MOST_SECONDS,
            ),
        );
    }
}
