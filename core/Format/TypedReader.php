<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Reads a pattern as it stands in books and on paper, a line an instrument:
 *
 *     kick 1 8 11 15          step numbers, on through the bars
 *     closed hat 1-16         a range; "odd", "even", "all", in every bar
 *     snare 2 & 4 a           counting words, where one of them is no number
 *     hh x-x-x-x-|X-x-x-xo    a grid: X accent, x hit, s soft, g or ( ) ghost, o open, f flam, - . _ nothing
 *     bar 2:                  from here on in that bar
 */
final readonly class TypedReader
{
    public const MOST_TEXT = 20_000;

    /**
     * The rows that a text names, over as many bars as it fills.
     *
     * @throws InvalidInput naming the line and the word
     */
    public static function section(string $text, Meter $meter, string $name = 'A', int $least = 1): Section
    {
        if (mb_strlen($text) > self::MOST_TEXT) {
            throw InvalidInput::at('text', \sprintf('this is longer than %d characters; take a part of it.', self::MOST_TEXT));
        }
        $rows = $snaps = [];
        $bar = null;
        foreach (preg_split('/\R|;/u', $text) ?: [] as $number => $line) {
            $place = 'line '.($number + 1);
            if (1 === preg_match('/^\s*bar\s+(\d{1,2})\s*:?\s*(.*)$/iu', $line, $match)) {
                $bar = (int) $match[1] - 1;
                $line = $match[2];
                if ($bar < 0 || $bar >= Section::MOST_BARS) {
                    throw InvalidInput::at($place, \sprintf('"bar %s": a section has bars 1 to %d.', $match[1], Section::MOST_BARS));
                }
            }
            if ('' === trim($line) || str_starts_with(trim($line), '#')) {
                continue;
            }
            [$instrument, $rest] = self::named($line, $place);
            [$hits, $snap] = self::isGrid($rest)
                ? TypedGrid::read($rest, $instrument, $meter, $place)
                // Where no bar is named, every other step is meant through all of them.
                : [TypedPlaces::read($rest, $instrument, $meter, $place, null === $bar ? $least : 1), Snap::Sixteenth];
            foreach ($hits as [$who, $at, $velocity]) {
                $at += (int) $bar * $meter->barTicks();
                $rows[$who->value][$at] = Hit::of($at, $velocity);
            }
            $rows[$instrument->value] ??= [];
            $snaps[$instrument->value] = $snap;
        }
        $last = max([0, ...array_map(static fn (array $row): int => max([0, ...array_keys($row)]), $rows)]);
        $bars = max($least, intdiv($last, $meter->barTicks()) + 1);
        if ($bars > Section::MOST_BARS) {
            throw InvalidInput::at('text', \sprintf('this goes to bar %d; a section has at most %d.', $bars, Section::MOST_BARS));
        }
        if ($bars > $least && 1 === preg_match('/\b(odd|even|all)\b/iu', $text)) {
            return self::section($text, $meter, $name, $bars);
        }
        $made = [];
        foreach ($rows as $value => $hits) {
            $made[] = Row::of(Instrument::from($value), array_values($hits), $snaps[$value] ?? Snap::Sixteenth);
        }

        return Section::of($name, $bars, $made, $meter);
    }

    /**
     * The longest beginning of a line that names an instrument, and the rest.
     *
     * @return array{Instrument, string}
     */
    private static function named(string $line, string $place): array
    {
        $words = preg_split('/([\s:=]+)/u', trim($line), -1, \PREG_SPLIT_DELIM_CAPTURE) ?: [];
        for ($count = min(\count($words), 9); $count > 0; --$count) {
            $instrument = Names::instrument(implode('', \array_slice($words, 0, $count)));
            if (null !== $instrument) {
                return [$instrument, trim(implode('', \array_slice($words, $count)), " \t:=")];
            }
        }

        throw InvalidInput::at($place, "\"$words[0]\" is no instrument that is known here; begin with one, as \"kick\" or \"closed hat\".");
    }

    /** Whether it is signs of a grid rather than numbers and words. */
    private static function isGrid(string $rest): bool
    {
        return 1 === preg_match('/^[xXoOgGsSfFaA>*()\-._|\s]+$/u', $rest)
            && 1 === preg_match('/[-._|]|[xXoO]{2}|\s[xXoOgG]\s|^[xX]$/u', $rest);
    }
}
