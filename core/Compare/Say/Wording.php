<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Say\Voice;

/** Says ticks, bars and places in plain words, in the counting style of the class. */
final readonly class Wording
{
    /** Note values by their ticks, as the catalogues name them. */
    private const VALUES = [
        1920 => 'half',
        960 => 'quarter',
        480 => 'eighth',
        240 => 'sixteenth',
        320 => 'eighthTriplet',
        160 => 'sixteenthTriplet',
        120 => 'thirtySecond',
    ];
    private const DOTTED = [2880 => 'dottedHalf', 1440 => 'dottedQuarter', 720 => 'dottedEighth', 360 => 'dottedSixteenth'];
    private const SIXTEENTH = 240;
    private const CYCLES = [5 * self::SIXTEENTH, 7 * self::SIXTEENTH];
    /** As many of a value as are still a distance. */
    private const MOST_VALUES = 12;
    /** Ticks below which a distance is only a touch. */
    private const TOUCH = 60;
    /** Strokes nearer to one another than this are a roll. */
    public const ROLL = 120;
    private const MOST_PLACES = 4;
    private const MOST_WORDS = 20;

    private Counting $counting;
    private int $barTicks;

    private CountingStyle $style;

    /** @param int $bars of the longer of the two patterns */
    public function __construct(Meter $meter, private Voice $voice, private int $bars)
    {
        $this->style = $voice->counting;
        $this->counting = new Counting($meter, $voice);
        $this->barTicks = $meter->barTicks();
    }

    /** "one sixteenth", "three sixteenths", "one bar", "about one eighth triplet", "a touch"; the sign is not said. */
    public function distance(int $ticks): string
    {
        $ticks = abs($ticks);
        if ($ticks < self::TOUCH) {
            return $this->voice->say('distance.touch');
        }
        $bars = intdiv($ticks, $this->barTicks);
        if (0 === $ticks % $this->barTicks && $bars <= self::MOST_VALUES) {
            return $this->voice->say('distance.bar', ['count' => $bars]);
        }
        [$best, $said] = [\PHP_INT_MAX, ''];
        foreach (self::VALUES as $length => $name) {
            $count = max(1, (int) round($ticks / $length));
            $off = abs($ticks - $count * $length);
            if ($off < $best && $count <= self::MOST_VALUES) {
                $exact = $this->voice->say("distance.$name", ['count' => $count]);
                [$best, $said] = [$off, $off > 0 ? $this->voice->say('distance.about', ['distance' => $exact]) : $exact];
            }
        }

        return $said;
    }

    /** How late or early: "one sixteenth late". */
    public function off(int $ticks): string
    {
        return $this->voice->say($ticks > 0 ? 'off.late' : 'off.early', ['distance' => $this->distance($ticks)]);
    }

    /** The note value of a tempo as a sign, where there is one: "♩.". */
    public static function sign(string $beat): ?string
    {
        return match ($beat) {
            '', '4' => '♩', '8' => '♪', '4.' => '♩.', '8.' => '♪.', default => null,
        };
    }

    /** The note value of a tempo: "♩.", "half note". */
    public static function beat(string $beat, Voice $voice): string
    {
        $ticks = Tempo::BEATS[$beat] ?? 0;

        return self::sign($beat) ?? $voice->say('note.'.(self::VALUES[$ticks] ?? self::DOTTED[$ticks] ?? 'whole'));
    }

    /** @return int the beginning of the sixteenth that a tick stands in */
    public static function step(int $tick): int
    {
        return $tick - $tick % self::SIXTEENTH;
    }

    /** A run in one note value: "sixteenths", "eighth triplets". */
    public function runOf(int $ticks): string
    {
        $name = self::VALUES[$ticks] ?? self::DOTTED[$ticks] ?? null;

        return null === $name
            ? $this->voice->say('run.every', ['count' => intdiv($ticks, self::SIXTEENTH)])
            : $this->voice->say("run.$name");
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
            $on = $this->on($this->inBar($ticks));

            return $this->bars > 1 ? $this->voice->say('on.inBars', ['on' => $on, 'bars' => $this->inBars($bars)]) : $on;
        }
        if (\count($ticks) > self::MOST_PLACES) {
            return $this->over($ticks);
        }
        if (CountingStyle::Syllables !== $this->style) {
            return $this->on($ticks);
        }

        return $this->voice->join(array_map(fn (int $bar): string => $this->voice->say('on.inBars', [
            'on' => $this->on(array_values(array_filter($ticks, fn (int $tick): bool => $this->bar($tick) === $bar))),
            'bars' => $this->voice->say('in.bar', ['bar' => $bar]),
        ]), $bars));
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

        return \count($bars) > 1 && null === $this->inEach($ticks) ? $this->several('together', $bars)
            : $this->inBars($bars);
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
     * @param non-empty-list<int> $ticks
     *
     * @return non-empty-list<int> ticks from the bar line
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

    /** @param array<int> $ticks at least one: "on beat 2 and beat 4", "just after beat 2", "on steps 5 and 13", "at 1.2 and 1.4" */
    private function on(array $ticks): string
    {
        $ticks = array_values($ticks);
        \assert([] !== $ticks);
        $key = match (true) {
            $this->counting->isBetween($ticks[0]) => 'on.after',
            CountingStyle::BarBeat === $this->style => 'on.barBeat',
            \count($ticks) < 2 || [] !== array_filter($ticks, $this->counting->isBetween(...)) => 'on.places',
            CountingStyle::Steps === $this->style => 'on.steps',
            default => 'on.beats',
        };

        return $this->voice->say($key, [
            'places' => $this->voice->join(array_map(fn (int $tick): string => $this->counting->place($tick, false), $ticks)),
            'numbers' => $this->voice->join(array_map($this->counting->number(...), $ticks)),
        ]);
    }

    /** @param list<int> $bars rising */
    public function inBars(array $bars): string
    {
        return match (true) {
            $this->bars < 2 => $this->voice->say('in.theBar'),
            \count($bars) === $this->bars => $this->voice->say('in.everyBar'),
            1 === \count($bars) => $this->voice->say('in.bar', ['bar' => $bars[0]]),
            default => $this->several('in', $bars),
        };
    }

    /** @param list<int> $bars "bar 1", "bars 1 and 3", "bars 2 to 4" */
    public function bars(array $bars): string
    {
        return match (\count($bars)) {
            0 => '',
            1 => $this->voice->say('bars.one', ['bar' => $bars[0]]),
            default => $this->several('bars', $bars),
        };
    }

    /**
     * "bars 1 and 3", "bars 2 to 4"; or how many where that would be long.
     *
     * @param string    $key  of the sentence around them
     * @param list<int> $bars two or more, rising
     */
    private function several(string $key, array $bars): string
    {
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
            return $this->voice->say("$key.count", ['count' => \count($bars)]);
        }
        $number = fn (int $bar): string => $this->voice->say('number', ['number' => $bar]);
        $words = fn (array $run): array => match ($run[1] - $run[0]) {
            0 => [$number($run[0])], 1 => [$number($run[0]), $number($run[1])],
            default => [$this->voice->say('bars.range', ['from' => $run[0], 'to' => $run[1]])],
        };

        return $this->voice->say("$key.list", ['bars' => $this->voice->join(array_merge(...array_map($words, $runs)))]);
    }

    /**
     * @param list<int> $bars
     *
     * @return bool whether these are all that there are, and are said as such
     */
    public function areAll(array $bars): bool
    {
        return 1 === $this->bars || \count($bars) === $this->bars;
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
}
