<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/**
 * A row as places: step numbers (sixteenths, on through the bars), ranges, "odd", "even", "all"; or, where one of the words is a syllable,
 * counting words. (5) is a ghost, >5 or 5! an accent.
 */
final readonly class TypedPlaces
{
    private const STEP = 240;
    private const SIMPLE = ['e' => 240, '&' => 480, '+' => 480, 'and' => 480, 'n' => 480, 'a' => 720, 'trip' => 320, 'let' => 640];
    private const COMPOUND = ['&' => 240, '+' => 240, 'and' => 240, 'n' => 240];

    /**
     * @param int $bars that "odd", "even" and "all" fill
     *
     * @return list<array{Instrument, int, int}> instrument, tick and velocity of every hit
     *
     * @throws InvalidInput
     */
    public static function read(string $text, Instrument $instrument, Meter $meter, string $place, int $bars = 1): array
    {
        $words = preg_split('/[\s,]+/u', mb_strtolower(trim($text)), -1, \PREG_SPLIT_NO_EMPTY) ?: [];
        $counted = 1 === preg_match('/(^|[\s,\d])(e|&|\+|and|n|a|trip|let)($|[\s,!)])/u', mb_strtolower($text));
        $hits = [];
        $beat = null;
        foreach ($words as $word) {
            [$bare, $level] = self::level($word);
            if ($counted) {
                [$beat, $ats] = self::counted($bare, $beat, $meter, $place);
            } else {
                $ats = self::steps($bare, $meter, $place, $bars);
            }
            foreach ($ats as $at) {
                $hits[] = [$instrument, $at, $level->entry()];
            }
        }

        return $hits;
    }

    /** @return array{string, Level} the word without what says how hard */
    private static function level(string $word): array
    {
        return match (true) {
            1 === preg_match('/^\((.+)\)$/u', $word, $match) => [$match[1], Level::Ghost],
            1 === preg_match('/^>(.+)$/u', $word, $match), 1 === preg_match('/^(.+)[!>]$/u', $word, $match) => [$match[1], Level::Accent],
            default => [$word, Level::Firm],
        };
    }

    /** @return list<int> ticks */
    private static function steps(string $word, Meter $meter, string $place, int $bars): array
    {
        $bar = intdiv($meter->barTicks(), self::STEP);
        $most = $bar * Section::MOST_BARS;
        if (1 === preg_match('/^(\d{1,3})(?:[-–](\d{1,3}))?$/u', $word, $match)) {
            [$from, $to] = [(int) $match[1], (int) ($match[2] ?? $match[1])];
            if ($from < 1 || $to < $from || $to > $most) {
                throw InvalidInput::at($place, "\"$word\": steps go from 1 to $bar in the first bar, and on to $most.");
            }

            return array_map(static fn (int $step): int => ($step - 1) * self::STEP, range($from, $to));
        }
        $every = ['odd' => [0, 2], 'even' => [1, 2], 'all' => [0, 1]][$word] ?? throw InvalidInput::at(
            $place,
            "\"$word\" is no step; write numbers, a range such as 1-16, odd, even, all, or counting words such as 2 & 4 a.",
        );

        return array_map(static fn (int $step): int => $step * self::STEP, range($every[0], $bar * $bars - 1, $every[1]));
    }

    /** @return array{int, list<int>} the beat that syllables follow, and ticks */
    private static function counted(string $word, ?int $beat, Meter $meter, string $place): array
    {
        $unit = $meter->unitTicks();
        $syllables = 4 === $meter->unit ? self::SIMPLE : self::COMPOUND;
        if (1 === preg_match('/^(\d{1,2})(\D*)$/u', $word, $match)) {
            $beat = (int) $match[1];
            if ($beat < 1 || $beat > $meter->count) {
                throw InvalidInput::at($place, "\"$word\": a bar of $meter has beats 1 to $meter->count.");
            }
            if ('' === $match[2]) {
                return [$beat, [($beat - 1) * $unit]];
            }
            $word = $match[2];
        }
        if (null === $beat || !isset($syllables[$word])) {
            $known = implode(', ', array_keys($syllables));
            throw InvalidInput::at($place, "\"$word\" is no counting word here; after a beat's number stand $known.");
        }

        return [$beat, [($beat - 1) * $unit + $syllables[$word]]];
    }
}
