<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Rhythm\Counting;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;

/** Says ticks, bars and places in plain words, in the counting style of the class. */
final readonly class Wording
{
    private const VALUES = [
        1920 => 'half note',
        960 => 'quarter',
        480 => 'eighth',
        240 => 'sixteenth',
        320 => 'eighth triplet',
        160 => 'sixteenth triplet',
        120 => 'thirty-second',
    ];
    private const DOTTED = [2880 => 'dotted half note', 1440 => 'dotted quarter', 720 => 'dotted eighth', 360 => 'dotted sixteenth'];
    private const SIXTEENTH = 240;
    private const CYCLES = [5 * self::SIXTEENTH, 7 * self::SIXTEENTH];
    private const NUMBERS = [1 => 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
    /** Ticks below which a distance is only a touch. */
    private const TOUCH = 60;
    /** Strokes nearer to one another than this are a roll. */
    public const ROLL = 120;
    private const MOST_PLACES = 4;
    private const MOST_WORDS = 20;

    private Counting $counting;
    private int $barTicks;

    /** @param int $bars of the longer of the two patterns */
    public function __construct(Meter $meter, private CountingStyle $style, private int $bars)
    {
        $this->counting = new Counting($meter, $style);
        $this->barTicks = $meter->barTicks();
    }

    /** "one sixteenth", "three sixteenths", "one bar", "about one eighth triplet", "a touch"; the sign is not said. */
    public function distance(int $ticks): string
    {
        $ticks = abs($ticks);
        if ($ticks < self::TOUCH) {
            return 'a touch';
        }
        if (0 === $ticks % $this->barTicks && isset(self::NUMBERS[$ticks / $this->barTicks])) {
            return self::counted(intdiv($ticks, $this->barTicks), 'bar');
        }
        [$best, $said] = [\PHP_INT_MAX, ''];
        foreach (self::VALUES as $length => $name) {
            $count = max(1, (int) round($ticks / $length));
            $off = abs($ticks - $count * $length);
            if ($off < $best && isset(self::NUMBERS[$count])) {
                [$best, $said] = [$off, ($off > 0 ? 'about ' : '').self::counted($count, $name)];
            }
        }

        return $said;
    }

    private static function counted(int $count, string $name): string
    {
        return self::NUMBERS[$count].' '.$name.($count > 1 ? 's' : '');
    }

    /** The note value of a tempo: "♩.", "half note". */
    public static function beat(string $beat): string
    {
        $name = match ($beat) {
            '', '4' => '♩', '8' => '♪', '4.' => '♩.', '8.' => '♪.', default => null,
        };

        return $name ?? (str_ends_with($beat, '.') ? 'dotted ' : '').(self::VALUES[Tempo::BEATS[rtrim($beat, '.')] ?? 0] ?? 'whole note');
    }

    /** @return int the beginning of the sixteenth that a tick stands in */
    public static function step(int $tick): int
    {
        return $tick - $tick % self::SIXTEENTH;
    }

    /** A run in one note value: "sixteenths", "eighth triplets". */
    public static function runOf(int $ticks): string
    {
        return match (true) {
            isset(self::VALUES[$ticks]) => self::VALUES[$ticks].'s',
            isset(self::DOTTED[$ticks]) => self::DOTTED[$ticks].'s',
            default => 'a hit every '.(self::NUMBERS[intdiv($ticks, self::SIXTEENTH)] ?? intdiv($ticks, self::SIXTEENTH)).' sixteenths',
        };
    }

    /** Whether a run of strokes so far apart has a name: a note value, dotted or not, or a cycle of five or seven sixteenths. */
    public static function isRun(int $ticks): bool
    {
        return isset(self::VALUES[$ticks]) || isset(self::DOTTED[$ticks]) || \in_array($ticks, self::CYCLES, true);
    }

    /** The place of a written tick: "beat 4", and "bar 2, beat 4" where there are several bars. */
    public function place(int $tick): string
    {
        return $this->counting->place($tick, $this->bars > 1);
    }

    public function bar(int $tick): int
    {
        return max(1, $this->counting->bar($tick));
    }

    /**
     * Where it happens: "on beat 2 and beat 4", "on beat 4 in bars 1 to 3", "on beat 4 in every bar", or only the bars when there are many
     * places.
     *
     * @param non-empty-list<int> $ticks written, rising
     */
    public function places(array $ticks): string
    {
        $ticks = self::withoutRolls($ticks);
        $bars = array_values(array_unique(array_map($this->bar(...), $ticks)));
        if ($this->areAlike($ticks)) {
            return $this->on($this->inBar($ticks)).($this->bars > 1 ? ' '.$this->inBars($bars) : '');
        }
        if (\count($ticks) > self::MOST_PLACES) {
            return $this->over($ticks);
        }
        if (CountingStyle::Syllables !== $this->style) {
            return $this->on($ticks);
        }

        return self::join(array_map(fn (int $bar): string => $this->on(
            array_values(array_filter($ticks, fn (int $tick): bool => $this->bar($tick) === $bar)),
        )." in bar $bar", $bars));
    }

    /**
     * How many are meant of each bar, where places() speaks of several bars at once and each has as many.
     *
     * @param non-empty-list<int> $ticks written, rising
     *
     * @return int|null null where they are meant all together
     */
    public function inEach(array $ticks): ?int
    {
        $counts = array_count_values(array_map($this->bar(...), $ticks));
        $together = $this->areAlike($ticks) || \count($ticks) > self::MOST_PLACES;

        return $together && \count($counts) > 1 && 1 === \count(array_unique($counts)) ? reset($counts) : null;
    }

    /**
     * Only the bars: "in every bar" and "in bars 1 and 3" where each has as many, else "in bars 1 to 3 together".
     *
     * @param non-empty-list<int> $ticks written, rising
     */
    public function over(array $ticks): string
    {
        $bars = array_values(array_unique(array_map($this->bar(...), $ticks)));

        return \count($bars) > 1 && null === $this->inEach($ticks) ? 'in '.self::bars($bars).' together' : $this->inBars($bars);
    }

    /**
     * @param non-empty-list<int> $ticks
     *
     * @return bool whether it is the same few places in each of the bars; steps are counted on through the bars, so that these never are
     */
    private function areAlike(array $ticks): bool
    {
        $places = \count($this->inBar($ticks));
        $bars = \count(array_unique(array_map($this->bar(...), $ticks)));

        return CountingStyle::Syllables === $this->style && $places <= self::MOST_PLACES && $places * $bars === \count($ticks);
    }

    /**
     * @param list<int> $ticks
     *
     * @return list<int> ticks from the bar line
     */
    private function inBar(array $ticks): array
    {
        return array_values(array_unique(array_map(fn (int $tick): int => $tick - ($this->bar($tick) - 1) * $this->barTicks, $ticks)));
    }

    /** @param list<int> $bars */
    public function isLast(array $bars): bool
    {
        return max([0, ...$bars]) >= $this->bars;
    }

    /**
     * The first stroke of each roll.
     *
     * @param non-empty-list<int> $ticks rising
     *
     * @return non-empty-list<int>
     */
    public static function withoutRolls(array $ticks): array
    {
        $first = [$ticks[0]];
        foreach (\array_slice($ticks, 1) as $i => $tick) {
            if ($tick - $ticks[$i] >= self::ROLL) {
                $first[] = $tick;
            }
        }

        return $first;
    }

    /** @param list<int> $ticks "on beat 2 and beat 4", "just after beat 2", "on steps 5 and 13", "at 1.2 and 1.4" */
    private function on(array $ticks): string
    {
        $places = array_map(fn (int $tick): string => $this->counting->place($tick, false), $ticks);
        $after = array_filter($places, static fn (string $place): bool => str_starts_with($place, 'just after'));
        if ([] === $after && CountingStyle::Steps === $this->style && \count($places) > 1) {
            return 'on steps '.self::join(array_map(static fn (string $place): string => substr($place, 5), $places));
        }
        $on = CountingStyle::BarBeat === $this->style ? 'at ' : 'on ';

        return (isset($after[0]) ? '' : $on).self::join($places);
    }

    /** @param list<int> $bars rising */
    public function inBars(array $bars): string
    {
        return match (true) {
            1 === $this->bars => 'in the bar',
            \count($bars) === $this->bars => 'in every bar',
            default => 'in '.self::bars($bars),
        };
    }

    /** @param list<int> $bars "bar 1", "bars 1 and 3", "bars 2 to 4" */
    public static function bars(array $bars): string
    {
        if (\count($bars) < 2) {
            return [] === $bars ? '' : "bar $bars[0]";
        }
        $runs = [];
        foreach ($bars as $bar) {
            $last = array_key_last($runs);
            if (null !== $last && $runs[$last][1] === $bar - 1) {
                $runs[$last][1] = $bar;
            } else {
                $runs[] = [$bar, $bar];
            }
        }

        if (\count($runs) > self::MOST_PLACES) {
            return \count($bars).' bars';
        }
        $words = static fn (array $run): array => match ($run[1] - $run[0]) {
            0 => ["$run[0]"], 1 => ["$run[0]", "$run[1]"], default => ["$run[0] to $run[1]"],
        };

        return 'bars '.self::join(array_merge(...array_map($words, $runs)));
    }

    /** The first of the sentences that has at most 20 words; the last if none has. */
    public static function shortEnough(string ...$sentences): string
    {
        foreach ($sentences as $sentence) {
            if (\count(explode(' ', $sentence)) <= self::MOST_WORDS) {
                return $sentence;
            }
        }

        return $sentence ?? '';
    }

    /** @param list<string> $items "a", "a and b", "a, b and c" */
    public static function join(array $items): string
    {
        $last = array_pop($items);

        return [] === $items ? (string) $last : implode(', ', $items).' and '.$last;
    }
}
