<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Meter;

/**
 * A row as places: "1 8 11 15", "2 & 4 a", "on 2 and 4", "1-16", "odd", "eighths", "all 8", "2.3". What bare numbers count is decided for
 * the whole text; docs/typed.md has the rules.
 */
final readonly class TypedPlaces
{
    private const STEP = 240;
    private const SIMPLE = [
        'e' => 240, '&' => 480, '+' => 480, 'and' => 480, 'n' => 480, 'und' => 480, 'et' => 480, 'y' => 480, 'a' => 720,
        'trip' => 320, 'let' => 640, 'la' => 320, 'li' => 640,
    ];
    private const COMPOUND = ['&' => 240, '+' => 240, 'and' => 240, 'n' => 240, 'und' => 240, 'et' => 240, 'y' => 240];
    /** Words for a stroke on every one of a note value. */
    private const VALUES = [
        'quarter' => 960, 'quarters' => 960, 'crotchets' => 960, '4ths' => 960,
        'eighth' => 480, 'eighths' => 480, 'quavers' => 480, '8ths' => 480,
        'sixteenth' => 240, 'sixteenths' => 240, 'semiquavers' => 240, '16ths' => 240, 'triplet' => 320, 'triplets' => 320,
        'viertel' => 960, 'achtel' => 480, 'sechzehntel' => 240, 'triolen' => 320,
        'noires' => 960, 'croches' => 480, 'doubles-croches' => 240, 'triolets' => 320,
        'negras' => 960, 'corcheas' => 480, 'semicorcheas' => 240, 'tresillos' => 320,
    ];
    /** Between two beats that are listed, or the second half of a beat. */
    private const AND = ['and', 'und', 'et', 'y'];
    private const EVERY = ['odd' => [0, 2], 'even' => [1, 2], 'all' => [0, 1]];
    private const FILLERS = [
        'on', 'auf', 'sur', 'en', 'the', 'beat', 'beats', 'step', 'steps', 'count', 'counts', 'every', 'each', 'note', 'notes',
    ];

    /**
     * @param list<string> $words  without fillers
     * @param bool         $beats  whether something in it can only be beats
     * @param bool         $steps  or only steps
     * @param list<string> $either numbers that could be both
     */
    private function __construct(
        private array $words,
        private Meter $meter,
        private string $place,
        public bool $beats,
        public bool $steps,
        public array $either,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(string $text, Meter $meter, string $place): self
    {
        $text = mb_strtolower(trim($text));
        $words = self::words($text);
        $isList = [] !== array_intersect(['on', 'auf', 'sur', 'en', 'beats', 'steps'], $words) || str_contains($text, ',');
        $kept = $either = [];
        [$beats, $steps, $only] = [false, [] !== array_intersect(['step', 'steps', 'odd', 'even'], $words), ''];
        $isNumber = static fn (?string $word): bool => null !== $word && 1 === preg_match('/^[(>]*\d+[)!>]*$/u', $word);
        foreach ($words as $i => $word) {
            $between = \in_array($word, self::AND, true) && $isNumber($words[$i - 1] ?? null) && $isNumber($words[$i + 1] ?? null);
            if ($between && !$isList) {
                throw InvalidInput::at($place, \sprintf(
                    '"%1$s and %2$s" can be two beats, or a beat, its "and", and another; write "on %1$s and %2$s" or "%1$s & %2$s".',
                    $words[$i - 1] ?? '',
                    $words[$i + 1] ?? '',
                ));
            }
            if ($between || \in_array($word, self::FILLERS, true)) {
                continue;
            }
            $kept[] = $word;
            [$bare] = self::level($word);
            $beats = $beats || isset(self::SIMPLE[$bare]) || 1 === preg_match('/^\d+(\.\d|[&+\pL])/u', $bare);
            if (1 === preg_match('/^(\d{1,3})(?:[-–](\d{1,3}))?$/u', $bare, $match)) {
                $last = (int) ($match[2] ?? $match[1]);
                [$steps, $only] = $last > $meter->count ? [true, $bare] : [$steps, $only];
                $either[] = $bare;
            }
        }
        $isAll = 'all' === ($kept[0] ?? '') && 2 === \count($kept);
        $isSaid = [] !== array_intersect(['beat', 'beats', 'count', 'counts'], $words);
        $beats = $beats || $isSaid || (\in_array('on', $words, true) && !$steps);
        if ($beats && $steps) {
            throw InvalidInput::at(
                $place,
                "\"$only\" is no beat, since a bar of $meter has beats 1 to $meter->count, and the rest counts beats; write it in one way.",
            );
        }

        return new self($kept, $meter, $place, $beats, $steps, $isAll || $beats || $steps ? [] : $either);
    }

    /**
     * @param int $bars through which goes what names no bar
     *
     * @return list<array{int, Level}> ticks
     *
     * @throws InvalidInput
     */
    public function hits(Numbers $numbers, int $bars): array
    {
        $numbers = match (true) {
            $this->beats => Numbers::Beats, $this->steps => Numbers::Steps, default => $numbers,
        };
        if ('all' === ($this->words[0] ?? '') && 2 === \count($this->words)) {
            return $this->evenly((int) $this->words[1], $bars);
        }
        $hits = [];
        $beat = null;
        foreach ($this->words as $word) {
            [$bare, $level] = self::level($word);
            $every = self::VALUES[$bare] ?? null;
            [$beat, $ats] = match (true) {
                null !== $every => [null, range(0, $bars * $this->meter->barTicks() - 1, $every)],
                isset(self::EVERY[$bare]) => [null, array_map(
                    static fn (int $step): int => $step * self::STEP,
                    range(self::EVERY[$bare][0], intdiv($bars * $this->meter->barTicks(), self::STEP) - 1, self::EVERY[$bare][1]),
                )],
                Numbers::Steps === $numbers => [null, $this->steps($bare)],
                1 === preg_match('/^\d{1,2}\.\d{1,2}(\.[1-4])?$/', $bare) => [null, [$this->barBeat($bare)]],
                default => $this->counted($bare, $beat, $bars),
            };
            foreach ($ats as $at) {
                if (isset($hits[$at])) {
                    throw InvalidInput::at(
                        $this->place,
                        "\"$bare\" stands here twice; a number that belongs to a name has a colon behind it, as \"tom 1:\".",
                    );
                }
                $hits[$at] = [$at, $level];
            }
        }
        ksort($hits);

        return array_values($hits);
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

    /** @return list<array{int, Level}> so many strokes a bar */
    private function evenly(int $count, int $bars): array
    {
        $bar = $this->meter->barTicks();
        if ($count < 1 || 0 !== $bar % $count || $bar / $count < self::STEP / 4) {
            throw InvalidInput::at($this->place, "\"all $count\": a bar of $this->meter cannot be parted evenly in $count.");
        }

        return array_map(static fn (int $at): array => [$at, Level::Firm], range(0, $bars * $bar - 1, intdiv($bar, $count)));
    }

    /** @return list<int> ticks */
    private function steps(string $word): array
    {
        $bar = intdiv($this->meter->barTicks(), self::STEP);
        $most = $bar * Section::MOST_BARS;
        if (1 !== preg_match('/^(\d{1,3})(?:[-–](\d{1,3}))?$/u', $word, $match)) {
            throw $this->unknown($word);
        }
        [$from, $to] = [(int) $match[1], (int) ($match[2] ?? $match[1])];
        if ($from < 1 || $to < $from || $to > $most) {
            throw InvalidInput::at($this->place, "\"$word\": steps go from 1 to $bar in the first bar, and on to $most.");
        }

        return array_map(static fn (int $step): int => ($step - 1) * self::STEP, range($from, $to));
    }

    /** @param string $word bar, beat and, where it is there, the sixteenth of the beat */
    private function barBeat(string $word): int
    {
        [$bar, $beat, $part] = array_map(intval(...), explode('.', $word)) + [0, 0, 1];
        if ($bar < 1 || $bar > Section::MOST_BARS || $beat < 1 || $beat > $this->meter->count) {
            throw InvalidInput::at($this->place, "\"$word\" is no bar and beat of {$this->meter}.");
        }

        return ($bar - 1) * $this->meter->barTicks() + ($beat - 1) * $this->meter->unitTicks() + ($part - 1) * self::STEP;
    }

    /** @return array{int|null, list<int>} the beat that syllables follow, and ticks in every bar */
    private function counted(string $word, ?int $beat, int $bars): array
    {
        $unit = $this->meter->unitTicks();
        $syllables = 4 === $this->meter->unit ? self::SIMPLE : self::COMPOUND;
        if (1 === preg_match('/^(\d{1,2})(?:[-–](\d{1,2}))?$/u', $word, $match)) {
            [$beat, $to] = [(int) $match[1], (int) ($match[2] ?? $match[1])];
            if ($beat < 1 || $to < $beat || $to > $this->meter->count) {
                throw InvalidInput::at($this->place, "\"$word\": a bar of $this->meter has beats 1 to {$this->meter->count}.");
            }
            $ats = array_map(static fn (int $one): int => ($one - 1) * $unit, range($beat, $to));
        } elseif (1 === preg_match('/^(\d{1,2})?(\D+)$/u', $word, $match) && isset(self::SIMPLE[$match[2]])) {
            [$beat, $word] = ['' === $match[1] ? $beat : (int) $match[1], $match[2]];
            if (null !== $beat && ($beat < 1 || $beat > $this->meter->count)) {
                throw InvalidInput::at($this->place, "\"$beat\": a bar of $this->meter has beats 1 to {$this->meter->count}.");
            }
            if (null === $beat || !isset($syllables[$word])) {
                $known = implode(', ', array_keys($syllables));
                throw InvalidInput::at($this->place, "\"$word\" is no counting word here; after a beat's number stand $known.");
            }
            $ats = [($beat - 1) * $unit + $syllables[$word]];
        } else {
            throw $this->unknown($word);
        }
        $all = [];
        for ($bar = 0; $bar < $bars; ++$bar) {
            array_push($all, ...array_map(fn (int $at): int => $bar * $this->meter->barTicks() + $at, $ats));
        }

        return [$beat, $all];
    }

    /**
     * "2a" is one place; "1e&a", in which more is glued, is parted.
     *
     * @return list<string>
     */
    private static function words(string $text): array
    {
        $words = [];
        foreach (preg_split('/[\s,;]+|(?<=[&+])(?=\d)/u', $text, -1, \PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            if (1 === preg_match('/^(\d{1,2})((?:trip|let|and|und|et|la|li|e|&|\+|n|y|a){2,})$/u', $word, $match)) {
                preg_match_all('/trip|let|and|und|et|la|li|e|&|\+|n|y|a/u', $match[2], $parts);
                array_push($words, $match[1], ...$parts[0]);
            } else {
                $words[] = $word;
            }
        }

        return $words;
    }

    private function unknown(string $word): InvalidInput
    {
        $word = mb_substr($word, 0, 20);

        return InvalidInput::at(
            $this->place,
            "\"$word\" is no step and no counting word; write numbers, a range such as 1-16, odd, even, eighths, or words such as 2 & 4 a.",
        );
    }
}
