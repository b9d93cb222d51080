<?php

declare(strict_types=1);

namespace Pulsanda\Core\Say;

use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Names places in the words of a class. Halves and quarters are counted in simple time (1 e & a), eighths or sixteenths in all others.
 */
final readonly class Counting
{
    private const SIXTEENTH = 240;

    private CountingStyle $style;

    public function __construct(private Meter $meter, private Voice $voice)
    {
        $this->style = $voice->counting;
    }

    /**
     * The place in prose: "beat 3 &", "bar 2, beat 3 &", "step 27", "2.3". Triplets and 32nds between the counted places have words of
     * their own: "step 5 trip", "2.3 let", "beat 3 & ta", "step 27½". What else falls between is "just after" the place before.
     *
     * @param int  $tick from the first bar line
     * @param bool $bar  whether to name the bar, which a pattern of one bar does not need
     */
    public function place(int $tick, bool $bar = true): string
    {
        $number = $this->number($tick);
        $place = match ($this->style) {
            CountingStyle::Steps => $this->voice->say('place.step', ['step' => $number]),
            CountingStyle::BarBeat => $number,
            CountingStyle::Syllables => $this->voice->say('place.beat', ['beat' => $number]),
        };
        $said = $this->isBetween($tick) ? $this->voice->say('place.after', ['place' => $place]) : $place;

        return $bar && CountingStyle::Syllables === $this->style
            ? $this->voice->say('place.inBar', ['bar' => $this->bar($tick), 'place' => $said]) : $said;
    }

    /** The place without its noun: "27", "27½", "3 &" ("3 +", "3 et" or "3 y" in other languages), "3 let", "2.3". */
    public function number(int $tick): string
    {
        $bar = $this->bar($tick);
        $in = $tick - ($bar - 1) * $this->meter->barTicks();
        $known = $this->countedPlace($in);
        [$known, $more] = $known === $in ? [$in, ''] : $this->between($in) ?? [$known, ''];

        return match ($this->style) {
            CountingStyle::Steps => $this->step($tick - $in + $known),
            CountingStyle::BarBeat => $bar.'.'.$this->barBeat($known),
            CountingStyle::Syllables => $this->beat($known),
        }.$more;
    }

    /** Whether a place falls between those that are counted. */
    public function isBetween(int $tick): bool
    {
        $in = $tick - ($this->bar($tick) - 1) * $this->meter->barTicks();

        return $this->countedPlace($in) !== $in && null === $this->between($in);
    }

    /** @return array{int, string}|null a counted place, and the word for the triplet or 32nd that comes after it; null for anything else */
    private function between(int $in): ?array
    {
        $unit = $this->meter->unitTicks();
        $rest = $in % $unit;
        $before = $in - intdiv(self::SIXTEENTH, 2);

        return match (true) {
            $this->meter->unit <= 4 && 0 === 3 * $rest % $unit => [$in - $rest, $unit === 3 * $rest ? ' trip' : ' let'],
            0 !== $before % self::SIXTEENTH || $this->countedPlace($before) !== $before => null,
            default => [$before, CountingStyle::Syllables === $this->style ? ' ta' : '½'],
        };
    }

    public function barTicks(): int
    {
        return $this->meter->barTicks();
    }

    /** @return int the bar's number, from 1 */
    public function bar(int $tick): int
    {
        return 1 + (int) floor($tick / $this->meter->barTicks());
    }

    /**
     * Every place that has a word, for a sheet's header: the word to print, the place to say, and its weight
     * (3 first of the bar, 2 first of a group, 1 beat, 0 else).
     *
     * @return list<array{at: int, word: string, say: string, weight: int}> by rising tick
     */
    public function words(int $bars): array
    {
        $words = [];
        for ($tick = 0, $end = $bars * $this->meter->barTicks(); $tick < $end; $tick += 80) {
            $in = $tick % $this->meter->barTicks();
            if ($this->countedPlace($in) === $in) {
                $words[] = [
                    'at' => $tick,
                    'word' => $this->word($tick, $in),
                    'say' => $this->place($tick, $bars > 1),
                    'weight' => $this->weight($in),
                ];
            }
        }

        return $words;
    }

    /** @return int 3, 2, 1 or 0: how strong the place is in its bar, $in in ticks from the bar line */
    public function weight(int $in): int
    {
        return match (true) {
            0 === $in => 3,
            \in_array($in, $this->meter->groupStarts(), true) => $this->hasRealGroups() ? 2 : 1,
            0 === $in % $this->meter->unitTicks() => $this->hasRealGroups() && $this->meter->unit >= 8 ? 0 : 1,
            default => 0,
        };
    }

    private function hasRealGroups(): bool
    {
        return \count($this->meter->groups) < $this->meter->count;
    }

    private function word(int $tick, int $in): string
    {
        return match ($this->style) {
            CountingStyle::Steps => (string) $this->step($tick),
            CountingStyle::BarBeat => 0 === $in % $this->meter->unitTicks()
                ? $this->bar($tick).'.'.$this->barBeat($in)
                : (string) (1 + intdiv($in % $this->meter->unitTicks(), self::SIXTEENTH)),
            CountingStyle::Syllables => 0 === $in % $this->meter->unitTicks() ? $this->beat($in) : substr(
                strrchr($this->beat($in), ' ') ?: '',
                1,
            ),
        };
    }

    private function step(int $tick): int
    {
        return 1 + (int) floor($tick / self::SIXTEENTH);
    }

    /** "3", "3 e", "3 trip" … for a counted place, in ticks from the bar line. */
    private function beat(int $in): string
    {
        $unit = $this->meter->unitTicks();
        $rest = $in % $unit;
        $syllable = match (true) {
            0 === $rest => '',
            2 * $rest === $unit => ' '.$this->voice->say('count.and'),
            4 * $rest === $unit => ' e',
            4 * $rest === 3 * $unit => ' a',
            3 * $rest === $unit => ' trip',
            default => ' let',
        };

        return (1 + intdiv($in, $unit)).$syllable;
    }

    private function barBeat(int $in): string
    {
        $unit = $this->meter->unitTicks();
        $sixteenth = intdiv($in % $unit, self::SIXTEENTH);

        return (1 + intdiv($in, $unit)).(0 === $sixteenth ? '' : '.'.(1 + $sixteenth));
    }

    /** The last place at or before $in that has a word of its own. */
    private function countedPlace(int $in): int
    {
        $unit = $this->meter->unitTicks();
        if (CountingStyle::Syllables === $this->style) {
            $simple = $this->meter->unit <= 4;
            if ($simple && 0 === ($in % $unit * 3) % $unit) {
                return $in;
            }

            return $in - $in % intdiv($unit, $simple ? 4 : 2);
        }

        return $in - $in % min($unit, self::SIXTEENTH);
    }
}
