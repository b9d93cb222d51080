<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Rhythm\Counting;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;

/** Says ticks, bars and places in plain words, in the counting style of the class. */
final readonly class Wording
{
    private const VALUES = [
        3840 => 'whole note',
        1920 => 'half note',
        960 => 'quarter',
        480 => 'eighth',
        320 => 'eighth triplet',
        240 => 'sixteenth',
        160 => 'sixteenth triplet',
        120 => 'thirty-second',
        60 => 'sixty-fourth',
    ];
    private const NUMBERS = [
        1 => 'one',
        'two',
        'three',
        'four',
        'five',
        'six',
        'seven',
        'eight',
        'nine',
        'ten',
        'eleven',
        'twelve',
        'thirteen',
        'fourteen',
        'fifteen',
    ];
    private const MOST_PLACES = 3;
    private const MOST_WORDS = 20;

    private Counting $counting;
    private int $barTicks;

    /** @param int $bars of the longer of the two patterns */
    public function __construct(Meter $meter, private CountingStyle $style, private int $bars)
    {
        $this->counting = new Counting($meter, $style);
        $this->barTicks = $meter->barTicks();
    }

    /** "one sixteenth", "three sixteenths", "one bar", "37 ticks"; the sign is not said. */
    public function distance(int $ticks): string
    {
        $ticks = abs($ticks);
        if ($ticks === $this->barTicks) {
            return 'one bar';
        }
        foreach (self::VALUES as $length => $name) {
            $count = intdiv($ticks, $length);
            if (0 === $ticks % $length && $count > 0 && ($count < 4 || $length <= 240) && isset(self::NUMBERS[$count])) {
                return self::NUMBERS[$count].' '.$name.($count > 1 ? 's' : '');
            }
        }

        return "$ticks ticks";
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
     * Places for a sentence: "beat 2 and beat 4", "beat 4 in bars 1 and 3", "beat 4 in every bar", or only the bars when there are many.
     *
     * @param non-empty-list<int> $ticks written, rising
     */
    public function places(array $ticks): string
    {
        $inBar = array_values(array_unique(array_map(fn (int $tick): int => $tick - ($this->bar($tick) - 1) * $this->barTicks, $ticks)));
        $bars = array_values(array_unique(array_map($this->bar(...), $ticks)));
        if (
            \count($bars) > 1
            && \count($bars) * \count($inBar) === \count($ticks)
            && \count($inBar) <= self::MOST_PLACES
            && CountingStyle::Syllables === $this->style
        ) {
            $places = array_map(fn (int $tick): string => $this->counting->place($tick, false), $inBar);

            return 'on '.self::join($places).' '.$this->inBars($bars);
        }
        if (\count($ticks) <= self::MOST_PLACES) {
            return (
                1 === $this->bars && CountingStyle::BarBeat !== $this->style ? 'on ' : 'at '
            ).self::join(array_map($this->place(...), $ticks));
        }

        return $this->inBars($bars);
    }

    /** @param list<int> $bars rising */
    public function inBars(array $bars): string
    {
        $count = \count($bars);

        return match (true) {
            1 === $this->bars => 'in the bar',
            $count === $this->bars => 'in every bar',
            1 === $count => 'in bar '.implode('', $bars),
            $count <= 4 => 'in bars '.self::join(array_map(strval(...), $bars)),
            default => "in $count bars",
        };
    }

    /** @param list<int> $bars "bar 1", "bars 1 and 3" */
    public static function bars(array $bars): string
    {
        return [] === $bars ? '' : (1 === \count($bars) ? 'bar ' : 'bars ').self::join(array_map(strval(...), $bars));
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
